import { describe, expect, it } from 'vitest';
import { directiveRate, regulationZRate, regulationZScaleThen, rateOn, unitPeriodFor, type DatedAmount } from './index';
import { addDays, addMonths, inForceOn, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { annualPercentageRate, unitPeriodOf } from '../../lending/costs/index';
import type { CostRules } from '../../file/product/index';
import type { LoanPart, PartKind } from '../parts/index';
import { costed, costRules, withParts } from '../../../test/sample';

const inPercent = (rate: number | null) => Number(((rate ?? NaN) * 100).toFixed(2));
const sum = (on: string, amount: number): DatedAmount => ({ on: isoDate(on), amount: minor(Math.round(amount * 100)) });
/** Payments of a row of months, each cut to its month where that is too short. */
const row = (from: string, every: number, count: number, amount: number): DatedAmount[] =>
  Array.from({ length: count }, (_, at) => sum(addMonths(isoDate(from), at * every), amount));
const days = (sums: readonly DatedAmount[]) => sums.map(({ on }) => on);
const unitFor = (advances: DatedAmount[], payments: DatedAmount[]) => unitPeriodFor(days(advances), days(payments));
const regulationZ = (advances: DatedAmount[], payments: DatedAmount[]) => regulationZRate(advances, payments, unitFor(advances, payments));

/** Values worked apart from the program by the paragraphs of 12 CFR 1026 Appendix J that are named. */
describe('from dates to unit-periods', () => {
  it('quarters after five months, (b)(5)(iii): 28.47', () => {
    const payments = row('2021-05-31', 3, 11, 1404.7);
    expect(unitFor([sum('2020-12-31', 10_000)], payments)).toEqual({ kind: 'months', length: 3 });
    expect(inPercent(regulationZ([sum('2020-12-31', 10_000)], payments))).toBe(28.47);
  });
  it('a year with odd days, of which a year has 365, (b)(5)(v): 16.55; whole months left are twelfths', () => {
    const advance = [sum('2026-03-25', 10_000)];
    expect(inPercent(regulationZ(advance, [sum('2027-05-01', 11_850.47)]))).toBe(16.55);
    const i = regulationZ(advance, [sum('2027-06-25', 11_850.47)]);
    expect((1 + i) * (1 + (i * 3) / 12)).toBeCloseTo(1.185047, 6);
    expect(inPercent(rateOn(regulationZScaleThen(isoDate('2026-03-25'), { kind: 'months', length: 12 }), advance, [sum('2027-05-01', 11_850.47)]))).not.toBe(
      16.55,
    );
  });
  it('the common period that occurs most often is the unit-period, the smaller of two, (b)(4)(i)', () => {
    const paid = (...on: string[]) => unitPeriodFor([isoDate('2026-01-15')], on.map(isoDate));
    expect(paid('2026-06-15', '2027-06-15', '2028-06-15')).toEqual({ kind: 'months', length: 12 });
    expect(paid('2026-02-15', '2026-12-15', '2027-02-15', '2027-12-15', '2028-02-15', '2028-12-15')).toEqual({ kind: 'months', length: 10 });
    expect(paid('2026-02-15', '2026-03-15', '2026-06-15', '2026-09-15')).toEqual({ kind: 'months', length: 1 });
    expect(paid('2026-01-25', '2026-02-04', '2026-02-14')).toEqual({ kind: 'days', length: 10 });
    expect(paid('2026-01-29', '2026-02-12', '2026-02-26')).toEqual({ kind: 'weeks', length: 2 });
  });
  it('the average of all where no period occurs twice, (b)(4)(i)(B)', () => {
    const paid = (...on: string[]) => unitPeriodFor([isoDate('2026-01-15')], on.map(isoDate));
    // Two, four and three months: three on average. One and two: the lower of the two that it is equally near to.
    expect(paid('2026-03-15', '2026-07-15', '2026-10-15')).toEqual({ kind: 'months', length: 3 });
    expect(paid('2026-02-15', '2026-04-15')).toEqual({ kind: 'months', length: 1 });
    expect(paid('2026-01-25', '2026-02-15')).toEqual({ kind: 'weeks', length: 2 });
  });
  it('advances have their periods too, (b)(2)(i)', () => {
    const advances = ['2026-01-15', '2026-02-15', '2026-03-15', '2026-04-15'].map(isoDate);
    expect(unitPeriodFor(advances, ['2026-07-15', '2026-10-15'].map(isoDate))).toEqual({ kind: 'months', length: 1 });
  });
});

/** A request with dates of its own at one offer's price. */
function priced(
  offer: Partial<CostRules['parts'][number]> & { kind: PartKind },
  part: Partial<LoanPart>,
  request: { advanceOn: string; firstPaymentOn: string },
  fee = 35_000,
) {
  const file = withParts(
    [{ kind: offer.kind, amount: minor(2_000_000), termMonths: 60, ...part }],
    {},
    {
      amount: minor(2_000_000),
      advanceOn: isoDate(request.advanceOn),
      firstPaymentOn: isoDate(request.firstPaymentOn),
    },
  );
  const fees: CostRules['fees'] = [{ code: 'fee', label: 'Fee', brackets: [{ from: minor(0), flat: minor(fee), share: 0 }], paid: 'withheld', inRate: true }];
  const parts = [{ label: 'Part', annualRate: 0.0795, stressAdded: 0.03, months: { least: 6, most: 120 }, ...offer }];
  return costed({ ...file, product: { ...file.product, costs: costRules({ parts, fees }) } });
}

describe('what a request pays, placed', () => {
  // 20,000 at 7.95 % with a fee of 350 that is taken from what is paid out, advanced on 31 January, first paid on 31 March.
  it.each([
    [12, 10.83],
    [36, 9.09],
  ])('a month’s last days are counted back on their own day: %d months, %d', (termMonths, expected) => {
    const costs = priced({ kind: 'level' }, { termMonths }, { advanceOn: '2026-01-31', firstPaymentOn: '2026-03-31' });
    expect(inPercent(annualPercentageRate(costs, 'regulationZ'))).toBe(expected);
  });
  // 20,000 at 8.15 % with a fee of 350 over 60 months, paid in a season.
  it.each([
    ['each June', '6', '2026-03-02', { kind: 'months', length: 12 }, 9.35, 9.01],
    ['each February and December', '2 12', '2026-01-15', { kind: 'months', length: 10 }, 9.2, 8.92],
  ] as const)('%s', (_, season, advanceOn, unit, expected, then) => {
    const costs = priced({ kind: 'seasonal', annualRate: 0.0815 }, { season }, { advanceOn, firstPaymentOn: addMonths(isoDate(advanceOn), 1) });
    expect(unitPeriodOf(costs)).toEqual(unit);
    expect(inPercent(annualPercentageRate(costs, 'regulationZ'))).toBe(expected);
    // What was decided on the earlier arithmetic is repeated by it.
    expect(inPercent(annualPercentageRate(costs, 'regulationZ', { worksAs: 2 }))).toBe(then);
  });
});

describe('years of the directive', () => {
  const weeks = (count: number, amount: number) =>
    Array.from({ length: count }, (_, at) => ({ on: addDays(isoDate('2022-03-01'), 7 * (at + 1)), amount: minor(Math.round(amount * 100)) }));
  it('whole weeks are 1/52: 26.30', () => {
    expect(inPercent(directiveRate([sum('2022-03-01', 9720.05)], weeks(30, 347.09), 'weeks'))).toBe(26.3);
  });
  it('days are counted back to the drawdown, over the days of the year that ends with them', () => {
    // 28 April to 1 May, then a month; three days of 365.
    const one = directiveRate([sum('2022-04-28', 1000)], [sum('2022-06-01', 1018)]);
    expect((1 + one) ** (1 / 12 + 3 / 365)).toBeCloseTo(1.018, 9);
    // 26 February to 1 March 2024, then a month: the year that ends on 1 March 2024 has 366 days.
    const leap = directiveRate([sum('2024-02-26', 1000)], [sum('2024-04-01', 1018)]);
    expect((1 + leap) ** (1 / 12 + 4 / 366)).toBeCloseTo(1.018, 9);
  });
});

it('the law of a place holds from its day: Directive (EU) 2023/2225 follows 2008/48/EC on 20 November 2026, from memory', () => {
  const laws = [
    { from: isoDate('2010-06-11'), rate: 'Directive 2008/48/EC, Annex I', settlement: 'Article 16' },
    { from: isoDate('2026-11-20'), rate: 'Directive (EU) 2023/2225, Annex III', settlement: 'Article 29' },
  ];
  const on = (day: string) => inForceOn(laws, isoDate(day))?.settlement;
  expect([on('2009-01-01'), on('2026-11-19'), on('2026-11-20')]).toEqual(['Article 16', 'Article 16', 'Article 29']);
  expect(inForceOn([], isoDate('2026-11-20'))).toBeNull();
});
