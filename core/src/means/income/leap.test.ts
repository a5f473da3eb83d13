import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minor } from '../../basis/money/index';
import { leaps } from './index';

describe('a paper that shows something far from what was stated', () => {
  it.each([
    ['an hour’s pay that was stated, a month’s on the paper', 3460, 533_000, true],
    ['a month’s pay that was stated, a year’s on the paper', 533_000, 6_396_000, true],
    ['a year’s that was stated, a month’s on the paper', 6_396_000, 533_000, true],
    ['a little more', 533_000, 560_000, false],
    ['half of it', 533_000, 266_500, false],
    ['a loss where a profit was stated', 4_000_000, -4_000_000, true],
    ['nothing', 533_000, 0, true],
  ])('%s', (_, stated, shown, expected) => expect(leaps(minor(stated), minor(shown))).toBe(expected));
  it('leaps neither from nothing stated, nor from itself, and there as back', () => {
    expect(leaps(null, minor(1))).toBe(false);
    expect(leaps(minor(0), minor(1))).toBe(false);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), fc.integer({ min: 1, max: 1e9 }), (a, b) => {
        expect(leaps(minor(a), minor(a))).toBe(false);
        expect(leaps(minor(a), minor(b))).toBe(leaps(minor(b), minor(a)));
      }),
    );
  });
});
