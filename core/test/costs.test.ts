import { CUMIPMT, IPMT, PMT, PPMT, RATE, XIRR, YEARFRAC } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  actuarialRate,
  addDays,
  addMonths,
  advancesOf,
  affordability,
  annualPercentageRate,
  astray,
  costOf,
  costsOf,
  daysBetween,
  effectiveRate,
  feesFor,
  isoDate,
  minor,
  partProblem,
  partSchedule,
  PAYMENT_PERIODS,
  PAYMENT_PERIOD_NAMES,
  periodsIn,
  PLAIN,
  schedule,
  settlementOf,
  settlementTerms,
  total,
  totalPayableOf,
  unitPeriodOf,
  unitPeriods,
  yearPart,
  type Costs,
  type DayCount,
  type FileState,
  type LoanPart,
  type PartTerms,
} from '../src/index';
import { aPart, costRules, product, sampleFile, shippedPlace, TODAY } from './sample';

const START = isoDate('2026-03-02');
const terms = (values: Partial<PartTerms> = {}): PartTerms => ({
  ...PLAIN,
  principal: minor(2_000_000),
  annualRate: 0.06,
  periods: 60,
  advanceOn: START,
  firstPaymentOn: addMonths(START, 1),
  ...values,
});
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
          const made = partSchedule(terms({ every, principal: minor(principal), annualRate: basisPoints / 10_000, periods, firstPaymentOn }));
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
          const made = partSchedule(terms({ kind: 'balloon', principal: minor(principal), annualRate: basisPoints / 10_000, periods, balloon }));
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
    const made = partSchedule(terms({ kind: 'interestOnly', interestOnly: 12, periods: 60 }));
    expect(made.rows.slice(0, 12).map(({ payment }) => payment)).toEqual(Array(12).fill(10_000));
    expect(made.steps).toEqual([
      { from: 1, payment: 10_000 },
      { from: 13, payment: Math.round(-Number(PMT(0.005, 48, 2_000_000))) },
    ]);
  });
  it('nothing for a year, then at the rate that follows on what is still owed', () => {
    const made = partSchedule(terms({ kind: 'promotional', promotion: { periods: 12, annualRate: 0 }, annualRate: 0.09 }));
    // By hand: 20,000.00 ÷ 60 = 333.33; twelve of them leave 16,000.04.
    expect(made.rows[11]).toMatchObject({ payment: 33_333, interest: 0, balance: 1_600_004 });
    expect(made.steps[1]).toEqual({ from: 13, payment: Math.round(-Number(PMT(0.09 / 12, 48, 1_600_004))) });
  });
  it('pays in the season only, and interest of the other months is added', () => {
    const made = partSchedule(terms({ kind: 'seasonal', season: [5, 6, 7, 8, 9], periods: 24 }));
    const paid = made.rows.filter(({ payment }) => payment > 0);
    expect(new Set(paid.map(({ dueOn }) => Number(dueOn.slice(5, 7))))).toEqual(new Set([5, 6, 7, 8, 9]));
    expect(paid).toHaveLength(10);
    // April 2026 has no payment: 20,000.00 × 0.5 % is added.
    expect(made.rows[0]).toMatchObject({ payment: 0, interest: 10_000, balance: 2_010_000 });
  });
  it('a holiday leaves payments out and makes the others higher', () => {
    const made = partSchedule(terms({ holiday: { from: 4, periods: 3 } }));
    expect(made.rows.slice(3, 6).map(({ payment }) => payment)).toEqual([0, 0, 0]);
    expect(made.rows[5]?.balance).toBeGreaterThan(made.rows[2]?.balance ?? 0);
    expect(made.payment).toBeGreaterThan(partSchedule(terms()).payment);
  });
  it('a revolving part pays a share of what is owed, at least so much, until it is paid off', () => {
    const made = partSchedule(terms({ kind: 'revolving', principal: minor(100_000), annualRate: 0.12, revolving: { share: 0.05, least: minor(2_500) } }));
    // By hand: interest 10.00, owed 1,010.00, 5 % of it 50.50; at the end never less than 25.00 but the last.
    expect(made.rows[0]).toMatchObject({ interest: 1_000, payment: 5_050, balance: 95_950 });
    expect(Math.min(...made.rows.slice(0, -1).map(({ payment }) => payment))).toBe(2_500);
    expect(made.rows.at(-1)?.balance).toBe(0);
    expect(() => partSchedule(terms({ kind: 'revolving', annualRate: 0.9, revolving: { share: 0, least: minor(100) } }))).toThrow(/never paid off/);
  });
  it('days count as the convention says: 20,000.00 at 6 % for 31 days', () => {
    const first = (dayCount: DayCount) =>
      partSchedule(terms({ dayCount, advanceOn: isoDate('2026-03-01'), firstPaymentOn: isoDate('2026-04-01') })).rows[0]?.interest;
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
    expect(partProblem(terms(values))).toMatch(message);
    expect(() => partSchedule(terms(values))).toThrow(message);
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
      terms({
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

const withParts = (parts: Partial<LoanPart>[], rules = {}, request: Partial<FileState['request']> = {}): FileState =>
  sampleFile({
    parts: parts.map((values, at) => aPart({ id: `part-${at}`, ...values })),
    request: { ...sampleFile().request, amount: minor(parts.reduce((so, { amount }) => so + (amount ?? 0), 0)), ...request },
    product: { ...product, costs: costRules(rules) },
  });
function costed(file: FileState): Costs {
  const costs = costsOf(file, TODAY);
  if (!costs) throw new Error('it can’t be worked');
  return costs;
}

describe('what a request costs', () => {
  const five = withParts([
    { kind: 'level', amount: minor(800_000), termMonths: 60 },
    { kind: 'variable', amount: minor(400_000), termMonths: 60, every: 'twoWeeks' },
    { kind: 'interestOnly', amount: minor(300_000), termMonths: 48, interestOnlyMonths: 12 },
    { kind: 'promotional', amount: minor(300_000), termMonths: 36 },
    { kind: 'balloon', amount: minor(200_000), termMonths: 60, balloon: minor(60_000) },
  ]);

  it('adds up its parts: amounts, payments a month, all payments', () => {
    const costs = costed(five);
    expect(costs.amount).toBe(2_000_000);
    expect(costs.payment).toBe(costs.parts.reduce((so, { monthly }) => so + monthly, 0));
    expect(costs.schedule.totalPayable).toBe(costs.parts.reduce((so, part) => so + part.schedule.totalPayable, 0));
    expect(costs.schedule.rows.at(-1)?.balance).toBe(0);
    expect(costs.schedule.rows.reduce((so, { principal }) => so + principal, 0)).toBe(2_000_000);
    const fortnights = costs.parts[1];
    expect(fortnights?.monthly).toBe(Math.round(((fortnights?.schedule.payment ?? 0) * 26) / 12));
  });
  it('every figure of such a request opens into its arithmetic', () => {
    const all = { ...five, product: { ...five.product, measures: ['payment', 'totalPayable', 'apr', 'dtiAfter', 'moneyLeftStressed'] as const } };
    for (const { label, value, unit, terms: lines } of affordability({ ...all, product: { ...all.product, measures: [...all.product.measures] } }, TODAY)
      .figures)
      expect(astray({ label, value: value ?? NaN, unit, terms: lines })).toEqual([]);
  });
  it('payments discounted at the rate found are worth what is advanced, whatever the parts', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.constantFrom('level', 'variable', 'interestOnly', 'promotional', 'seasonal', 'balloon', 'revolving'),
            amount: fc.integer({ min: 100_000, max: 3_000_000 }).map(minor),
            termMonths: fc.integer({ min: 26, max: 120 }),
            every: fc.constantFrom('month', 'quarter', 'twoWeeks', 'week'),
            late: fc.integer({ min: 0, max: 200 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (parts) => {
          const file = withParts(parts.map(({ late, ...part }) => ({ ...part, advanceOn: late > 100 ? addDays(START, late) : null })));
          const costs = costed(file);
          const rate = annualPercentageRate(costs, 'directive');
          if (rate === null) throw new Error('there is no rate');
          const first = costs.advanceOn;
          const years = (on: string): number => {
            let months = 0;
            while (addMonths(first, months + 1) <= on) months += 1;
            return months / 12 + daysBetween(addMonths(first, months), isoDate(on)) / 365;
          };
          const worth = (sums: { on: string; amount: number }[]) => sums.reduce((so, { on, amount }) => so + amount / (1 + rate) ** years(on), 0);
          const paid = costs.schedule.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment }));
          expect(Math.abs(worth(paid) / worth(advancesOf(costs)) - 1)).toBeLessThan(1e-9);
          // By the other method: whole unit-periods compound, the part of one bears simple interest.
          const unit = unitPeriodOf(costs);
          const nominal = annualPercentageRate(costs, 'regulationZ');
          if (nominal === null) throw new Error('there is no rate');
          const i = nominal / ({ months: 12, weeks: 52, days: 365 }[unit.kind] / unit.length);
          const placed = (sums: { on: string; amount: number }[]) =>
            sums.reduce((so, { on, amount }) => {
              const { t, f } = unitPeriods(first, isoDate(on), unit);
              return so + amount / ((1 + f * i) * (1 + i) ** t);
            }, 0);
          expect(Math.abs(placed(paid) / placed(advancesOf(costs)) - 1)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('the same with a spreadsheet library’s dated rate, where both count days over 365', () => {
    const costs = costed(withParts([{ kind: 'seasonal', amount: minor(1_000_000), termMonths: 36 }]));
    const flows = [
      ...advancesOf(costs).map(({ on, amount }) => ({ on, amount: 0 - amount })),
      ...costs.schedule.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment })),
    ];
    const library = Number(
      XIRR(
        flows.map(({ amount }) => amount),
        flows.map(({ on }) => new Date(`${on}T00:00:00Z`)),
        0.1,
      ),
    );
    const start = costs.advanceOn;
    const placed = (sums: { on: string; amount: number }[]) => sums.map(({ on, amount }) => ({ amount, years: daysBetween(start, isoDate(on)) / 365 }));
    const ours = effectiveRate(placed(advancesOf(costs)), placed(costs.schedule.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment }))));
    expect(ours).toBeCloseTo(library, 6);
  });
  it('any dated sums have the rate that the library finds for them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100_000, max: 5_000_000 }),
        fc.array(fc.record({ after: fc.integer({ min: 60, max: 2500 }), share: fc.integer({ min: 1, max: 100 }) }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 1, max: 60 }),
        (amount, payments, profit) => {
          const shares = payments.reduce((so, { share }) => so + share, 0);
          const sums = payments.map(({ after, share }) => ({ after, amount: (amount * (1 + profit / 100) * share) / shares }));
          const start = new Date('2026-03-02T00:00:00Z');
          const on = (after: number): Date => new Date(start.getTime() + after * 86_400_000);
          const ours = effectiveRate(
            [{ amount, years: 0 }],
            sums.map(({ after, amount: paid }) => ({ amount: paid, years: after / 365 })),
          );
          // The library's steps begin at a guess and may not arrive from another.
          const library = Number(XIRR([0 - amount, ...sums.map(({ amount: paid }) => paid)], [start, ...sums.map(({ after }) => on(after))], ours + 0.01));
          expect(ours).toBeCloseTo(library, 6);
        },
      ),
      { numRuns: 1000 },
    );
  });
  it('any plain loan: the rate, and the split of any payment, are the library’s', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 500_000, max: 50_000_000 }),
        fc.integer({ min: 50, max: 2500 }),
        fc.integer({ min: 3, max: 120 }),
        fc.integer({ min: 0, max: 1_000_000 }),
        (principal, basisPoints, periods, pick) => {
          const annualRate = basisPoints / 10_000;
          const { rows, payment } = partSchedule(terms({ principal: minor(principal), annualRate, periods }));
          const rate = actuarialRate(
            [{ amount: principal, t: 0, f: 0 }],
            rows.map(({ number }) => ({ amount: payment, t: number, f: 0 })),
            12,
          );
          expect(rate).toBeCloseTo(Number(RATE(periods, 0 - payment, principal, 0, 0, annualRate / 12)) * 12, 7);
          const row = rows[pick % (periods - 1)];
          if (!row) throw new Error('no such payment');
          // Whole cents move a balance by at most half a cent for each payment, which compounds.
          const drift = row.number * 0.5 * (1 + annualRate / 12) ** row.number + 1;
          expect(Math.abs(row.interest + Number(IPMT(annualRate / 12, row.number, periods, principal)))).toBeLessThan(drift);
          expect(Math.abs(row.principal + Number(PPMT(annualRate / 12, row.number, periods, principal)))).toBeLessThan(drift);
        },
      ),
      { numRuns: 1000 },
    );
  });
  it('a plain loan has the rate that the library finds', () => {
    const costs = costed(withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }]));
    const library = Number(RATE(60, 0 - costs.payment, 1_980_000)) * 12;
    expect(annualPercentageRate(costs, 'regulationZ')).toBeCloseTo(library, 5);
    expect(costs.schedule.rows).toEqual(
      schedule({ principal: minor(2_000_000), annualRate: 0.06, payments: 60, advanceOn: TODAY, firstPaymentOn: isoDate('2026-04-02') }).rows,
    );
  });
  it('counts the unit-period as the payments come', () => {
    const unit = (part: Partial<LoanPart>, request = {}) =>
      unitPeriodOf(costed(withParts([{ kind: 'level', amount: minor(500_000), termMonths: 24, ...part }], {}, request)));
    expect(unit({})).toEqual({ kind: 'months', length: 1 });
    expect(unit({ every: 'quarter' })).toEqual({ kind: 'months', length: 3 });
    expect(unit({ every: 'twoWeeks' })).toEqual({ kind: 'weeks', length: 2 });
    const single = { every: 'year', termMonths: 12 };
    expect(unit({ ...single, firstPaymentOn: isoDate('2026-09-02') })).toEqual({ kind: 'months', length: 6 });
    expect(unit({ ...single, firstPaymentOn: isoDate('2026-09-09') })).toEqual({ kind: 'days', length: 191 });
    expect(unit({ ...single, firstPaymentOn: isoDate('2028-09-09') })).toEqual({ kind: 'months', length: 12 });
  });
  it('is nothing while a part can’t be worked', () => {
    expect(costsOf(withParts([{ kind: 'level', amount: minor(500_000) }]), TODAY)).toBeNull();
    expect(costsOf(withParts([{ kind: null, amount: minor(500_000), termMonths: 12 }]), TODAY)).toBeNull();
  });
});

describe('fees', () => {
  const rule = { code: 'fee', label: 'Fee', paid: 'financed' as const, inRate: true };
  const brackets = [
    { from: minor(0), flat: minor(10_000), share: 0 },
    { from: minor(1_000_000), flat: minor(5_000), share: 0.01 },
  ];
  it.each([
    [999_999, 10_000],
    [1_000_000, 15_000],
    [1_234_567, 17_346],
    [9_000_000, 50_000],
  ])('by bracket: of %i it is %i', (amount, expected) => {
    const [fee] = feesFor([{ ...rule, brackets, most: minor(50_000) }], minor(amount));
    expect(fee?.amount).toBe(expected);
    expect(astray(fee?.term ?? { label: '', value: NaN, unit: 'money' })).toEqual([]);
  });
  it('financed ones are owed and bear interest; the rate counts only finance charges', () => {
    const fees = (paid: 'financed' | 'withheld' | 'beforehand', inRate: boolean) =>
      costed(
        withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }], {
          fees: [{ ...rule, paid, inRate, brackets: [{ from: minor(0), flat: minor(30_000), share: 0 }] }],
        }),
      );
    const financed = fees('financed', true);
    expect(financed).toMatchObject({ principal: 2_030_000, paidOut: 2_000_000 });
    expect(totalPayableOf(financed)).toBe(financed.schedule.totalPayable);
    const withheld = fees('withheld', true);
    expect(withheld).toMatchObject({ principal: 2_000_000, paidOut: 1_970_000 });
    // What is taken from the pay-out is paid back with the amount: it is paid once.
    expect(totalPayableOf(withheld)).toBe(withheld.schedule.totalPayable);
    expect(costOf(withheld)).toBe(withheld.schedule.totalInterest + 30_000);
    expect(costOf(financed)).toBe(financed.schedule.totalInterest + 30_000);
    expect(totalPayableOf(fees('beforehand', true))).toBe(withheld.schedule.totalPayable + 30_000);
    expect(costOf(fees('beforehand', true))).toBe(withheld.schedule.totalInterest + 30_000);
    expect(annualPercentageRate(withheld, 'regulationZ') ?? 0).toBeGreaterThan(0.06);
    for (const outside of [fees('withheld', false), fees('beforehand', false), fees('financed', false)])
      expect(annualPercentageRate(outside, 'regulationZ')).toBeCloseTo(0.06, 5);
    expect(annualPercentageRate(fees('beforehand', true), 'regulationZ')).toBeCloseTo(annualPercentageRate(withheld, 'regulationZ') ?? 0, 9);
  });
});

describe('settling early', () => {
  const plain = terms({ principal: minor(2_000_000) });
  it('is the balance and the days since, whatever the day', () => {
    const made = partSchedule(plain);
    expect(settlementOf(plain, made, START)).toMatchObject({ balance: 2_000_000, interest: 0 });
    // Ten days after the third payment, over 365.
    const third = made.rows[2];
    const on = addDays(third?.dueOn ?? START, 10);
    expect(settlementOf(plain, made, on)).toMatchObject({ balance: third?.balance, days: 10, interest: Math.round(((third?.balance ?? 0) * 0.06 * 10) / 365) });
    expect(settlementOf(plain, made, made.rows.at(-1)?.dueOn ?? START)).toMatchObject({ balance: 0, interest: 0 });
    expect(() => settlementOf(plain, made, addDays(START, -1))).toThrow(/before the advance/);
  });
  it('costs a share of the balance, less within a year of the end, never more than the interest saved', () => {
    const costs = costed(withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }]));
    const at = (on: string) => settlementTerms(costs, costRules(), isoDate(on));
    const early = at('2027-03-02');
    expect(astray({ label: 'Settlement', value: total(early), unit: 'money', terms: early })).toEqual([]);
    const charge = (on: string) => at(on)[0]?.terms?.find(({ label }) => label === 'For settling early')?.value ?? 0;
    const balance = (on: string) => at(on)[0]?.terms?.[0]?.value ?? 0;
    expect(charge('2027-03-02')).toBe(Math.round(balance('2027-03-02') * 0.01));
    expect(charge('2030-06-02')).toBe(Math.round(balance('2030-06-02') * 0.005));
    const last = costs.schedule.rows.at(-1);
    expect(charge(costs.schedule.rows.at(-2)?.dueOn ?? '')).toBe(Math.min(last?.interest ?? 0, Math.round(((last?.principal ?? 0) as number) * 0.005)));
  });
});

it('another place’s method changes the rate and nothing else', () => {
  const file = sampleFile();
  const rate = (pack: FileState['pack']) => affordability({ ...file, pack }, TODAY).figures.find(({ measure }) => measure === 'apr');
  const us = rate(file.pack);
  const gb = rate({ ...file.pack, rateMethod: shippedPlace('gb').rateMethod });
  // (1 + i)^12 − 1 of the same monthly rate.
  expect(gb?.value).toBeCloseTo((1 + (us?.value ?? 0) / 12) ** 12 - 1, 4);
  expect(astray({ label: 'apr', value: gb?.value ?? NaN, unit: 'ratio', terms: gb?.terms ?? [] })).toEqual([]);
});
