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

/** The newest year of accounts that can be read. */
export function newestYear(file: Pick<BusinessInput, 'accounts'>): BusinessYear | null {
  return file.accounts.filter(isComplete).sort((a, b) => (b.yearEnd ?? '').localeCompare(a.yearEnd ?? ''))[0] ?? null;
}

/**
 * What a business earns in a year that can serve debt: revenue less all costs, plus depreciation and interest that are in
 * them, less what its owners draw and the tax on it (common practice, no source).
 */
export function cashForDebt(year: BusinessYear): Term[] {
  const line = (label: Words, sign: Term['sign'], field: 'revenue' | 'costs' | 'depreciation' | 'interest' | 'drawings'): Term => ({
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
