import { IPMT, PPMT, RATE, XIRR } from '@formulajs/formulajs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actuarialRate, effectiveRate, unitPeriods } from '../../credit/apr/index';
import { addDays, addMonths, daysBetween, isoDate, monthsBack } from '../../basis/dates/index';
import { advancesOf, annualPercentageRate, costsOf, unitPeriodOf } from './index';
import { affordability } from '../../figures/affordability/index';
import { astray } from '../../basis/arithmetic/index';
import { minor } from '../../basis/money/index';
import { partSchedule, schedule, type LoanPart } from '../../credit/parts/index';
import { type FileState } from '../../file/state/index';
import { TODAY, costed, partTerms, sampleFile, shippedPlace, withParts } from '../../../test/sample';

const START = isoDate('2026-03-02');
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
          // Months are counted back from the later day, the days that are left over those of the year that ends with them.
          const [y, m, d] = first.split('-').map(Number) as [number, number, number];
          const start = Date.UTC(y, m - 1, d);
          const weekly = parts.every(({ every }) => every === 'week' || every === 'twoWeeks');
          const years = (on: string): number => {
            const [year, month, day] = on.split('-').map(Number) as [number, number, number];
            const spent = (Date.UTC(year, month - 1, day) - start) / 86_400_000;
            const back = (months: number, weeks: number): number => Date.UTC(year, month - 1 - months, day - 7 * weeks);
            const count = weekly ? Math.floor(spent / 7) : monthsBack(first, isoDate(on));
            const end = weekly ? back(0, count) : back(count, 0);
            const before = addMonths(isoDate(new Date(end).toISOString().slice(0, 10)), -12);
            return count / (weekly ? 52 : 12) + (end - start) / (end - Date.parse(before));
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
          const { rows, payment } = partSchedule(partTerms({ principal: minor(principal), annualRate, periods }));
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
    const single = { every: 'year', termMonths: 12 } as const;
    expect(unit({ ...single, firstPaymentOn: isoDate('2026-09-02') })).toEqual({ kind: 'months', length: 6 });
    expect(unit({ ...single, firstPaymentOn: isoDate('2026-09-09') })).toEqual({ kind: 'days', length: 191 });
    expect(unit({ ...single, firstPaymentOn: isoDate('2028-09-09') })).toEqual({ kind: 'months', length: 12 });
  });
  it('is nothing while a part can’t be worked', () => {
    expect(costsOf(withParts([{ kind: 'level', amount: minor(500_000) }]), TODAY)).toBeNull();
    expect(costsOf(withParts([{ kind: null, amount: minor(500_000), termMonths: 12 }]), TODAY)).toBeNull();
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
