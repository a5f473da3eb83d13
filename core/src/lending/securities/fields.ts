import { choice, date, describeDetail, money, text, whole, type RowOf } from '../../basis/detail/index';

export const SECURITY_KIND_LABEL = {
  vessel: 'Vessel',
  engine: 'Engine',
  gear: 'Fishing or deck gear',
  vehicle: 'Vehicle',
  property: 'Land or building',
  deposit: 'Deposit',
  other: 'Other',
} as const;
export type SecurityKind = keyof typeof SECURITY_KIND_LABEL;

/** What the lender can fall back on. */
export const SECURITY = describeDetail({
  word: 'security',
  chapter: 'request',
  part: 'securities',
  table: 'security_item',
  ofLoans: true,
  fields: {
    kind: choice('Kind', SECURITY_KIND_LABEL),
    description: text('What it is', 160),
    value: money('Value'),
    /** The day of the value. */
    valueOn: date('Valued on'),
    /** What is charged on it already, in front of ours. */
    priorCharges: money('Charges before ours'),
    /** Who holds them. */
    chargedTo: text('Charged to', 120),
    registration: text('Registration or hull number', 60),
    owner: text('Owner', 120),
    builtIn: whole('Year built', {
      form: 'Give the year in four figures',
      least: [1850, 'Nothing that old is taken'],
      most: [2100, 'This year lies far ahead'],
    }),
    builder: text('Builder or maker', 120),
    valuer: text('Valued by', 120),
    insurer: text('Insured with', 120),
    insuredUntil: date('Insured until'),
  },
});
export type Security = RowOf<typeof SECURITY>;
