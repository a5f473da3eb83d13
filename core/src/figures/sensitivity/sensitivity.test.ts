import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { figuresFor } from '../affordability/index';
import { minor } from '../../basis/money/index';
import { sensitivityOf } from './index';
import type { FileState } from '../../file/state/index';
import type { Limit } from '../../file/product/index';
import { aDebt, anIncome, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const limits: Limit[] = [
  { measure: 'dtiAfter', bound: 'most', value: 0.4, rule: 'At most 40 %.' },
  { measure: 'moneyLeft', bound: 'least', value: 50_000, rule: 'At least $500.' },
  { measure: 'ltv', bound: 'most', value: 0.9, rule: 'At most 90 %.' },
];
const file = (values: Partial<FileState> = {}): FileState =>
  sampleFile({
    product: { ...product, measures: ['dtiAfter', 'moneyLeft', 'ltv'], limits },
    incomes: [anIncome({ amount: units(4000), frequency: 'monthly' })],
    debts: [aDebt({ payment: units(600) })],
    livingCosts: [{ id: 'c', createdAt: '', category: 'Other', monthly: units(1000) }],
    ...values,
  });
const left = (of: FileState, measure: string) => sensitivityOf(of, TODAY)?.rows.find((row) => row.measure === measure)?.left;

describe('how much is left until a limit breaks', () => {
  it('is what the limits give by hand', () => {
    // 20,000 at 6 % over 60 months pays 386.66: obligations of 986.66 are 40 % of 2,466.65, which is 38.3 % less.
    expect(left(file(), 'dtiAfter')?.income).toBe(0.383);
    // 1,600.00 may be owed, so debts may reach 1,213.34: 102.2 % more.
    expect(left(file(), 'dtiAfter')?.debts).toBe(1.022);
    // 4,000 − 600 − 1,000 − 386.66 leaves 2,013.34, 1,513.34 above the limit: 151.3 % of living costs.
    expect(left(file(), 'moneyLeft')?.living).toBe(1.513);
    // 20,000 may be 90 % of 22,222.23; the price is 25,000.
    expect(left(file(), 'ltv')?.value).toBe(0.111);
    expect(left(file(), 'ltv')?.amount).toBe(0.125);
  });
  it('is nothing where a limit doesn’t depend on an input, or nothing is inside one', () => {
    expect(left(file(), 'ltv')).toMatchObject({ income: null, rate: null, living: null, debts: null });
    expect(sensitivityOf(file({ incomes: [], request: { ...sampleFile().request, amount: null } }), TODAY)).toBeNull();
  });
  it('one step further breaks it, whatever is earned and owed', () => {
    let tried = 0;
    const rich = fc.record({
      pay: fc.integer({ min: 190_000, max: 205_000 }),
      debt: fc.integer({ min: 0, max: 5_000 }),
      termMonths: fc.integer({ min: 56, max: 66 }),
    });
    fc.assert(
      fc.property(rich, ({ pay, debt, termMonths }) => {
        const any = file({
          incomes: [anIncome({ amount: minor(pay), frequency: 'monthly' })],
          debts: [aDebt({ payment: minor(debt) })],
          request: { ...sampleFile().request, termMonths },
        });
        for (const { measure, left: room } of sensitivityOf(any, TODAY)?.rows ?? []) {
          if (room.rate === null) continue;
          tried += 1;
          const at = (points: number) => {
            const costs = any.product.costs as NonNullable<FileState['product']['costs']>;
            const parts = costs.parts.map((offer) => ({ ...offer, annualRate: Number((offer.annualRate + points).toFixed(8)) }));
            return figuresFor({ ...any, product: { ...any.product, costs: { ...costs, parts } } }, TODAY, [measure])[0]?.verdict;
          };
          expect([at(room.rate), at(room.rate + 0.001)]).toEqual(['inside', 'outside']);
        }
      }),
      { numRuns: 40 },
    );
    expect(tried).toBeGreaterThan(20);
  });
});
