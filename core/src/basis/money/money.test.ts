import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatMoney, minor, parseMoney } from './index';

describe('money', () => {
  it.each([
    ['1,234.5', 123_450],
    ['$ 12 000', 1_200_000],
    ['0.07', 7],
    ['-3', -300],
    ['1.234', null],
    ['12a', null],
    ['', null],
    ['1.2.3', null],
  ])('reads “%s” as %s', (text, expected) => expect(parseMoney(text)).toBe(expected));

  it('reads what it shows', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e12, max: 1e12 }), (amount) => {
        expect(parseMoney(formatMoney(minor(amount)))).toBe(amount);
      }),
    );
  });

  it('refuses parts of a cent', () => expect(() => minor(1.5)).toThrow(RangeError));
});
