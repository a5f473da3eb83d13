import { choice, describeDetail, money, text } from '../../basis/detail/index';

export const SOURCE_KIND_LABEL = {
  grant: 'Grant or subsidy',
  tradeIn: 'Trade-in',
  otherLoan: 'Loan of another lender',
  insurance: 'Insurance money',
  own: 'Other own money',
  other: 'Other',
} as const;

/** Something that the money goes into. */
export const USE = describeDetail({
  word: 'purpose',
  chapter: 'request',
  part: 'uses',
  table: 'fund_use',
  ofLoans: true,
  fields: { what: text('Purpose', 120), amount: money('Amount') },
});

/** Where money comes from beside the loan and the down payment. */
export const SOURCE = describeDetail({
  word: 'source of money',
  chapter: 'request',
  part: 'sources',
  table: 'fund_source',
  ofLoans: true,
  fields: {
    kind: choice('Other source', SOURCE_KIND_LABEL),
    what: text('From whom', 120),
    amount: money('Amount'),
    /** Of a trade-in: what is still owed on it, which its value pays first. */
    owed: money('Still owed on it'),
  },
});
