import { choice, date, describeDetail, listed, money, text, whole, type RowOf } from '../../basis/detail/index';

/** How often payments fall due: periods of whole weeks or whole months. */
export const PAYMENT_PERIODS = {
  week: { weeks: 1, perYear: 52 },
  twoWeeks: { weeks: 2, perYear: 26 },
  fourWeeks: { weeks: 4, perYear: 13 },
  month: { months: 1, perYear: 12 },
  quarter: { months: 3, perYear: 4 },
  halfYear: { months: 6, perYear: 2 },
  year: { months: 12, perYear: 1 },
} as const satisfies Record<string, ({ weeks: number } | { months: number }) & { perYear: number }>;
export type PaymentPeriod = keyof typeof PAYMENT_PERIODS;
export const PAYMENT_PERIOD_NAMES = Object.keys(PAYMENT_PERIODS) as [PaymentPeriod, ...PaymentPeriod[]];

export const PAYMENT_PERIOD_LABEL: Record<PaymentPeriod, string> = {
  week: 'every week',
  twoWeeks: 'every two weeks',
  fourWeeks: 'every four weeks',
  month: 'every month',
  quarter: 'every quarter',
  halfYear: 'every half year',
  year: 'every year',
};

export const PART_KINDS = ['level', 'variable', 'interestOnly', 'promotional', 'seasonal', 'balloon', 'revolving'] as const;
export type PartKind = (typeof PART_KINDS)[number];

const MONTHS_FORM = /^([1-9]|1[0-2])( ([1-9]|1[0-2])){0,11}$/;
/** Months as they are kept: each once, in order. */
const tidyMonths = (typed: string): string => [...new Set(typed.split(' ').map(Number))].sort((a, b) => a - b).join(' ');

/** A part of a loan that is split; what a product allows is judged with the file. */
export const PART = describeDetail({
  word: 'part of the loan',
  chapter: 'request',
  part: 'parts',
  table: 'loan_part',
  ofLoans: true,
  fields: {
    kind: listed<PartKind>('Kind of part', 40),
    amount: money('Amount'),
    termMonths: whole('Months', { form: 'Give the term in months as a whole number', least: 1, most: 600 }, { unit: 'months' }),
    /** How often it is paid; as the product usually does when empty. */
    every: choice('Paid', PAYMENT_PERIOD_LABEL),
    advanceOn: date('Paid out on'),
    firstPaymentOn: date('First payment'),
    /** Of a revolving part: the most that may be drawn, and the day on which the line ends; its amount is what is drawn at first. */
    lineLimit: money('Limit'),
    lineEndsOn: date('Line ends on'),
    interestOnlyMonths: whole('Interest alone', { form: 'Give the months as a whole number', least: 1, most: 600 }, { unit: 'months' }),
    balloon: money('Final balloon'),
    /** The first payment that is left out, and how many are. */
    holidayFrom: whole('Left out from no.', { form: 'Give the payment as a whole number', least: 1, most: 2600 }),
    holidayPeriods: whole('how many', { form: 'Give how many payments as a whole number', least: 1, most: 2600 }, { unit: 'payments' }),
    /** Months of the year in which something is paid, separated by blanks. */
    season: text('Paid in months', 40, {
      hint: '4 5 6 is April to June',
      pattern: { test: (typed) => MONTHS_FORM.test(typed), says: 'Give months of the year as numbers: 4 5 6 for April to June' },
      tidy: tidyMonths,
    }),
  },
});
export type LoanPart = RowOf<typeof PART>;
