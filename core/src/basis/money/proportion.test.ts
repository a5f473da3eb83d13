import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { proportion, scaled } from './index';
import { incomePolicy, shippedProduct } from '../../../test/sample';

describe('whole-number arithmetic', () => {
  it('is what exact decimals give, rounded half away from zero', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -999_999_999_999, max: 999_999_999_999 }),
        fc.integer({ min: 0, max: 10_000_000 }),
        fc.integer({ min: 1, max: 1_000_000 }),
        (amount, numerator, denominator) => {
          const exact = new Decimal(amount).times(numerator).div(denominator).toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
          fc.pre(exact.abs().lte(Number.MAX_SAFE_INTEGER));
          expect(proportion(amount, numerator, denominator)).toBe(exact.toNumber() || 0);
        },
      ),
      { numRuns: 2000 },
    );
    expect([scaled(101, 0.5), scaled(-101, 0.5), scaled(333, 0.333333)]).toEqual([51, -51, 111]);
    expect(() => proportion(1, 1, 0)).toThrow(RangeError);
  });
});

it('the products that ship count every kind of income, and rest on tables that their places have', () => {
  for (const code of ['workboat-refit', 'quay-cottages', 'crew-cover'])
    expect(Object.keys(shippedProduct(code).income.kinds).sort()).toEqual([...Object.keys(incomePolicy().kinds)].sort());
});
