import { choice, describeDetail, hidden, money, text, type RowOf } from '../../basis/detail/index';

export const PAYEE_KIND_LABEL = {
  seller: 'Seller',
  supplier: 'Yard or supplier',
  lender: 'Lender that is paid off',
  applicant: 'Applicant',
  other: 'Somebody else',
} as const;

/** Somebody who gets a part of what is paid out; the rest goes to the account that the request names. */
export const PAYEE = describeDetail({
  word: 'payee',
  chapter: 'request',
  part: 'payees',
  table: 'payee',
  ofLoans: true,
  fields: {
    kind: choice('Who', PAYEE_KIND_LABEL),
    name: text('Account holder', 120),
    routing: text('Code of the bank', 40),
    account: hidden('Account number'),
    amount: money('Gets'),
    /** What they read with the money: an invoice, a loan's number. */
    reference: text('With the words', 80),
  },
});
export type Payee = RowOf<typeof PAYEE>;
