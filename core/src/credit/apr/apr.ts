import { addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
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
  return solve(excess) * perYear;
}

/**
 * The annual percentage rate of Regulation Z from dates: places each sum by counting whole unit-periods back from it to
 * the first advance, and the odd days that are left as a fraction (30 days to a month, 7 to a week).
 * Source: 12 CFR 1026 Appendix J (b)(5).
 * @returns a decimal fraction, not rounded.
 */
export function regulationZRate(advances: readonly DatedAmount[], payments: readonly DatedAmount[], unit: UnitPeriod): number {
  const start = earliest(advances);
  const place = ({ on, amount }: DatedAmount): PlacedAmount => ({ amount, ...unitPeriods(start, on, unit) });
  return actuarialRate(advances.map(place), payments.map(place), unitPeriodsInYear(unit));
}

/** Whole unit-periods and the fraction of one between two dates, counted back from the later date. */
export function unitPeriods(from: IsoDate, to: IsoDate, unit: UnitPeriod): { t: number; f: number } {
  if (unit.kind !== 'months') {
    const days = daysBetween(from, to);
    const length = unit.length * (unit.kind === 'weeks' ? 7 : 1);
    return { t: Math.floor(days / length), f: (days % length) / length };
  }
  const t = Math.floor(monthsBack(from, to) / unit.length);
  return { t, f: oddDays(from, addMonths(to, -t * unit.length), unit.length) / (unit.length * 30) };
}

/** Days left over: for a unit-period of several months, whole months count as 30 days each, then actual days (Appendix J (b)(5)(iv)). */
function oddDays(from: IsoDate, to: IsoDate, monthsInUnit: number): number {
  if (monthsInUnit === 1) return daysBetween(from, to);
  const months = monthsBack(from, to);
  return months * 30 + daysBetween(from, addMonths(to, -months));
}

/**
 * The annual percentage rate of charge of the European Union: Σ C/(1+X)^t = Σ D/(1+X)^s with times in years.
 * A span is counted in whole years, then months of a twelfth, then days of 1/365, which is how equal months come out equal.
 * Source: Directive 2008/48/EC, Annex I, part I and remark (c).
 * @returns a decimal fraction, not rounded.
 * @throws RangeError when no rate satisfies the equation.
 */
export function directiveRate(drawdowns: readonly DatedAmount[], repayments: readonly DatedAmount[]): number {
  const start = earliest(drawdowns);
  const timed = (sums: readonly DatedAmount[]) => sums.map(({ on, amount }) => ({ amount, years: yearsFrom(start, on) }));
  return effectiveRate(timed(drawdowns), timed(repayments));
}

/** The same equation for sums whose times in years are already known. */
export function effectiveRate(drawdowns: readonly { amount: number; years: number }[], repayments: readonly { amount: number; years: number }[]): number {
  const place = ({ amount, years }: { amount: number; years: number }): PlacedAmount => ({ amount, t: years, f: 0 });
  return actuarialRate(drawdowns.map(place), repayments.map(place), 1);
}

/** Years between two dates as the directive counts them: whole months as twelfths, then days over 365. */
export function yearsFrom(start: IsoDate, on: IsoDate): number {
  let months = Math.max(0, Math.floor(daysBetween(start, on) / 31) - 1);
  while (addMonths(start, months + 1) <= on) months += 1;
  return months / 12 + daysBetween(addMonths(start, months), on) / 365;
}

function earliest(sums: readonly DatedAmount[]): IsoDate {
  const first = sums.map(({ on }) => on).sort()[0];
  if (!first) throw new RangeError('There must be at least one advance');
  return first;
}

/** 100,000 % a unit-period. */
const HIGHEST = 1000;

/** Finds the zero of a falling function: Newton's steps, kept inside a bracket that halves where a step leaves it. */
function solve(excess: (rate: number) => { value: number; slope: number }): number {
  let low = -0.99;
  let high = 1;
  while (excess(high).value > 0) {
    if (high >= HIGHEST) throw new RangeError('No rate satisfies these payments');
    high = Math.min(high * 2, HIGHEST);
  }
  if (excess(low).value < 0) throw new RangeError('No rate satisfies these payments');
  let rate = 0.01;
  for (let turn = 0; turn < 200; turn += 1) {
    const { value, slope } = excess(rate);
    if (value > 0) low = rate;
    else high = rate;
    const step = rate - value / slope;
    const next = step > low && step < high ? step : (low + high) / 2;
    if (Math.abs(next - rate) < 1e-15 || next === rate) return next;
    rate = next;
  }
  return rate;
}
