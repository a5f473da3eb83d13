import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { affordability } from '../../figures/affordability/index';
import { astray } from '../../basis/arithmetic/index';
import { benchmarkFor, guidelineFor, residualFor } from './index';
import { minor, proportion } from '../../basis/money/index';
import { type ProductDefinition } from '../../file/product/index';
import { aHome, incomePolicy, product, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';

const us = shippedPlace('us');
const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('published tables of what a household needs', () => {
  const residual = us.residualIncome;
  const guideline = us.guideline;
  const benchmark = us.benchmark;
  if (!residual || !guideline || !benchmark) throw new Error('the tables ship with the place');
  // 38 CFR 36.4340(e), tables of residual income by region, for loans of 79,999 and below and of 80,000 and above.
  it.each([
    ['ME', 1, 79_999, 390],
    ['TX', 4, 60_000, 868],
    ['CA', 5, 79_999.99, 1004],
    ['NY', 1, 80_000, 450],
    ['OH', 3, 120_000, 889],
    ['GA', 4, 250_000, 1003],
    ['WA', 5, 80_000, 1158],
    ['WA', 6, 80_000, 1158 + 80],
    ['ME', 7, 20_000, 921 + 150],
    ['ME', 9, 20_000, 921 + 150],
  ])('38 CFR 36.4340(e): %s, a family of %d, a loan of %d asks %d', (state, size, loan, left) => {
    expect(residualFor(residual, state, size, units(loan))).toBe(units(left));
  });
  it('knows the fifty states, the district and Puerto Rico', () => {
    expect(Object.keys(residual.states).filter((state) => state !== 'QH')).toHaveLength(52);
    expect(residualFor(residual, 'XX', 2, 100)).toBeNull();
  });
  // Federal poverty guidelines of 2025 (90 FR 5917): one person 15,650, four 32,150, eight 54,150; Alaska, four 40,190; Hawaii,
  // four 36,980. Values from memory.
  it.each([
    ['QH', 1, 15_650],
    ['OH', 4, 32_150],
    ['OH', 8, 54_150],
    ['AK', 4, 40_190],
    ['HI', 4, 36_980],
  ])('poverty guideline: %s, %d persons: %d', (state, size, yearly) => {
    expect(guidelineFor(guideline, state, size)).toBe(units(yearly));
  });
  it('the benchmark moves in proportion between two incomes, and grows with the household', () => {
    expect(benchmarkFor(benchmark, null, 1, 0)).toBe(units(560));
    expect(benchmarkFor(benchmark, 'anywhere', 1, units(15_000))).toBe(units(585));
    expect(benchmarkFor(benchmark, null, 2, units(30_000))).toBe(units(860));
    expect(benchmarkFor(benchmark, null, 7, units(500_000))).toBe(units(1990 + 2 * 200));
    expect(benchmarkFor(benchmark, null, 0, 0)).toBeNull();
  });
  it('the higher of declared and benchmark counts, and says so', () => {
    const held = withProduct({ commitments: { ...product.commitments, benchmark: true } });
    const living = (declared: number) =>
      affordability(
        sampleFile({ product: held, pack: us, livingCosts: [{ id: 'c', createdAt: '', category: 'Food and household', monthly: units(declared) }] }),
        TODAY,
      ).living;
    expect(living(300)).toMatchObject({ declared: 30_000, counted: { note: 'the benchmark counts: more than the $300.00 declared' } });
    expect(living(300).counted.value).toBe(living(300).benchmark);
    expect(living(3000)).toMatchObject({ counted: { value: 300_000, note: 'as declared: no less than the benchmark' } });
    expect(astray(living(300).counted)).toEqual([]);
  });
  it('residual income is held against the table', () => {
    const file = sampleFile({
      pack: us,
      product: withProduct({ limits: [{ measure: 'residualIncome', bound: 'least', value: 1, from: 'residualIncome', rule: 'The table.' }] }),
      homes: [aHome()],
    });
    const figure = affordability(file, TODAY).figures.find(({ measure }) => measure === 'residualIncome');
    expect(figure).toMatchObject({ limit: { value: units(390) }, verdict: 'inside' });
    // 52,000 a year of a single filer in 2026: tax 10 % to 12,400 and 12 % above, of 52,000 − 16,100; 7.65 % contributions.
    const tax = 1240 + (35_900 - 12_400) * 0.12;
    const net = proportion(units(52_000 - 0.04 - tax - 52_000 * 0.0765), 1, 12);
    expect(Math.abs((figure?.value ?? 0) - (net - 25_000 - 38_666))).toBeLessThanOrEqual(1);
  });
});

it('the products that ship count every kind of income, and rest on tables that their places have', () => {
  for (const code of ['workboat-refit', 'quay-cottages', 'crew-cover'])
    expect(Object.keys(shippedProduct(code).income.kinds).sort()).toEqual([...Object.keys(incomePolicy().kinds)].sort());
});
