import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { proportion, scaled } from './index';

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
