import { addDays, addMonths, daysBetween, monthsApart, sameDayApart, type IsoDate } from '../../basis/dates/index';
import type { UnitPeriod } from './apr';

const MONTH = 365 / 12;

/** The time between two dates of a row: whole months where it is such; and its days, of whole months as many as they have on average. */
interface Interval {
  months: number | null;
  days: number;
}

const isMonthEnd = (date: IsoDate): boolean => addDays(date, 1).endsWith('-01');

/** A row of months may be cut to shorter ones: from a month's end to another's is whole months too. */
function intervalOf(from: IsoDate, to: IsoDate): Interval {
  const same = sameDayApart(from, to);
  if (same !== null && same >= 1) return { months: same, days: Math.round(same * MONTH) };
  const months = monthsApart(from, to);
  const whole = months >= 1 && (addMonths(from, months) === to || addMonths(to, -months) === from || (isMonthEnd(from) && isMonthEnd(to)));
  return { months: whole ? months : null, days: daysBetween(from, to) };
}

/** A length of time as a unit-period, of at most a year. */
function unitOf({ months, days }: Interval): UnitPeriod {
  if (months !== null) return { kind: 'months', length: Math.min(12, months) };
  if (days >= 365) return { kind: 'months', length: 12 };
  return days % 7 === 0 ? { kind: 'weeks', length: days / 7 } : { kind: 'days', length: days };
}

/** The standard interval that an average comes nearest to, the lower of two that are equally near: weeks or months, or a day. */
function nearestStandard(intervals: readonly Interval[]): UnitPeriod {
  const mean = (values: readonly number[]): number => values.reduce((so, value) => so + value, 0) / values.length;
  const near = (average: number): number => Math.min(12, Math.max(1, Math.ceil(average - 0.5)));
  if (intervals.every(({ months }) => months !== null)) return { kind: 'months', length: near(mean(intervals.map(({ months }) => months ?? 0))) };
  const days = mean(intervals.map((interval) => interval.days));
  const weeks = Math.max(1, Math.ceil(days / 7 - 0.5));
  const months = near(days / MONTH);
  if (days < 4) return { kind: 'days', length: 1 };
  const [offWeeks, offMonths] = [Math.abs(days - weeks * 7), Math.abs(days - months * MONTH)];
  if (offMonths < offWeeks || weeks > 52 || (offMonths === offWeeks && months * MONTH < weeks * 7)) return { kind: 'months', length: months };
  return { kind: 'weeks', length: weeks };
}

/** Time between each date of a row and the next. */
function intervalsOf(dates: readonly IsoDate[]): Interval[] {
  const row = [...new Set(dates)].sort();
  return row.slice(1).map((date, at) => intervalOf(row[at] ?? date, date));
}

/**
 * The unit-period of a transaction: the common period that occurs most often among the times between advances, between
 * payments, and from the first advance to the first payment; the smaller of two that occur as often; the average of all to
 * the nearest week or month where none occurs twice; the whole term where one advance is paid back at once. Never more
 * than a year.
 * Source: 12 CFR 1026 Appendix J (b)(2) to (4).
 * @throws RangeError where nothing is advanced or paid.
 */
export function unitPeriodFor(advances: readonly IsoDate[], payments: readonly IsoDate[]): UnitPeriod {
  const [advance] = [...advances].sort();
  const [payment] = [...payments].sort();
  if (!advance || !payment) throw new RangeError('There must be an advance and a payment');
  const toFirst = intervalOf(advance, payment);
  const intervals = [toFirst, ...intervalsOf(advances), ...intervalsOf(payments)].filter(({ days }) => days > 0);
  if (intervals.length <= 1) return termOf(toFirst);
  const seen = new Map<string, { interval: Interval; times: number }>();
  for (const interval of intervals) {
    const key = interval.months === null ? `${interval.days} d` : `${interval.months} m`;
    const known = seen.get(key);
    if (known) known.times += 1;
    else seen.set(key, { interval, times: 1 });
  }
  const common = [...seen.values()].filter(({ times }) => times > 1);
  if (common.length === 0) return nearestStandard(intervals);
  return unitOf(
    common.reduce((best, one) => (one.times > best.times || (one.times === best.times && one.interval.days < best.interval.days) ? one : best)).interval,
  );
}

/** The term of a single advance that is paid back at once: whole months, else days, of which a year has 365. */
function termOf(term: Interval): UnitPeriod {
  if (term.months === null && term.days < 365) return { kind: 'days', length: Math.max(1, term.days) };
  return unitOf(term);
}
