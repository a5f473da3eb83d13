import { CUMIPMT, PMT } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { addDays, addMonths, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { asCarried, leftAtEnd, partProblem, partSchedule, PAYMENT_PERIODS, PAYMENT_PERIOD_NAMES, periodsIn, type PartTerms } from './index';
import { type DayCount } from '../daycount/index';
import { partTerms } from '../../../test/sample';

const START = isoDate('2026-03-02');
describe('a part and its schedule', () => {
  it('every period of payment comes out as a spreadsheet library’s annuity', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PAYMENT_PERIOD_NAMES),
        fc.integer({ min: 10_000, max: 50_000_000 }),
        fc.integer({ min: 10, max: 2500 }),
        fc.integer({ min: 1, max: 30 }),
        (every, principal, basisPoints, years) => {
          const { perYear } = PAYMENT_PERIODS[every];
          const periods = years * perYear;
          const firstPaymentOn = 'weeks' in PAYMENT_PERIODS[every] ? addDays(START, (364 / perYear) | 0) : addMonths(START, 12 / perYear);
          const made = partSchedule(partTerms({ every, principal: minor(principal), annualRate: basisPoints / 10_000, periods, firstPaymentOn }));
          const reference = -Number(PMT(basisPoints / 10_000 / perYear, periods, principal));
          expect(Math.abs(made.payment - reference)).toBeLessThanOrEqual(0.5001);
          expect(made.rows).toHaveLength(periods);
        },
      ),
      { numRuns: 500 },
    );
  });
  it('with a balloon too, and the interest of its first payments', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000_000, max: 50_000_000 }),
        fc.integer({ min: 10, max: 1500 }),
        fc.integer({ min: 24, max: 120 }),
        fc.integer({ min: 0, max: 40 }),
        (principal, basisPoints, periods, share) => {
          const balloon = minor(Math.floor((principal * share) / 100));
          const made = partSchedule(partTerms({ kind: 'balloon', principal: minor(principal), annualRate: basisPoints / 10_000, periods, balloon }));
          expect(Math.abs(made.payment + Number(PMT(basisPoints / 10_000 / 12, periods, principal, 0 - balloon)))).toBeLessThanOrEqual(0.5001);
          // Balances of whole cents drift from the library’s by at most the rounding of each payment, with its interest.
          expect(Math.abs((made.rows.at(-1)?.payment ?? 0) - made.payment - balloon)).toBeLessThanOrEqual(periods * 2);
          if (balloon === 0) {
            const interest = made.rows.slice(0, 12).reduce((so, row) => so + row.interest, 0);
            expect(Math.abs(interest + Number(CUMIPMT(basisPoints / 10_000 / 12, periods, principal, 1, 12, 0)))).toBeLessThan(12);
          }
        },
      ),
      { numRuns: 500 },
    );
  });
  it('interest alone, then level over what is left', () => {
    const made = partSchedule(partTerms({ kind: 'interestOnly', interestOnly: 12, periods: 60 }));
    expect(made.rows.slice(0, 12).map(({ payment }) => payment)).toEqual(Array(12).fill(10_000));
    expect(made.steps).toEqual([
      { from: 1, payment: 10_000 },
      { from: 13, payment: Math.round(-Number(PMT(0.005, 48, 2_000_000))) },
    ]);
  });
  it('nothing for a year, then at the rate that follows on what is still owed', () => {
    const made = partSchedule(partTerms({ kind: 'promotional', promotion: { periods: 12, annualRate: 0 }, annualRate: 0.09 }));
    // By hand: 20,000.00 ÷ 60 = 333.33; twelve of them leave 16,000.04.
    expect(made.rows[11]).toMatchObject({ payment: 33_333, interest: 0, balance: 1_600_004 });
    expect(made.steps[1]).toEqual({ from: 13, payment: Math.round(-Number(PMT(0.09 / 12, 48, 1_600_004))) });
  });
  it('pays in the season only, and interest of the other months is added', () => {
    const made = partSchedule(partTerms({ kind: 'seasonal', season: [5, 6, 7, 8, 9], periods: 24 }));
    const paid = made.rows.filter(({ payment }) => payment > 0);
    expect(new Set(paid.map(({ dueOn }) => Number(dueOn.slice(5, 7))))).toEqual(new Set([5, 6, 7, 8, 9]));
    expect(paid).toHaveLength(10);
    // April 2026 has no payment: 20,000.00 × 0.5 % is added.
    expect(made.rows[0]).toMatchObject({ payment: 0, interest: 10_000, balance: 2_010_000 });
  });
  it('a holiday leaves payments out and makes the others higher', () => {
    const made = partSchedule(partTerms({ holiday: { from: 4, periods: 3 } }));
    expect(made.rows.slice(3, 6).map(({ payment }) => payment)).toEqual([0, 0, 0]);
    expect(made.rows[5]?.balance).toBeGreaterThan(made.rows[2]?.balance ?? 0);
    expect(made.payment).toBeGreaterThan(partSchedule(partTerms()).payment);
  });
  it('a revolving part pays a share of what is owed, at least so much, until it is paid off', () => {
    const made = partSchedule(partTerms({ kind: 'revolving', principal: minor(100_000), annualRate: 0.12, revolving: { share: 0.05, least: minor(2_500) } }));
    // By hand: interest 10.00, owed 1,010.00, 5 % of it 50.50; at the end never less than 25.00 but the last.
    expect(made.rows[0]).toMatchObject({ interest: 1_000, payment: 5_050, balance: 95_950 });
    expect(Math.min(...made.rows.slice(0, -1).map(({ payment }) => payment))).toBe(2_500);
    expect(made.rows.at(-1)?.balance).toBe(0);
    expect(() => partSchedule(partTerms({ kind: 'revolving', annualRate: 0.9, revolving: { share: 0, least: minor(100) } }))).toThrow(/never paid off/);
  });
  it('a line that ends pays all that is owed then, and what is beyond the usual payment is left to the end', () => {
    const terms = partTerms({
      kind: 'revolving',
      principal: minor(100_000),
      annualRate: 0.12,
      advanceOn: isoDate('2026-03-02'),
      firstPaymentOn: isoDate('2026-04-02'),
      revolving: { share: 0.05, least: minor(2_500), limit: minor(300_000), endsOn: isoDate('2026-06-01') },
    });
    const made = partSchedule(terms);
    // By hand: 1,000.00 → 959.50 → 920.64 (9.60 interest, 48.46 paid); the third falls on 2 June: 9.21 interest, all of 929.85.
    expect(made.rows.map(({ payment }) => payment)).toEqual([5_050, 4_846, 92_985]);
    expect(leftAtEnd(terms)).toBe(92_985 - 4_649);
    expect(leftAtEnd({ ...terms, revolving: { share: 0.05, least: minor(2_500) } })).toBe(0);
    expect(partProblem({ ...terms, revolving: { share: 0.05, least: minor(2_500), limit: minor(99_999) } })).toMatch(/More is drawn than the limit/);
    expect(partProblem({ ...terms, revolving: { share: 0.05, least: minor(2_500), endsOn: START } })).toMatch(/on or after its first payment/);
  });
  it('what has to be carried of a line is the payment on its limit where the product says so', () => {
    const terms = partTerms({ kind: 'revolving', principal: minor(100_000), annualRate: 0.12 });
    const line = { share: 0.05, least: minor(2_500), limit: minor(300_000) };
    expect(asCarried({ ...terms, revolving: { ...line, counts: 'limit' } }).principal).toBe(300_000);
    expect(asCarried({ ...terms, revolving: { ...line, counts: 'drawn' } }).principal).toBe(100_000);
    expect(asCarried({ ...terms, revolving: line }).principal).toBe(100_000);
    expect(asCarried({ ...terms, revolving: { share: 0.05, least: minor(2_500), counts: 'limit' } }).principal).toBe(100_000);
  });
  it('days count as the convention says: 20,000.00 at 6 % for 31 days', () => {
    const first = (dayCount: DayCount) =>
      partSchedule(partTerms({ dayCount, advanceOn: isoDate('2026-03-01'), firstPaymentOn: isoDate('2026-04-01') })).rows[0]?.interest;
    expect(first('equalPeriods')).toBe(10_000);
    expect(first('30/360')).toBe(10_000);
    expect(first('actual/365')).toBe(10_192);
    expect(first('actual/360')).toBe(10_333);
    expect(first('actual/actual')).toBe(10_192);
  });
  it('any part pays off exactly', () => {
    fc.assert(
      fc.property(anyTerms(), (any) => {
        if (partProblem(any) !== null) return;
        const made = partSchedule(any);
        expect(made.rows.reduce((so, row) => so + row.principal, 0)).toBe(any.principal);
        expect(made.rows.at(-1)?.balance).toBe(0);
        expect(made.totalPayable - made.totalInterest).toBe(any.principal);
        const astrayAt = made.rows.filter(
          (row, at) => row.payment !== row.interest + row.principal || row.balance !== (made.rows[at - 1]?.balance ?? any.principal) - row.principal,
        );
        expect(astrayAt).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
  it('a higher rate never makes a payment lower', () => {
    fc.assert(
      fc.property(anyTerms(), fc.integer({ min: 1, max: 800 }), (any, added) => {
        if (partProblem(any) !== null) return;
        const more = partSchedule({ ...any, annualRate: Math.round((any.annualRate + added / 10_000) * 1e8) / 1e8 });
        expect(Math.max(...more.steps.map(({ payment }) => payment))).toBeGreaterThanOrEqual(
          Math.max(...partSchedule(any).steps.map(({ payment }) => payment)),
        );
      }),
      { numRuns: 200 },
    );
  });
  it.each([
    [{ balloon: minor(2_000_000), kind: 'balloon' as const }, /balloon must be less/],
    [{ interestOnly: 60 }, /something must be paid back/],
    [{ promotion: { periods: 60, annualRate: 0 } }, /promotion must end/],
    [{ season: [] }, /At least one month/],
    [{ holiday: { from: 58, periods: 3 } }, /holiday must end/],
    [{ firstPaymentOn: START }, /after the advance/],
    [{ season: [12], periods: 3 }, /No payment falls/],
  ])('refuses %j', (values, message) => {
    expect(partProblem(partTerms(values))).toMatch(message);
    expect(partProblem(partTerms(values))).toMatch(message);
    expect(() => partSchedule(partTerms(values))).toThrow(RangeError);
  });
});

function anyTerms(): fc.Arbitrary<PartTerms> {
  return fc
    .record({
      kind: fc.constantFrom('level' as const, 'variable' as const, 'interestOnly' as const, 'promotional' as const, 'seasonal' as const, 'balloon' as const),
      every: fc.constantFrom(...PAYMENT_PERIOD_NAMES),
      dayCount: fc.constantFrom('equalPeriods' as const, '30/360' as const, 'actual/365' as const, 'actual/360' as const, 'actual/actual' as const),
      principal: fc.integer({ min: 50_000, max: 20_000_000 }),
      rate: fc.integer({ min: 0, max: 2000 }),
      months: fc.integer({ min: 12, max: 180 }),
      firstAfter: fc.integer({ min: 1, max: 70 }),
      special: fc.integer({ min: 1, max: 12 }),
      share: fc.integer({ min: 0, max: 40 }),
      holiday: fc.option(fc.record({ from: fc.integer({ min: 1, max: 20 }), periods: fc.integer({ min: 1, max: 6 }) })),
    })
    .map(({ kind, every, dayCount, principal, rate, months, firstAfter, special, share, holiday }) =>
      partTerms({
        kind,
        every,
        dayCount,
        principal: minor(principal),
        annualRate: rate / 10_000,
        periods: periodsIn(every, months),
        firstPaymentOn: addDays(START, firstAfter),
        interestOnly: kind === 'interestOnly' ? special : 0,
        promotion: kind === 'promotional' ? { periods: special, annualRate: 0 } : null,
        season: kind === 'seasonal' ? [4, 5, 6, 7, 8, 9] : null,
        balloon: minor(kind === 'balloon' ? Math.floor((principal * share) / 100) : 0),
        holiday,
      }),
    );
}
