import { irr } from 'financial';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actuarialRate, directiveRate, effectiveRate, regulationZRate, unitPeriods, type PlacedAmount } from './index';
import { addDays, addMonths, isoDate, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { schedule } from '../parts/index';

const level = (count: number, amount: number, t: number, f = 0): PlacedAmount[] => Array.from({ length: count }, (_, at) => ({ amount, t: t + at, f }));
const advance = (amount: number): PlacedAmount[] => [{ amount, t: 0, f: 0 }];
const inPercent = (rate: number) => Number((rate * 100).toFixed(2));

/** Worked examples of 12 CFR 1026 Appendix J (c)(1); inputs and results quoted from memory of the published text. */
describe('annual percentage rate, Regulation Z', () => {
  it.each([
    ['(i) monthly, regular first period', 5000, level(24, 230, 1), 12, 9.69],
    ['(ii) monthly, long first period', 6000, level(36, 200, 1, 19 / 30), 12, 11.82],
    ['(iii) twice a month, short first period', 5000, level(24, 219.17, 0, 6 / 15), 24, 10.34],
    ['(iv) quarterly, long first period', 10_000, level(40, 385, 1, 39 / 90), 4, 8.97],
    ['(v) weekly, long first period', 500, level(30, 17.6, 4, 4 / 7), 52, 14.96],
  ])('%s', (_, amount, payments, perYear, expected) => {
    expect(inPercent(actuarialRate(advance(amount), payments, perYear))).toBe(expected);
  });

  // (c)(2) to (c)(4): an odd first payment, an odd last one, both.
  const one = (amount: number, t: number, f = 0): PlacedAmount[] => [{ amount, t, f }];
  it.each([
    ['(2)(i) monthly, odd first payment', 5000, [...one(250, 1), ...level(23, 230, 2)], 12, 10.08],
    ['(2)(ii) every four weeks, long first period, odd first payment', 400, [...one(39.5, 1, 5 / 28), ...level(11, 38.31, 2, 5 / 28)], 13, 28.5],
    ['(3)(i) monthly, odd last payment', 5000, [...level(23, 230, 1), ...one(280, 24)], 12, 10.5],
    ['(3)(ii) every two weeks, short first period, odd last payment', 200, [...level(19, 9.5, 0, 8 / 14), ...one(30, 19, 8 / 14)], 26, 12.22],
    ['(4)(i) monthly, odd first and last payment', 5000, [...one(250, 1), ...level(22, 230, 2), ...one(280, 24)], 12, 10.9],
    ['(4)(ii) every two months, short first period', 8000, [...one(449.36, 0, 52 / 60), ...level(18, 465, 1, 52 / 60), ...one(200, 19, 52 / 60)], 6, 7.3],
  ])('%s', (_, amount, payments, perYear, expected) => {
    expect(inPercent(actuarialRate(advance(amount), payments, perYear))).toBe(expected);
  });

  // (c)(5): one advance, one payment.
  it.each([
    ['(i) less than a year, counted in days', '1978-01-03', '1978-09-15', 108_000, { kind: 'days' as const, length: 255 }, 11.45],
    ['(ii) less than a year, whole months', '1978-07-15', '1979-01-15', 104_400, { kind: 'months' as const, length: 6 }, 8.8],
    ['(iv) exactly two years', '1978-01-03', '1980-01-03', 124_000, { kind: 'months' as const, length: 12 }, 11.36],
  ])('(5)%s', (_, from, to, amount, unit, expected) => {
    const rate = regulationZRate([{ on: isoDate(from), amount: minor(100_000) }], [{ on: isoDate(to), amount: minor(amount) }], unit);
    expect(inPercent(rate)).toBe(expected);
  });

  const months = (from: string, count: number, amount: number) =>
    Array.from({ length: count }, (_, at) => ({ on: addMonths(isoDate(from), at), amount: minor(amount) }));

  it('(6)(i) payments every four weeks, one skipped where a month would have two', () => {
    const payments: { on: IsoDate; amount: Minor }[] = [];
    for (let on = isoDate('1978-02-20'); payments.length < 24;) {
      payments.push({ on, amount: minor(10_000) });
      const next = addDays(on, 28);
      on = next.slice(0, 7) === on.slice(0, 7) ? addDays(next, 14) : next;
    }
    expect(inPercent(regulationZRate([{ on: isoDate('1978-01-25'), amount: minor(213_500) }], payments, { kind: 'weeks', length: 4 }))).toBe(12);
  });
  it('(6)(ii) skipped payments and single ones', () => {
    const payments = [
      ...months('1978-09-15', 3, 100_000),
      ...months('1979-03-15', 1, 200_000),
      ...months('1979-09-15', 3, 75_000),
      ...months('1980-02-01', 1, 100_000),
    ];
    expect(inPercent(regulationZRate([{ on: isoDate('1978-03-03'), amount: minor(735_000) }], payments, { kind: 'months', length: 1 }))).toBe(10.22);
  });
  it('(7)(i) three advances while something is built', () => {
    const advances = ['1979-04-10', '1979-06-12', '1979-09-18'].map((on) => ({ on: isoDate(on), amount: minor(2_000_000) }));
    expect(inPercent(regulationZRate(advances, months('1979-12-10', 240, 61_236), { kind: 'months', length: 1 }))).toBe(10.25);
  });

  it('finds the unit-periods and odd days of those examples from their dates', () => {
    expect(unitPeriods(isoDate('1978-02-10'), isoDate('1978-04-01'), { kind: 'months', length: 1 })).toEqual({ t: 1, f: 19 / 30 });
    expect(unitPeriods(isoDate('1978-05-23'), isoDate('1978-10-01'), { kind: 'months', length: 3 })).toEqual({ t: 1, f: 39 / 90 });
    expect(unitPeriods(isoDate('1978-03-20'), isoDate('1978-04-21'), { kind: 'weeks', length: 1 })).toEqual({ t: 4, f: 4 / 7 });
  });

  it('is the contract rate when there is no fee and every period is a month', () => {
    const made = schedule({
      principal: minor(50_000_000),
      annualRate: 0.0825,
      payments: 360,
      advanceOn: isoDate('2026-01-15'),
      firstPaymentOn: isoDate('2026-02-15'),
    });
    const rate = regulationZRate(
      [{ on: isoDate('2026-01-15'), amount: minor(50_000_000) }],
      made.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment })),
      { kind: 'months', length: 1 },
    );
    expect(rate).toBeCloseTo(0.0825, 6);
  });

  it('makes the payments worth the advance, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 100_000 }),
        fc.integer({ min: 2, max: 120 }),
        fc.double({ min: 1.01, max: 3, noNaN: true }),
        (amount, count, factor) => {
          const payments = level(count, (amount * factor) / count, 1, 0.4);
          const i = actuarialRate(advance(amount), payments, 12) / 12;
          const worth = payments.reduce((sum, part) => sum + part.amount / ((1 + part.f * i) * (1 + i) ** part.t), 0);
          expect(worth).toBeCloseTo(amount, 4);
        },
      ),
    );
  });

  it('reaches as far as it says: 100,000 % a period', () => {
    expect(actuarialRate(advance(1), [{ amount: 1000, t: 1, f: 0 }], 1)).toBeCloseTo(999, 6);
    expect(() => actuarialRate(advance(1), [{ amount: 1002, t: 1, f: 0 }], 1)).toThrow(/No rate/);
  });
  it('says so when nothing is paid back', () => {
    expect(() => actuarialRate(advance(1000), level(3, 0, 1), 12)).toThrow(/No rate/);
  });
});

/**
 * Directive 98/7/EC, annex (examples one to four), whose equation Directive 2008/48/EC Annex I carries on; amounts in
 * whole units, results quoted from memory of the published text.
 */
describe('annual percentage rate of charge, European Union', () => {
  it.each([
    ['1,000 repaid with 1,200 after eighteen months', 1000, [{ amount: 1200, years: 1.5 }], 12.92],
    ['the same with 50 kept back as costs', 950, [{ amount: 1200, years: 1.5 }], 16.85],
    [
      'two payments of 600 after one and two years',
      1000,
      [
        { amount: 600, years: 1 },
        { amount: 600, years: 2 },
      ],
      13.07,
    ],
    [
      '272 after three and six months, 544 after twelve',
      1000,
      [
        { amount: 272, years: 0.25 },
        { amount: 272, years: 0.5 },
        { amount: 544, years: 1 },
      ],
      13.19,
    ],
  ])('%s', (_, amount, repayments, expected) => {
    expect(inPercent(effectiveRate([{ amount, years: 0 }], repayments))).toBe(expected);
  });

  it('counts equal months as equal parts of a year', () => {
    const rate = directiveRate(
      [{ on: isoDate('2024-01-31'), amount: minor(100_000) }],
      [
        { on: isoDate('2024-04-30'), amount: minor(27_200) },
        { on: isoDate('2024-07-31'), amount: minor(27_200) },
        { on: isoDate('2025-01-31'), amount: minor(54_400) },
      ],
    );
    expect(inPercent(rate)).toBe(13.19);
  });

  it('agrees with a general library’s internal rate where all spans are whole years', () => {
    const flows = [-100_000, 30_000, 45_000, 50_000];
    const dates = ['2025-01-01', '2026-01-01', '2027-01-01', '2028-01-01'];
    const library = irr(flows);
    const ours = directiveRate(
      [{ on: isoDate('2025-01-01'), amount: minor(100_000) }],
      flows.slice(1).map((amount, at) => ({ on: isoDate(dates[at + 1] ?? ''), amount: minor(amount) })),
    );
    expect(ours).toBeCloseTo(library, 5);
  });
});
