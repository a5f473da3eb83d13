import { describe, expect, it } from 'vitest';
import { BLANK_ROW } from '../../file/details/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { accountsRead, cashForDebt, newestYear, type BusinessYear } from './index';
import { total } from '../../basis/arithmetic/index';

const year = (id: string, yearEnd: string, values: Partial<BusinessYear> = {}): BusinessYear => ({
  ...BLANK_ROW.account,
  id,
  createdAt: '',
  kind: 'year',
  yearEnd: isoDate(yearEnd),
  revenue: minor(400_000_00),
  costs: minor(350_000_00),
  depreciation: minor(20_000_00),
  interest: minor(6_000_00),
  drawings: minor(16_000_00),
  ...values,
});

/** Worked by hand; how accounts are read is common practice, no source. */
describe('the accounts of a business', () => {
  const newest = year('a', '2025-12-31', {
    cash: minor(20_000_00),
    receivables: minor(40_000_00),
    stock: minor(60_000_00),
    fixedAssets: minor(160_000_00),
    shortDebts: minor(60_000_00),
    longDebts: minor(90_000_00),
  });
  const before = year('b', '2024-12-31', { revenue: minor(380_000_00), costs: minor(355_000_00), oneOff: minor(9_000_00) });
  const accounts = [before, newest];
  it('are read by year: what can serve debt, cover, trend, equity and what can be paid within a year', () => {
    const [first, second] = accountsRead({ accounts }, 2_500_00);
    // 400,000 − 350,000 + 20,000 + 6,000 − 16,000 = 60,000 a year, 5,000 a month, twice 2,500.
    expect(first).toMatchObject({ earns: { value: 5_000_00 }, cover: 2, equity: 130_000_00, current: 2 });
    // 380,000 − 355,000 + 20,000 + 6,000 + 9,000 − 16,000 = 44,000, 3,666.67 a month.
    expect(second).toMatchObject({ earns: { value: 366_667 }, cover: 1.4667, revenueRose: null, equity: null, current: null });
    expect(first?.revenueRose).toBeCloseTo(20 / 380, 4);
    expect(first?.earnsRose).toBeCloseTo(5000 / 3666.67 - 1, 4);
  });
  it('a cost of once only is added back, and stands in the arithmetic', () => {
    expect(total(cashForDebt(before))).toBe(44_000_00);
    expect(total(cashForDebt({ ...before, oneOff: null }))).toBe(35_000_00);
  });
  it('interim figures by their months, and a group’s, stand beside: neither is the newest year nor has a trend', () => {
    const interim = year('c', '2026-09-30', { kind: 'interim', monthsCovered: 9, drawings: null });
    const group = year('d', '2025-12-31', { kind: 'group', revenue: minor(9_000_000_00) });
    const all = { accounts: [...accounts, interim, group] };
    expect(newestYear(all)?.id).toBe('a');
    const read = accountsRead(all, null);
    expect(read.find(({ year: { id } }) => id === 'c')).toMatchObject({ earns: { value: Math.round(76_000_00 / 9) }, revenueRose: null, cover: null });
    expect(read.find(({ year: { id } }) => id === 'a')?.revenueRose).toBeCloseTo(20 / 380, 4);
    // Accounts of before that say no kind are the year's own.
    expect(newestYear({ accounts: [{ ...newest, kind: null }] })?.id).toBe('a');
  });
});
