import { choice, date, describeDetail, money, profit, text, whole, type RowOf } from '../../basis/detail/index';

export const PAYROLL_KIND_LABEL = { employee: 'Employee', owner: 'Owner' } as const;

/** Somebody whom a business pays. */
export const PAYROLL = describeDetail({
  word: 'entry of the payroll',
  chapter: 'request',
  part: 'payrolls',
  table: 'payroll_entry',
  rowsBy: 'applicant',
  ofLoans: true,
  fields: {
    name: text('Name', 120, { by: 'applicant' }),
    kind: choice('Employee or owner', PAYROLL_KIND_LABEL, { by: 'applicant' }),
    /** Wages of the year before tax. */
    yearlyPay: money('Wages of the year', { by: 'applicant' }),
    /** An owner's share of the year's profit, below zero for a loss. */
    profitShare: profit('Share of the profit', { by: 'applicant' }),
  },
});
export type PayrollEntry = RowOf<typeof PAYROLL>;

export const ACCOUNTS_KIND_LABEL = { year: 'The year', interim: 'Interim figures', group: 'The group’s year' } as const;

/** A year of a business's accounts, or what there is beside it: interim figures, and the accounts of its group. */
export const ACCOUNT = describeDetail({
  word: 'year of accounts',
  chapter: 'request',
  part: 'accounts',
  table: 'business_year',
  rowsBy: 'applicant',
  ofLoans: true,
  fields: {
    yearEnd: date('Year ended', { by: 'applicant' }),
    /** Fewer than twelve for a business in its first year. */
    monthsCovered: whole(
      'Months covered',
      { form: 'Give whole months', least: [1, 'At least one month'], most: [18, 'At most eighteen months'] },
      { by: 'applicant', unit: 'months' },
    ),
    revenue: money('Revenue', { by: 'applicant' }),
    /** All costs, with the depreciation and interest below. */
    costs: money('All costs', { by: 'applicant' }),
    depreciation: money('of it depreciation', { by: 'applicant', ask: 'Of all costs: depreciation' }),
    interest: money('of it interest', { by: 'applicant', ask: 'Of all costs: interest' }),
    /** Costs of this year that won't come again. */
    oneOff: money('of it once only'),
    drawings: money('Drawn, with tax', { by: 'applicant', ask: 'Drawn by owners, and tax' }),
    /** The year's own where it isn't said. */
    kind: choice('Accounts', ACCOUNTS_KIND_LABEL),
    cash: money('Cash'),
    receivables: money('Owed by customers'),
    stock: money('Stock'),
    fixedAssets: money('Fixed assets'),
    shortDebts: money('Due within a year'),
    longDebts: money('Due later'),
  },
});
export type BusinessYear = RowOf<typeof ACCOUNT>;
