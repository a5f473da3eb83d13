import { choice, date, describeDetail, money, people, text, type RowOf } from '../../basis/detail/index';

export const ASSET_KIND_LABEL = {
  cash: 'Cash',
  savings: 'Savings',
  retirement: 'Retirement savings',
  property: 'Property',
  vehicle: 'Vehicle or boat',
  securities: 'Securities',
  gift: 'Gift',
} as const;
export type AssetKind = keyof typeof ASSET_KIND_LABEL;

export const ASSET = describeDetail({
  word: 'asset',
  chapter: 'worth',
  part: 'assets',
  table: 'asset',
  owner: 'owners',
  rowsBy: 'applicant',
  fields: {
    kind: choice('Kind', ASSET_KIND_LABEL, { by: 'applicant' }),
    description: text('What it is', 160, { by: 'applicant', ask: 'What it is, and where' }),
    /** Whose it is, separated by blanks. */
    owners: people('Whose'),
    value: money('Value', { by: 'applicant', ask: 'What it is worth' }),
    /** The day of the value. */
    valueOn: date('As of', { by: 'applicant', ask: 'On which day that was so' }),
    downPaymentPart: money('Goes into the down payment'),
    /** Who gives it, and who that is to the applicant. */
    donor: text('Who gives it', 120),
    donorRelation: text('and is to them', 60),
  },
});
export type Asset = RowOf<typeof ASSET>;
