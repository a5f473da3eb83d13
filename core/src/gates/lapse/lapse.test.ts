import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, isoDate } from '../../basis/dates/index';
import { lapseDay, lapseDue } from './index';

const ACTIVE = isoDate('2026-03-02');

describe('a file on which nobody works', () => {
  it('is warned of, and lapses, on the days that its product says', () => {
    const rule = { days: 60, warnBefore: [3, 14] };
    const due = (days: number, warned: number) => lapseDue(rule, ACTIVE, warned, addDays(ACTIVE, days));
    expect(due(45, 0)).toBeNull();
    expect(due(46, 0)).toEqual({ what: 'warn', number: 1, left: 14 });
    expect(due(46, 1)).toBeNull();
    expect(due(57, 1)).toEqual({ what: 'warn', number: 2, left: 3 });
    expect(due(58, 0)).toEqual({ what: 'warn', number: 2, left: 2 });
    expect(due(60, 2)).toEqual({ what: 'lapse', idle: 60 });
  });
  it('is looked at on the first day on which something is due, never before and never after', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 90 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 90 }), { maxLength: 4 }),
        fc.nat({ max: 4 }),
        (days, warnBefore, so) => {
          const rule = { days, warnBefore: warnBefore.filter((before) => before < days) };
          const warned = Math.min(so, rule.warnBefore.length);
          const on = lapseDay(rule, ACTIVE, warned);
          expect(lapseDue(rule, ACTIVE, warned, on)).not.toBeNull();
          expect(lapseDue(rule, ACTIVE, warned, addDays(on, -1))).toBeNull();
        },
      ),
    );
  });
});
