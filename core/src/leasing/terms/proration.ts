import { addMonths, daysBetween, lastDayOf, type IsoDate } from '../../basis/dates/index';
import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { Proration } from '../../file/product/index';

/** The first day of the month of a day. */
export const monthOf = (day: IsoDate): IsoDate => `${day.slice(0, 8)}01` as IsoDate;

/** A part of a month in which something is let; the day on which it ends isn't part of it. */
export interface Stretch {
  from: IsoDate;
  until: IsoDate;
}

/** The months of the calendar that a time reaches into, each as far as it does. The day on which it ends isn't part of it. */
export function monthsOf({ from, until }: Stretch): Stretch[] {
  const months: Stretch[] = [];
  for (let at = from; at < until;) {
    const next = addMonths(monthOf(at), 1);
    const end = next < until ? next : until;
    months.push({ from: at, until: end });
    at = end;
  }
  return months;
}

/** Whether a stretch is a whole month of the calendar. */
export const isWhole = ({ from, until }: Stretch): boolean => from === monthOf(from) && until === addMonths(from, 1);

/** Days of a stretch as if every month had thirty: from the 16th to the end of any month they are fifteen. */
function daysOfThirty({ from, until }: Stretch): number {
  const first = Math.min(30, Number(from.slice(8)));
  const toTheEnd = until === addMonths(monthOf(from), 1);
  const last = toTheEnd ? 30 : Math.min(30, Number(lastDayOf(until).slice(8)));
  return last - first + 1;
}

/**
 * The rent of a stretch of one month, never more than that of the whole month. Rounded once, half away from zero.
 * actualDays: so many of the month’s own days; thirtyDays: its days at a thirtieth each; bankersMonth: days counted as
 * if each month had thirty; yearOf365: its days at the 365th part of a year’s rent. All common practice, no source; the
 * count of thirty follows 30/360 of the ISDA definitions of 2006, section 4.16(f), for days within one month.
 * @throws RangeError for a stretch that has no day, or reaches over the end of its month.
 */
export function rentOfStretch(method: Proration, rent: Minor, stretch: Stretch): Term {
  const { from, until } = stretch;
  const month = monthOf(from);
  const end = addMonths(month, 1);
  if (until <= from || until > end) throw new RangeError('A stretch lies within one month');
  const label = say('lease.rentFrom', { from: { day: from }, until: { day: lastDayOf(until) } });
  const whole: Term = { label: say('lease.rentOfMonth'), sign: '+', value: rent, unit: 'money', place: { chapter: 'request', anchor: 'amount' } };
  if (isWhole(stretch)) return { ...whole, label };
  const days = daysBetween(from, until);
  const counted = method === 'bankersMonth' ? daysOfThirty(stretch) : days;
  const parts: Record<Proration, Term[]> = {
    actualDays: [line(say('lease.daysLet'), counted, '×'), line(say('lease.daysOfMonth'), daysBetween(month, end), '÷')],
    thirtyDays: [line(say('lease.daysLet'), counted, '×'), line(say('lease.daysOfThirty'), 30, '÷')],
    bankersMonth: [line(say('lease.daysOfThirtyLet'), counted, '×'), line(say('lease.daysOfThirty'), 30, '÷')],
    yearOf365: [line(say('lease.monthsOfYear'), 12, '×'), line(say('lease.daysLet'), counted, '×'), line(say('lease.daysOfYear'), 365, '÷')],
  };
  const terms = [whole, ...parts[method]];
  const value = roundTo('money', worked(terms));
  if (value > rent) return { ...whole, label, note: say('lease.neverMoreThanMonth') };
  return { label, sign: '+', value: minor(value), unit: 'money', terms };
}
const line = (label: Words, value: number, sign: '×' | '÷'): Term => ({ label, sign, value, unit: 'count' });
