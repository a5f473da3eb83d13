import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { astray } from '../../basis/arithmetic/index';
import { minor } from '../../basis/money/index';
import { onBands, regionTax, takeHome, type YearlyEarnings } from './index';
import type { FilingStatus } from '../../people/people/index';
import type { TaxTable } from '../../file/product/index';
import { aHome, anIncome, incomePolicy, person, product, sampleFile, shippedPlace, TODAY } from '../../../test/sample';

const us = shippedPlace('us');
const units = (amount: number) => minor(Math.round(amount * 100));
const table = us.taxes.find(({ code }) => code === 'us-2024') as TaxTable;
const earned = (values: Partial<Record<keyof YearlyEarnings, number>>): YearlyEarnings => ({
  employed: units(values.employed ?? 0),
  selfEmployed: units(values.selfEmployed ?? 0),
  other: units(values.other ?? 0),
});

describe('United States, by filing status', () => {
  // Internal Revenue Service, Instructions for Form 1040 of 2024, tax table, 25,300 to 25,350: married jointly 2,575, married
  // separately 2,807, head of household 2,708. From memory.
  it.each([
    ['jointly', 2575],
    ['separately', 2807],
    ['headOfHousehold', 2708],
  ] as const)('the sample line of the tax table, %s', (status, tax) => {
    expect(Math.round(onBands(table.statuses?.[status]?.bands ?? [], units(25_325)).amount / 100)).toBe(tax);
  });
  it('the standard deduction goes by it: Rev. Proc. 2023-34, from memory', () => {
    const tax = (status: FilingStatus) => takeHome(table, earned({ other: 60_000 }), status).tax;
    expect(tax('jointly')).toBe(units(2320 + (60_000 - 29_200 - 23_200) * 0.12));
    expect(tax('headOfHousehold')).toBe(units(1655 + (60_000 - 21_900 - 16_550) * 0.12));
    expect(tax('separately')).toBe(tax('single'));
  });
  it('wages use up the base of self-employment: 26 U.S.C. 1402(b)', () => {
    // Wages of 150,000 leave 18,600 of the base of 168,600 for 92.35 % of 100,000.
    const both = takeHome(table, earned({ employed: 150_000, selfEmployed: 100_000 }));
    const additional = (150_000 + 92_350 - 200_000) * 0.009;
    const expected = 150_000 * 0.062 + 150_000 * 0.0145 + 18_600 * 0.124 + 92_350 * 0.029 + additional;
    expect(Math.abs(both.contributions - units(expected))).toBeLessThanOrEqual(1);
    expect(astray({ label: 'net', value: both.net, unit: 'money', terms: both.terms })).toEqual([]);
    const used = takeHome(table, earned({ employed: 200_000, selfEmployed: 50_000 }));
    expect(Math.abs(used.contributions - units(168_600 * 0.062 + 200_000 * 0.0145 + 46_175 * 0.029 + 46_175 * 0.009))).toBeLessThanOrEqual(1);
  });
  it('the additional 0.9 % counts both kinds of work, from 200,000, 250,000 jointly, 125,000 separately: 26 U.S.C. 1401(b)(2), 3101(b)(2)', () => {
    const own = (amount: number, status: FilingStatus) => {
      const { contributions } = takeHome(table, earned({ selfEmployed: amount }), status);
      const base = amount * 0.9235;
      return Math.round((contributions / 100 - Math.min(base, 168_600) * 0.124 - base * 0.029) * 100) / 100;
    };
    expect(own(300_000, 'single')).toBeCloseTo((277_050 - 200_000) * 0.009, 1);
    expect(own(300_000, 'jointly')).toBeCloseTo((277_050 - 250_000) * 0.009, 1);
    expect(own(300_000, 'separately')).toBeCloseTo((277_050 - 125_000) * 0.009, 1);
    expect(own(200_000, 'single')).toBeCloseTo(0, 1);
  });
  it('two who file jointly: one income tax on what both earn, contributions of each', () => {
    const two = [earned({ employed: 160_000 }), earned({ employed: 120_000 })];
    const { contributions, tax } = takeHome(table, two, 'jointly');
    // Neither reaches the base of 168,600; together they pass 250,000.
    expect(contributions).toBe(units(280_000 * 0.062 + 280_000 * 0.0145 + 30_000 * 0.009));
    expect(tax).toBe(takeHome(table, earned({ other: 280_000 }), 'jointly').tax);
  });
});

describe('in a file', () => {
  const couple = (status: FilingStatus | null, related = true) =>
    sampleFile({
      pack: us,
      product: { ...product, income: incomePolicy({ basis: 'net' }), measures: ['moneyLeft'] },
      people: [person({ filingStatus: status }), person({ id: 'person-b', role: 'coApplicant', fullName: 'Per Holm', filingStatus: status })],
      relations: related ? [{ id: 'r', createdAt: '', personId: 'person-a', toId: 'person-b', kind: 'spouse' }] : [],
      homes: [aHome({ region: 'TX' }), aHome({ id: 'b', personId: 'person-b', region: 'TX' })],
      incomes: [
        anIncome({ amount: units(9000), frequency: 'monthly' }),
        anIncome({ id: 'income-b', personId: 'person-b', amount: units(1000), frequency: 'monthly' }),
      ],
      debts: [],
    });
  const left = (file: ReturnType<typeof couple>) => affordability(file, TODAY);
  const table2026 = us.taxes.find(({ code }) => code === 'us-2026') as TaxTable;
  it('a couple that files jointly keeps what both keep together, each by what they earn', () => {
    const found = left(couple('jointly'));
    const together = takeHome(table2026, [earned({ employed: 108_000 }), earned({ employed: 12_000 })], 'jointly').net;
    expect(Math.abs((found.netIncome ?? 0) - together / 12)).toBeLessThanOrEqual(1);
    expect(found.incomeTerms.map(({ value }) => value / (found.netIncome ?? 1))).toEqual([expect.closeTo(0.9, 4), expect.closeTo(0.1, 4)]);
    for (const line of found.incomeTerms) expect(astray({ ...line, terms: line.terms ?? [] })).toEqual([]);
    expect(found.netIncome).toBeGreaterThan(left(couple('separately')).netIncome ?? 0);
  });
  it('who says nothing is taken as single, and the line says so', () => {
    const { incomeTerms } = left(couple(null));
    expect(JSON.stringify(incomeTerms.map(({ note }) => note))).toMatch(/asSingleForNothingSaid/);
    expect(left(couple(null)).netIncome).toBe(left(couple('single')).netIncome);
  });
  it('a spouse who isn’t named as one is none', () => {
    expect(left(couple('jointly', false)).netIncome).not.toBe(left(couple('jointly')).netIncome);
  });
});

describe('tax of the region', () => {
  const one = [earned({ employed: 50_000 })];
  it('is nothing where there is none, flat where it is, and says where its table isn’t known', () => {
    expect(regionTax(us, 'TX', one, 'single', TODAY)).toBeNull();
    expect(regionTax(shippedPlace('nz'), 'Otago', one, 'single', TODAY)).toBeNull();
    // 72 P.S. 7302: 3.07 % of all, from memory.
    expect(regionTax(us, 'PA', one, 'single', TODAY)?.amount).toBe(units(1535));
    expect(regionTax(us, 'OR', one, 'single', TODAY)).toMatchObject({
      amount: 0,
      term: { sign: '·', label: { say: 'tax.noRegionTable' } },
    });
    expect(regionTax(us, null, one, 'single', TODAY)?.amount).toBe(0);
  });
  it('comes off what is left', () => {
    const at = (region: string) =>
      affordability(sampleFile({ pack: us, homes: [aHome({ region })], product: { ...product, measures: ['moneyLeft'] } }), TODAY).netIncome ?? 0;
    expect(Math.abs(at('TX') - at('PA') - units((51_999.96 * 0.0307) / 12))).toBeLessThanOrEqual(1);
    expect(at('OR')).toBe(at('TX'));
  });
});
