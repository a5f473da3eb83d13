import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, addMonths, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { astray } from '../../basis/arithmetic/index';
import { chargesOf, endOfTerm, mayGiveBack, settlementOn, type EndedBy } from './index';

const units = (amount: number) => minor(Math.round(amount * 100));
const START = isoDate('2026-04-01');
const TABLE = [
  { upTo: 0.05, kept: 0.1 },
  { upTo: 0.1, kept: 0.19 },
  { upTo: 0.25, kept: 0.35 },
  { upTo: 0.5, kept: 0.6 },
  { upTo: 0.75, kept: 0.85 },
  { upTo: 1, kept: 1 },
];
const term = (year: number, paid = year) => ({ years: [{ from: START, year: units(year) }], paid: units(paid), startsOn: START, endsOn: endOfTerm(START) });

describe('the payments of a year', () => {
  const mode = (perYear: number) => ({ mode: { code: '', label: '', perYear, factor: 1 }, each: units(100) });
  it('are due from the first day of cover on, each on its day of the month', () => {
    expect(chargesOf(mode(4), isoDate('2026-01-31')).map(({ dueOn }) => dueOn)).toEqual(['2026-01-31', '2026-04-30', '2026-07-31', '2026-10-31']);
    expect(chargesOf(mode(1), START)).toEqual([{ dueOn: START, amount: units(100) }]);
    expect(chargesOf(mode(12), START)).toHaveLength(12);
  });
  it('a term is a year, to the day', () => {
    expect([endOfTerm(START), endOfTerm(isoDate('2028-02-29'))]).toEqual(['2027-04-01', '2029-02-28']);
  });
});

describe('what goes back', () => {
  it('is by days where the insurer ends it: 73 of 365 days of 1,460.00 are 292.00', () => {
    expect(settlementOn(term(1460), addDays(START, 73), 'insurer', TABLE)).toMatchObject({
      earned: units(292),
      unearned: units(1168),
      refund: units(1168),
      owed: 0,
    });
  });
  it('is at the short rate where whoever is insured ends it, and never more than by days', () => {
    // 73 of 365 days are a fifth: 35 % are kept.
    expect(settlementOn(term(1460), addDays(START, 73), 'insured', TABLE)).toMatchObject({ earned: units(511), refund: units(949) });
    // A table that keeps less than the days that passed gives way to them.
    expect(settlementOn(term(1460), addDays(START, 73), 'insured', [{ upTo: 1, kept: 0.01 }]).earned).toBe(units(292));
    expect(settlementOn(term(1460), addDays(START, 73), 'insured', null).earned).toBe(units(292));
    // Before a day has passed nothing is kept.
    expect(settlementOn(term(1460), START, 'insured', TABLE)).toMatchObject({ earned: 0, refund: units(1460) });
  });
  it('is everything within the days in which it can be given back', () => {
    expect(settlementOn(term(1460, 365), addDays(START, 10), 'freeLook', TABLE)).toMatchObject({ earned: 0, refund: units(365), owed: 0 });
    const policy = { freeLookUntil: isoDate('2026-04-15') };
    expect([mayGiveBack(policy, isoDate('2026-04-15')), mayGiveBack(policy, isoDate('2026-04-16')), mayGiveBack({ freeLookUntil: null }, START)]).toEqual([
      true,
      false,
      false,
    ]);
  });
  it('says what is still owed where less was paid than is earned', () => {
    expect(settlementOn(term(1200, 100), addMonths(START, 6), 'insurer', null)).toMatchObject({ refund: 0, earned: units(601.64), owed: units(501.64) });
  });
  it('leaves what was paid whole on every day: refund and what is earned are what was paid and what is owed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500_000_00 }),
        fc.integer({ min: 0, max: 500_000_00 }),
        fc.integer({ min: -10, max: 380 }),
        fc.constantFrom<EndedBy>('insured', 'insurer', 'freeLook'),
        (year, paid, days, by) => {
          const on = addDays(START, days);
          const made = settlementOn(
            { years: [{ from: START, year: minor(year) }], paid: minor(paid), startsOn: START, endsOn: endOfTerm(START) },
            on,
            by,
            TABLE,
          );
          expect(made.refund + made.earned).toBe(paid + made.owed);
          expect(made.earned + made.unearned).toBe(year);
          expect(made.earned).toBeGreaterThanOrEqual(0);
          expect(made.earned).toBeLessThanOrEqual(year);
          expect(astray({ label: 'earned', value: made.earned, unit: 'money', terms: made.terms })).toEqual([]);
        },
      ),
    );
  });
  it('what is earned never falls from one day to the next', () => {
    for (const by of ['insured', 'insurer'] as const) {
      const earned = Array.from({ length: 366 }, (_, days) => settlementOn(term(1234.56), addDays(START, days), by, TABLE).earned);
      expect(earned).toEqual([...earned].sort((a, b) => a - b));
    }
  });
});
