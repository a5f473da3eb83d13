import { addDays, addMonths, daysBetween, monthsBack, monthsBefore, sameDayApart, type IsoDate } from '../../basis/dates/index';
import type { Minor } from '../../basis/money/index';

export const RATE_METHODS = ['regulationZ', 'directive'] as const;
export type RateMethod = (typeof RATE_METHODS)[number];

/** One sum that changes hands on a date. */
export interface DatedAmount {
  on: IsoDate;
  amount: Minor;
}

/** A sum placed on the time scale of Appendix J: `t` full unit-periods and the fraction `f` of one after the start. */
export interface PlacedAmount {
  amount: number;
  t: number;
  f: number;
}

export type UnitPeriod = { kind: 'months' | 'weeks' | 'days'; length: number };

const IN_YEAR = { months: 12, weeks: 52, days: 365 };
/** Unit-periods in a year. */
export const unitPeriodsInYear = ({ kind, length }: UnitPeriod): number => IN_YEAR[kind] / length;

/**
 * The annual percentage rate by the actuarial method, from sums already placed in unit-periods.
 * Solves Σ A/((1+f·i)(1+i)^t) = Σ P/((1+f·i)(1+i)^t) for i and multiplies by the unit-periods in a year.
 * Source: 12 CFR 1026 (Regulation Z), Appendix J (b)(8).
 * @param perYear unit-periods in a year (12 for months, 52 for weeks).
 * @returns a decimal fraction, not rounded (0.0969 = 9.69 %).
 * @throws RangeError when no rate between −99 % and 100,000 % a unit-period satisfies the equation.
 */
export function actuarialRate(advances: readonly PlacedAmount[], payments: readonly PlacedAmount[], perYear: number): number {
  const flows = [...payments, ...advances.map(({ amount, t, f }) => ({ amount: -amount, t, f }))];
  const excess = (i: number): { value: number; slope: number } => {
    let value = 0;
    let slope = 0;
    for (const { amount, t, f } of flows) {
      const worth = amount / ((1 + f * i) * (1 + i) ** t);
      value += worth;
      slope -= worth * (f / (1 + f * i) + t / (1 + i));
    }
    return { value, slope };
  };
  return solve(excess, lowestFor(Math.max(...flows.map(({ t }) => t)))) * perYear;
}

/** Where a sum lies on a method's scale of time, and how many of its units a year has. */
export interface RateScale {
  /** Null where the scale is in years. */
  unit: UnitPeriod | null;
  perYear: number;
  place: (on: IsoDate) => { t: number; f: number };
}

/** The scale of Regulation Z from the first advance on. Source: 12 CFR 1026 Appendix J (b)(5). */
export const regulationZScale = (start: IsoDate, unit: UnitPeriod): RateScale => ({
  unit,
  perYear: unitPeriodsInYear(unit),
  place: (on) => unitPeriods(start, on, unit),
});

/** The scale of the directive from the first drawdown on, in whole weeks or months of a year and days. Source: Directive 2008/48/EC, Annex I, part I, remark (c). */
export const directiveScale = (start: IsoDate, whole: 'weeks' | 'months'): RateScale => ({
  unit: null,
  perYear: 1,
  place: (on) => ({ t: yearsFrom(start, on, whole), f: 0 }),
});

/** The yearly rate at which sums on a scale are worth the same. @returns a decimal fraction, not rounded. */
export function rateOn({ place, perYear }: RateScale, advances: readonly DatedAmount[], payments: readonly DatedAmount[]): number {
  const placed = (sums: readonly DatedAmount[]) => sums.map((sum): PlacedAmount => ({ amount: sum.amount, ...place(sum.on) }));
  return actuarialRate(placed(advances), placed(payments), perYear);
}

/** The annual percentage rate of Regulation Z from dates. @returns a decimal fraction, not rounded. */
export const regulationZRate = (advances: readonly DatedAmount[], payments: readonly DatedAmount[], unit: UnitPeriod): number =>
  rateOn(regulationZScale(earliest(advances), unit), advances, payments);

/**
 * Whole unit-periods and the fraction of one between two dates, counted back from the later date. Odd days are counted over
 * 30 to a month, and over 365 where the unit-period is a year, unless what is left of one is whole months, of which each is
 * a twelfth. Days of the month are kept while months are counted back: two months before 30 April is a day past the end of
 * February, not its last.
 * Source: 12 CFR 1026 Appendix J (b)(5)(ii) to (vi).
 */
export function unitPeriods(from: IsoDate, to: IsoDate, unit: UnitPeriod): { t: number; f: number } {
  if (unit.kind !== 'months') {
    const days = daysBetween(from, to);
    const length = unit.length * (unit.kind === 'weeks' ? 7 : 1);
    return { t: Math.floor(days / length), f: (days % length) / length };
  }
  const whole = sameDayApart(from, to);
  if (whole !== null && whole % unit.length === 0) return { t: whole / unit.length, f: 0 };
  const months = monthsBack(from, to);
  const t = Math.floor(months / unit.length);
  const left = months - t * unit.length;
  const days = daysBetween(from, monthsBefore(to, months));
  if (unit.length < 12) return { t, f: (left * 30 + days) / (unit.length * 30) };
  return { t, f: days === 0 ? left / 12 : daysBetween(from, monthsBefore(to, t * 12)) / 365 };
}

/**
 * The annual percentage rate of charge of the European Union: Σ C/(1+X)^t = Σ D/(1+X)^s with times in years.
 * Source: Directive 2008/48/EC, Annex I, part I, as Directive 2011/90/EU words its remark (c); Directive (EU) 2023/2225,
 * Annex III, carries on both.
 * @param whole the periods that spans are counted in before days: weeks where everything falls due in weeks.
 * @returns a decimal fraction, not rounded.
 * @throws RangeError when no rate satisfies the equation.
 */
export const directiveRate = (drawdowns: readonly DatedAmount[], repayments: readonly DatedAmount[], whole: 'weeks' | 'months' = 'months'): number =>
  rateOn(directiveScale(earliest(drawdowns), whole), drawdowns, repayments);

/** The same equation for sums whose times in years are already known. */
export function effectiveRate(drawdowns: readonly { amount: number; years: number }[], repayments: readonly { amount: number; years: number }[]): number {
  const place = ({ amount, years }: { amount: number; years: number }): PlacedAmount => ({ amount, t: years, f: 0 });
  return actuarialRate(drawdowns.map(place), repayments.map(place), 1);
}

/**
 * Years between two dates as the directive counts them: whole weeks as 1/52 or whole months as 1/12, counted back from the
 * later date, then the days that are left over those of the year that ends with them (365 or 366).
 */
export function yearsFrom(start: IsoDate, on: IsoDate, whole: 'weeks' | 'months'): number {
  const apart = whole === 'months' ? sameDayApart(start, on) : null;
  if (apart !== null) return apart / 12;
  const days = daysBetween(start, on);
  const count = whole === 'weeks' ? Math.floor(days / 7) : monthsBack(start, on);
  const end = whole === 'weeks' ? addDays(on, -7 * count) : monthsBefore(on, count);
  return count / (whole === 'weeks' ? 52 : 12) + daysBetween(start, end) / daysBetween(addMonths(end, -12), end);
}

function earliest(sums: readonly DatedAmount[]): IsoDate {
  const first = sums.map(({ on }) => on).sort()[0];
  if (!first) throw new RangeError('There must be at least one advance');
  return first;
}

/** 100,000 % a unit-period. */
const HIGHEST = 1000;

/** −99 % a unit-period, or as low as sums so many of them away can still be discounted in doubles. */
const lowestFor = (periods: number): number => Math.max(-0.99, 10 ** (-250 / Math.max(1, periods)) - 1);

/**
 * Finds the zero of a falling function: a bracket that grows from nothing until it holds it, then Newton's steps inside it,
 * with a half of the bracket wherever a step leaves it or doesn't shorten.
 */
function solve(excess: (rate: number) => { value: number; slope: number }, lowest: number): number {
  let low = 0;
  let high = 0.001;
  if (excess(0).value < 0) {
    [low, high] = [-0.001, 0];
    while (excess(low).value < 0) {
      if (low <= lowest) throw new RangeError('No rate satisfies these payments');
      [low, high] = [Math.max(low * 2, lowest), low];
    }
  } else
    while (excess(high).value > 0) {
      if (high >= HIGHEST) throw new RangeError('No rate satisfies these payments');
      [low, high] = [high, Math.min(high * 2, HIGHEST)];
    }
  let rate = (low + high) / 2;
  let before = high - low;
  let moved = before;
  for (let turn = 0; turn < 200; turn += 1) {
    const { value, slope } = excess(rate);
    if (value > 0) low = rate;
    else high = rate;
    const step = rate - value / slope;
    // A step that leaves the bracket, or is more than half of the one before the last, is no good one.
    const good = step > low && step < high && Math.abs(step - rate) <= before / 2;
    const next = good ? step : (low + high) / 2;
    before = moved;
    moved = Math.abs(next - rate);
    if (moved < 1e-15 || next === rate) return next;
    rate = next;
  }
  return rate;
}
