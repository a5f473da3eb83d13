import {
  always,
  choice,
  code,
  date,
  decimal,
  describeDetail,
  listed,
  money,
  person,
  profit,
  share,
  text,
  whole,
  yesNo,
  type RowOf,
} from '../../basis/detail/index';
import { FREQUENCY_LABEL } from '../../basis/frequency/index';
import { INCOME_KIND_LABEL } from './kinds/index';

export const INCOME = describeDetail({
  word: 'income',
  chapter: 'income',
  part: 'incomes',
  table: 'income',
  owner: 'personId',
  rowsBy: 'applicant',
  fields: {
    personId: always(person('Who'), ''),
    kind: choice('Kind', INCOME_KIND_LABEL, { by: 'applicant' }),
    source: text('Employer or source', 120, { by: 'applicant', ask: 'From whom' }),
    /** Each time it comes; for variable income all that came in `monthsSeen`; for rent received and the like a month's. */
    amount: money('Amount', { by: 'applicant', ask: 'How much each time' }),
    frequency: choice('How often', FREQUENCY_LABEL, { by: 'applicant' }),
    hoursPerWeek: decimal(
      'Hours a week',
      { form: 'Give hours as a number', least: 0, most: [168, 'A week has 168 hours'] },
      { by: 'applicant', unit: 'hours' },
    ),
    daysPerWeek: decimal(
      'Days a week',
      { form: 'Give the days as a number', least: [0.1, 'More than nothing'], most: [7, 'A week has seven days'] },
      { by: 'applicant', ask: 'Days a week', unit: 'days' },
    ),
    /** Weeks paid in a year, for pay by the hour or day; 52 when empty. */
    weeksPerYear: decimal(
      'Weeks a year',
      { form: 'Give weeks as a number', least: [1, 'At least one week'], most: [53, 'A year has at most 53 weeks'] },
      { unit: 'weeks' },
    ),
    /** Months' pay beyond twelve in a year: one for a thirteenth month. */
    extraMonths: whole('Extra months', { least: 0, most: [3, 'At most three'] }, { unit: 'months' }),
    since: date('Since', { by: 'applicant', month: 'first' }),
    until: date('Until', { by: 'applicant', month: 'last' }),
    probationUntil: date('Probation until'),
    untaxed: yesNo('Free of tax'),
    /** Months over which `amount` came. */
    monthsSeen: whole(
      'Over months',
      { form: 'Give whole months', least: [1, 'At least one month'], most: [60, 'At most 60 months'] },
      { by: 'applicant', ask: 'Over how many months', unit: 'months' },
    ),
    /** The last day of the latest year of accounts. */
    yearEnd: date('Year ended', { by: 'applicant', ask: 'Your latest year of accounts ended on' }),
    /** Profit of the latest year, below zero for a loss; what was taken off in it without being spent, such as depreciation; and the year before. */
    profitLatest: profit('Profit', { by: 'applicant', ask: 'Profit of that year' }),
    addBackLatest: money('Add back'),
    profitBefore: profit('Profit before', { by: 'applicant', ask: 'Profit of the year before' }),
    addBackBefore: money('Add back before'),
    /** Up to four years of accounts, where somebody looks further back. */
    profitThird: profit('Profit two years before', { by: 'applicant', ask: 'Profit two years before' }),
    addBackThird: money('Add back two years before'),
    profitFourth: profit('Profit three years before', { by: 'applicant', ask: 'Profit three years before' }),
    addBackFourth: money('Add back three years before'),
    /** What an investment yields of what is in it. */
    capital: money('What is in it', { by: 'applicant', ask: 'How much is invested' }),
    yieldRate: share('Yield a year', { by: 'applicant', ask: 'What it yields a year' }),
    /** The payslip's figure since the start of the year, and the end of its period. */
    yearToDate: money('Year to date'),
    yearToDateAt: date('to the day'),
    /** What is paid each time from a day on, where the pay was or will be raised; `amount` is what came before. */
    raisedTo: money('Raised to'),
    raisedOn: date('from the day'),
    /** What is paid out each time after tax, as the payslip shows. */
    netAmount: money('Paid out, net'),
  },
});
export type Income = RowOf<typeof INCOME>;

/** A settlement sheet of a vessel: what a trip or a season brought, and the share of it that its crew member was paid. */
export const SETTLEMENT = describeDetail({
  word: 'settlement sheet',
  chapter: 'income',
  part: 'settlements',
  table: 'settlement_sheet',
  fields: {
    /** The share of the catch that it belongs to. */
    incomeId: listed('Share of the catch', 40),
    season: text('Season or trip', 80),
    since: date('From'),
    until: date('Until'),
    /** What the catch was sold for. */
    landed: money('Landed for'),
    /** What the vessel takes off before the crew’s lays are worked: fuel, ice, bait, food, landing dues. */
    costs: money('Costs taken off'),
    lay: share('Lay'),
  },
});
export type Settlement = RowOf<typeof SETTLEMENT>;

/** What was said to a question that a file's own figures raise. */
export const EXPLANATION = describeDetail({
  word: 'explanation',
  chapter: 'income',
  part: 'explanations',
  table: 'explanation',
  fields: {
    /** What it explains, with the figures that it was given for: when they change, it is asked again. */
    subject: always(code('What it explains', 120), ''),
    text: text('Explanation', 600, { multiline: true, pattern: { test: (said) => said.trim().length >= 3, says: 'Explain in a few words' } }),
  },
});
export type Explanation = RowOf<typeof EXPLANATION>;
