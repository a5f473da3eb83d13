import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minor } from '../money/index';
import { toMonthly, type Frequency } from './index';

describe('frequency', () => {
  it.each<[number, Frequency, number | null, number]>([
    [2_500, 'hourly', 40, 433_333],
    [2_175, 'hourly', 37.5, 353_438],
    [80_000, 'weekly', null, 346_667],
    [200_000, 'everyTwoWeeks', null, 433_333],
    [200_000, 'twiceAMonth', null, 400_000],
    [400_000, 'monthly', null, 400_000],
    [300_000, 'quarterly', null, 100_000],
    [5_000_000, 'yearly', null, 416_667],
  ])('%i cents %s (%s hours) is %i a month', (amount, frequency, hours, expected) => {
    expect(toMonthly(minor(amount), frequency, hours).monthly).toBe(expected);
  });

  it('is the exact quotient rounded once: twelve months differ from the year by no more than six cents', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100_000_000 }),
        fc.constantFrom<Frequency>('weekly', 'everyTwoWeeks', 'twiceAMonth', 'monthly', 'quarterly', 'yearly'),
        (amount, frequency) => {
          const { monthly, perYear } = toMonthly(minor(amount), frequency);
          expect(Math.abs(monthly * 12 - amount * perYear)).toBeLessThanOrEqual(6);
        },
      ),
    );
  });

  it('refuses an hourly wage without hours, or with more than a week has', () => {
    expect(() => toMonthly(minor(2000), 'hourly')).toThrow(/hours/);
    expect(() => toMonthly(minor(2000), 'hourly', 169)).toThrow(/hours/);
  });
});
