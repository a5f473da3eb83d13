import { always, describeDetail, percent, person, text, yesNo, type RowOf } from '../../basis/detail/index';

/** Who owns how much of a company, or directs it. */
export const STAKE = describeDetail({
  word: 'share of a company',
  chapter: 'people',
  part: 'stakes',
  table: 'stake',
  rowsBy: 'applicant',
  fields: {
    ofId: always(person('Company', { by: 'applicant' }), ''),
    /** Nobody in the file: small holders together, named in words. */
    ownerId: person('Owner', { by: 'applicant' }),
    others: text('Others, in words', 120, { by: 'applicant', hint: 'Small holders together, such as “eleven crew members”' }),
    share: percent('Share', { by: 'applicant', ask: 'Share in per cent' }),
    /** Has a significant responsibility to manage or direct it (31 CFR 1010.230(d)(2)). */
    controls: yesNo('Directs it', { by: 'applicant' }),
  },
});
export type Stake = RowOf<typeof STAKE>;
