import { say, type Words } from '../../basis/words/index';
import type { BusinessYear, PayrollEntry } from './fields';
import { total, type Term } from '../../basis/arithmetic/index';
import type { FileState } from '../../file/state/index';
import { minor, proportion, scaled, type Minor } from '../../basis/money/index';

type BusinessInput = Pick<FileState, 'product' | 'request' | 'payrolls' | 'accounts'>;

/**
 * The largest loan by payroll: what everybody was paid in the year, for each person no more than the cap, a twelfth of it
 * times the product's multiple. Employees count with their wages; owners by the legal form: with their wages, or with
 * their share of the profit where the form pays no wages to its owners (a loss counts as nothing).
 * Rounded half away from zero at the month and at the end.
 * Source of the method: 13 CFR Part 120, interim final rule of 15 April 2020 (85 FR 20811), III.2.e and f; from memory.
 */
export function payrollTerms(file: BusinessInput): Term[] | null {
  const rule = file.product.costs?.business ?? null;
  const counted = file.payrolls.filter((entry) => paidOf(file, entry) !== null);
  if (!rule || counted.length === 0) return null;
  const people = counted.map<Term>((entry) => {
    const { amount, of, field } = paidOf(file, entry) ?? { amount: 0, of: '', field: 'yearlyPay' };
    const value = Math.max(0, Math.min(amount, rule.yearlyCap));
    return {
      label: entry.name ?? (entry.kind === 'owner' ? say('business.owner') : say('business.employee')),
      sign: '+',
      value,
      unit: 'money',
      note: amount > rule.yearlyCap ? say('business.capped', { of }) : amount < 0 ? say('business.lossCountsAsNothing', { of }) : of,
      place: { chapter: 'request', anchor: `${entry.id}.${field}` },
    };
  });
  const year = total(people);
  const month = proportion(year, 1, 12);
  return [
    {
      label: say('business.averagePayrollMonth'),
      sign: '+',
      value: month,
      unit: 'money',
      terms: [
        { label: say('business.payrollYear'), sign: '+', value: year, unit: 'money', terms: people },
        { label: say('business.monthsYear'), sign: '÷', value: 12, unit: 'count' },
      ],
    },
    { label: say('business.monthsPayrollAreLent'), sign: '×', value: rule.multiple, unit: 'count' },
  ];
}

/** What `payrollTerms` come to. */
export function payrollLoan(file: BusinessInput): Minor | null {
  const terms = payrollTerms(file);
  const month = terms?.[0]?.value;
  return month === undefined ? null : scaled(month, file.product.costs?.business?.multiple ?? 0);
}

function paidOf(file: BusinessInput, entry: PayrollEntry): { amount: number; of: Words; field: 'yearlyPay' | 'profitShare' } | null {
  const byProfit = entry.kind === 'owner' && (file.product.costs?.business?.ownersByProfit ?? []).includes(file.request.legalForm ?? '');
  const field = byProfit ? 'profitShare' : 'yearlyPay';
  const amount = entry[field];
  return amount === null ? null : { amount, of: byProfit ? say('business.shareProfit') : 'wages', field };
}

const isComplete = ({ revenue, costs }: BusinessYear): boolean => revenue !== null && costs !== null;
/** Interim figures and a group's accounts stand beside the business's own years. */
const isOwnYear = ({ kind }: BusinessYear): boolean => kind === null || kind === 'year';

/** The newest year of accounts that can be read. */
export function newestYear(file: Pick<BusinessInput, 'accounts'>): BusinessYear | null {
  return file.accounts.filter((year) => isComplete(year) && isOwnYear(year)).sort((a, b) => (b.yearEnd ?? '').localeCompare(a.yearEnd ?? ''))[0] ?? null;
}

/**
 * What a business earns in a year that can serve debt: revenue less all costs, plus depreciation, interest and what comes
 * once only that are in them, less what its owners draw and the tax on it (common practice, no source).
 */
export function cashForDebt(year: BusinessYear): Term[] {
  const line = (label: Words, sign: Term['sign'], field: 'revenue' | 'costs' | 'depreciation' | 'interest' | 'oneOff' | 'drawings'): Term => ({
    label,
    sign,
    value: year[field] ?? 0,
    unit: 'money',
    place: { chapter: 'request', anchor: `${year.id}.${field}` },
  });
  return [
    line(say('business.revenue'), '+', 'revenue'),
    line(say('business.costs'), '−', 'costs'),
    line(say('business.depreciationThem'), '+', 'depreciation'),
    line(say('business.interestThem'), '+', 'interest'),
    ...(year.oneOff === null ? [] : [line(say('business.onceOnlyThem'), '+', 'oneOff')]),
    line(say('business.drawnOwnersAndTaxOn'), '−', 'drawings'),
  ];
}

/** What can serve debt a month: a twelfth of a year, or by the months that its accounts cover. */
export function cashForDebtMonthly(year: BusinessYear): Term {
  const lines = cashForDebt(year);
  const months = year.monthsCovered ?? 12;
  const yearly = total(lines);
  return {
    label: say('business.whatBusinessCanPayMonth'),
    sign: '+',
    value: proportion(minor(yearly), 1, months),
    unit: 'money',
    terms: [
      { label: say('business.year', { ended: year.yearEnd ? { day: year.yearEnd } : 'none' }), sign: '+', value: yearly, unit: 'money', terms: lines },
      { label: months === 12 ? say('business.monthsYear') : say('business.monthsCovered'), sign: '÷', value: months, unit: 'count' },
    ],
  };
}

export interface AccountsRead {
  year: BusinessYear;
  /** What can serve debt a month. */
  earns: Term;
  /** That over what has to be paid a month, rounded to four decimals; null while nothing has to be. */
  cover: number | null;
  /** Against the year before it, as fractions; null for the oldest. */
  revenueRose: number | null;
  earnsRose: number | null;
  /** What is owned less what is owed; null while no line of the balance sheet is stated. */
  equity: number | null;
  /** What is due within a year against what can pay it by then; null where nothing is due. */
  current: number | null;
}

const rose = (now: number, before: number | undefined): number | null =>
  before === undefined || before <= 0 ? null : Math.round(((now - before) / before) * 10_000) / 10_000;

/**
 * The accounts of a business as a lender reads them, newest first: each year's own cover of what has to be paid a month now,
 * how it rose, equity, and current ratio (cash, what customers owe and stock over what is due within a year). Interim and
 * group figures are left to themselves and have no trend. Common practice, no source.
 * @param service what has to be paid a month, this loan with it; minor units.
 */
export function accountsRead(file: Pick<BusinessInput, 'accounts'>, service: number | null): AccountsRead[] {
  const years = file.accounts.filter(isComplete).sort((a, b) => (b.yearEnd ?? '').localeCompare(a.yearEnd ?? ''));
  const own = years.filter(isOwnYear);
  return years.map((year) => {
    const earns = cashForDebtMonthly(year);
    const before = isOwnYear(year) ? own[own.indexOf(year) + 1] : undefined;
    const monthly = ({ revenue, monthsCovered }: BusinessYear): number => (revenue ?? 0) / (monthsCovered ?? 12);
    const assets = [year.cash, year.receivables, year.stock, year.fixedAssets];
    const debts = [year.shortDebts, year.longDebts];
    const sum = (values: readonly (number | null)[]): number => values.reduce<number>((so, value) => so + (value ?? 0), 0);
    const stated = [...assets, ...debts].some((value) => value !== null);
    return {
      year,
      earns,
      cover: service !== null && service > 0 ? Math.round((earns.value / service) * 10_000) / 10_000 : null,
      revenueRose: before ? rose(monthly(year), monthly(before)) : null,
      earnsRose: before ? rose(earns.value, cashForDebtMonthly(before).value) : null,
      equity: stated ? sum(assets) - sum(debts) : null,
      current: (year.shortDebts ?? 0) > 0 ? Math.round((sum(assets.slice(0, 3)) / (year.shortDebts ?? 1)) * 100) / 100 : null,
    };
  });
}
