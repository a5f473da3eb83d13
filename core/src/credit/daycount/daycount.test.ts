import { YEARFRAC } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, isoDate } from '../../basis/dates/index';
import { yearPart, type DayCount } from './index';

const euros = (count: Exclude<DayCount, 'equalPeriods'>, from: string, to: string): number => {
  const { numerator, denominator } = yearPart(count, isoDate(from), isoDate(to));
  return Number(((10_000 * 0.1 * numerator) / denominator).toFixed(2));
};

describe('day counts', () => {
  // ISDA, "EMU and market conventions: recent developments" (1998), examples of actual/actual (ISDA): 10 % on 10,000; from memory.
  it.each([
    ['2003-11-01', '2004-05-01', 497.72],
    ['1999-02-01', '1999-07-01', 410.96],
    ['1999-07-01', '2000-07-01', 1001.38],
    ['2002-08-15', '2003-07-15', 915.07],
    ['1999-07-30', '2000-01-30', 503.89],
    ['2000-01-30', '2000-06-30', 415.3],
  ])('actual/actual from %s to %s: %d', (from, to, expected) => {
    expect(euros('actual/actual', from, to)).toBeCloseTo(expected, 1);
  });
  it('30/360 by hand: a month end counts as a thirtieth', () => {
    expect(yearPart('30/360', isoDate('2026-01-31'), isoDate('2026-03-31')).numerator).toBe(60);
    expect(yearPart('30/360', isoDate('2026-01-30'), isoDate('2026-01-31')).numerator).toBe(0);
    expect(yearPart('30/360', isoDate('2026-02-15'), isoDate('2026-03-31')).numerator).toBe(46);
  });
  it('agree with a spreadsheet library', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9000 }), fc.integer({ min: 1, max: 3000 }), (start, length) => {
        const from = addDays(isoDate('2010-01-01'), start);
        const to = addDays(from, length);
        const [a, b] = [new Date(`${from}T00:00:00`), new Date(`${to}T00:00:00`)];
        const part = (count: Exclude<DayCount, 'equalPeriods'>) => {
          const { numerator, denominator } = yearPart(count, from, to);
          return numerator / denominator;
        };
        expect(part('actual/360')).toBeCloseTo(Number(YEARFRAC(a, b, 2)), 9);
        expect(part('actual/365')).toBeCloseTo(Number(YEARFRAC(a, b, 3)), 9);
        // The library follows the United States' rule for the end of February, which ISDA's 30/360 has not.
        const february = [from, to].some((date) => addDays(date, 1).endsWith('-03-01'));
        if (!february && !(from.endsWith('-31') || to.endsWith('-31'))) expect(part('30/360')).toBeCloseTo(Number(YEARFRAC(a, b, 0)), 9);
      }),
      { numRuns: 2000 },
    );
  });
});
