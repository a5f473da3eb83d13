import { choice, code, date, describeDetail, money, people, share, text, yesNo, type RowOf } from '../../basis/detail/index';

export const DEBT_KIND_LABEL = {
  personalLoan: 'Personal loan',
  vehicleLoan: 'Vehicle loan',
  creditCard: 'Credit card',
  overdraft: 'Overdraft',
  mortgage: 'Mortgage on another home',
  studentLoan: 'Student loan',
  instalment: 'Bought on instalments',
  tax: 'Tax owed',
  payday: 'Payday loan',
  boatLoan: 'Boat loan',
  businessLoan: 'Business loan',
  lease: 'Lease',
  alimony: 'Alimony',
  childSupport: 'Child support',
  guarantee: 'Guarantee given',
  alongside: 'Loan taken at the same time',
  other: 'Other debt',
} as const;
export type DebtKind = keyof typeof DEBT_KIND_LABEL;

const LIVING_COSTS = ['Food and household', 'Energy and water', 'Transport and fuel', 'Phone and internet', 'Insurance', 'Children', 'Other'] as const;
export const LIVING_COST_LABEL = Object.fromEntries(LIVING_COSTS.map((category) => [category, category])) as Record<(typeof LIVING_COSTS)[number], string>;

export const LIVING_COST = describeDetail({
  word: 'living cost',
  chapter: 'commitments',
  part: 'livingCosts',
  table: 'living_cost',
  rowsBy: 'applicant',
  fields: {
    category: choice('Kind of cost', LIVING_COST_LABEL, { by: 'applicant', ask: 'What for' }),
    monthly: money('A month', { by: 'applicant', ask: 'How much a month' }),
  },
});

export const DEBT = describeDetail({
  word: 'debt',
  chapter: 'commitments',
  part: 'debts',
  table: 'debt',
  owner: 'owners',
  rowsBy: 'applicant',
  fields: {
    lender: text('Lender', 120, { by: 'applicant', ask: 'To whom' }),
    kind: choice('Kind', DEBT_KIND_LABEL, { by: 'applicant' }),
    /** Whose it is, separated by blanks where several owe it together; the applicant's when empty. */
    owners: people('Whose'),
    payment: money('Payment a month', { by: 'applicant', ask: 'What you pay a month' }),
    balance: money('Balance', { by: 'applicant', ask: 'What is still owed' }),
    limit: money('Limit', { by: 'applicant', ask: 'The limit of the card or account' }),
    rate: share('Rate a year'),
    /** Its payment rises with the rates of the market. */
    variable: yesNo('Variable rate', { by: 'applicant', ask: 'The rate can change' }),
    /** The day of the last payment. */
    endsOn: date('Last payment on', { by: 'applicant', month: 'last' }),
    /** The file of ours by which it was lent. */
    ourFile: code('Our file', 20, { by: 'program' }),
    /** Paid off by what is asked for. */
    cleared: yesNo('Paid off by this'),
  },
});
export type Debt = RowOf<typeof DEBT>;
