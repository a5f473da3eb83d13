import type { Income } from '../income/index';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { astray } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor, proportion } from '../../basis/money/index';
import { onBands, takeHome, taxTableOn } from './index';
import { type ProductDefinition, type TaxTable } from '../../file/product/index';
import { anIncome, incomePolicy, product, sampleFile, shippedPlace, TODAY } from '../../../test/sample';

const us = shippedPlace('us');
const nz = shippedPlace('nz');
const gb = shippedPlace('gb');
const units = (amount: number) => minor(Math.round(amount * 100));
const tableOf = (tables: TaxTable[], code: string): TaxTable => {
  const table = tables.find((candidate) => candidate.code === code);
  if (!table) throw new Error(code);
  return table;
};
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('gross to net by published tables', () => {
  // Internal Revenue Service, Instructions for Form 1040 of 2024, sample of the tax table for 25,300 to 25,350 (computed at its
  // middle, in whole dollars): single 2,807. Value from memory.
  it('United States 2024: the sample line of the tax table', () => {
    const { bands } = tableOf(us.taxes, 'us-2024');
    expect(Math.round(onBands(bands, units(25_325)).amount / 100)).toBe(2807);
  });
  // The same instructions, tax computation worksheet, section A (single): above 100,000 to 191,950 multiply by 24 % and take
  // off 6,957.00 [100,525 × 0.24 − 17,168.50]; above 191,950 to 243,725 by 32 % and 22,313.00. Values from memory.
  it.each([
    [150_000, 0.24, 6957.5],
    [200_000, 0.32, 22_313.5],
    [243_725, 0.32, 22_313.5],
  ])('United States 2024: the tax computation worksheet at %d', (taxable, rate, off) => {
    const { bands } = tableOf(us.taxes, 'us-2024');
    expect(Math.abs(onBands(bands, units(taxable)).amount / 100 - (taxable * rate - off))).toBeLessThanOrEqual(1);
  });
  it('United States: contributions stop at the base, and the self-employed take half of theirs off what is taxed', () => {
    const table = tableOf(us.taxes, 'us-2024');
    const wage = takeHome(table, { employed: units(200_000), selfEmployed: minor(0), other: minor(0) });
    // 26 U.S.C. 3101: 6.2 % up to the contribution base of 168,600, and 1.45 % of all.
    expect(wage.contributions).toBe(units(168_600 * 0.062 + 200_000 * 0.0145));
    // 26 U.S.C. 1401 and 1402(a)(12): 15.3 % of 92.35 %; 26 U.S.C. 164(f): half of it comes off income.
    const own = takeHome(table, { employed: minor(0), selfEmployed: units(50_000), other: minor(0) });
    expect(own.contributions).toBe(units(50_000 * 0.9235 * 0.124) + units(50_000 * 0.9235 * 0.029));
    const taxed = 50_000 - (50_000 * 0.9235 * 0.153) / 2 - 14_600;
    expect(Math.abs(own.tax - units(1160 + (taxed - 11_600) * 0.12))).toBeLessThanOrEqual(1);
  });
  // GOV.UK, "Income Tax rates and Personal Allowances": 35,000 of taxable income with the standard allowance pays 20 % on
  // 22,430. GOV.UK, "National Insurance: how much you pay": 1,000 a week pays 58.66 (8 % between 242 and 967, 2 % above).
  // HM Revenue & Customs: above 100,000 the allowance falls by 1 for every 2. Values from memory.
  it('United Kingdom 2025 to 2026: the authority’s own examples', () => {
    const table = tableOf(gb.taxes, 'gb-2026');
    expect(takeHome(table, { employed: minor(0), selfEmployed: minor(0), other: units(35_000) }).tax).toBe(units(22_430 * 0.2));
    const weekly = [
      { from: minor(0), rate: 0 },
      { from: units(242), rate: 0.08 },
      { from: units(967), rate: 0.02 },
    ];
    expect(onBands(weekly, units(1000)).amount).toBe(units(58.66));
    const high = takeHome(table, { employed: minor(0), selfEmployed: minor(0), other: units(125_140) });
    expect(high.tax).toBe(units(37_700 * 0.2 + (125_140 - 37_700) * 0.4));
  });
  // Inland Revenue, tax rates for individuals from 1 April 2025: 15,600 pays 1,638.00; 53,500 pays 8,270.50; 78,100 pays
  // 15,650.50; 180,000 pays 49,277.50 (the tables' running totals). Values from memory.
  it.each([
    [15_600, 1638],
    [53_500, 8270.5],
    [78_100, 15_650.5],
    [180_000, 49_277.5],
  ])('New Zealand: income tax of %d', (income, tax) => {
    const found = takeHome(tableOf(nz.taxes, 'nz-2026'), { employed: units(income), selfEmployed: minor(0), other: minor(0) });
    expect(found.tax).toBe(units(tax));
  });
  it('takes the table of the day, and the newest before it for a year that isn’t out yet', () => {
    expect(taxTableOn(us.taxes, isoDate('2025-06-30'))?.code).toBe('us-2025');
    expect(taxTableOn(gb.taxes, isoDate('2026-04-06'))?.code).toBe('gb-2027');
    expect(taxTableOn(us.taxes, isoDate('2029-01-01'))?.code).toBe('us-2026');
    expect(taxTableOn(us.taxes, isoDate('2020-01-01'))).toBeNull();
  });
  it('nobody keeps less of more, and every line adds up, in any place', () => {
    const earnings = fc.record({ employed: fc.nat(40_000_000), selfEmployed: fc.nat(40_000_000), other: fc.nat(40_000_000) }).map((parts) => ({
      employed: minor(parts.employed),
      selfEmployed: minor(parts.selfEmployed),
      other: minor(parts.other),
    }));
    fc.assert(
      fc.property(fc.constantFrom(...us.taxes, ...nz.taxes, ...gb.taxes), earnings, fc.integer({ min: 100, max: 1_000_000 }), (table, parts, more) => {
        const before = takeHome(table, parts);
        expect(astray({ label: 'net', value: before.net, unit: 'money', terms: before.terms })).toEqual([]);
        for (const kind of ['employed', 'selfEmployed', 'other'] as const)
          expect(takeHome(table, { ...parts, [kind]: minor(parts[kind] + more) }).net).toBeGreaterThanOrEqual(before.net);
      }),
    );
  });
  it('in a file: take-home pay of the payslip takes precedence, and the rest is taxed on top of it', () => {
    const net = withProduct({ income: incomePolicy({ basis: 'net' }), measures: ['moneyLeft'] });
    const wage = anIncome({ amount: units(5000), frequency: 'monthly' });
    const side = anIncome({ id: 'side', amount: units(1000), frequency: 'monthly' });
    const netOf = (incomes: Income[]) => affordability(sampleFile({ product: net, pack: nz, incomes }), TODAY).monthlyIncome;
    const table = tableOf(nz.taxes, 'nz-2026');
    const byTable = (monthly: number) => takeHome(table, { employed: units(monthly * 12), selfEmployed: minor(0), other: minor(0) }).net;
    expect(netOf([wage])).toBe(proportion(byTable(5000), 1, 12));
    expect(netOf([{ ...wage, netAmount: units(3900) }])).toBe(390_000);
    expect(netOf([{ ...wage, netAmount: units(3900) }, side])).toBe(390_000 + proportion(byTable(6000) - byTable(5000), 1, 12));
    expect(netOf([{ ...wage, untaxed: true }])).toBe(500_000);
    const loss = anIncome({ id: 'loss', kind: 'selfEmployed', profitLatest: units(-2400), profitBefore: units(1000) });
    expect(netOf([wage, loss])).toBe(proportion(byTable(5000), 1, 12) - 20_000);
  });
});
