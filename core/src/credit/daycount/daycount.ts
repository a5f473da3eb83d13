import { daysBetween, isoDate, type IsoDate } from '../../basis/dates/index';

/**
 * How time is turned into a part of a year for interest. `equalPeriods` gives every whole payment period the same part of
 * a year and counts odd days over 365 (12 CFR 1026 Appendix J (b)(5)); the others are ISDA's (2006 Definitions, 4.16).
 */
export const DAY_COUNTS = ['equalPeriods', '30/360', 'actual/365', 'actual/360', 'actual/actual'] as const;
export type DayCount = (typeof DAY_COUNTS)[number];

/** An exact part of a year: whole numbers, so that interest can be rounded once. */
export interface YearPart {
  numerator: number;
  denominator: number;
}

/**
 * The part of a year between two dates by one of ISDA's conventions, as an exact fraction.
 * 30/360: a 31st counts as a 30th, at the end only where the beginning is one too (4.16(f)); actual/actual: days in leap
 * years over 366 and others over 365 (4.16(b)).
 */
export function yearPart(count: Exclude<DayCount, 'equalPeriods'>, from: IsoDate, to: IsoDate): YearPart {
  switch (count) {
    case '30/360':
      return { numerator: days360(from, to), denominator: 360 };
    case 'actual/365':
      return { numerator: daysBetween(from, to), denominator: 365 };
    case 'actual/360':
      return { numerator: daysBetween(from, to), denominator: 360 };
    case 'actual/actual': {
      const leap = leapDays(from, to);
      return { numerator: leap * 365 + (daysBetween(from, to) - leap) * 366, denominator: 365 * 366 };
    }
  }
}

/** Days between two dates in years of twelve months of thirty days. */
export function days360(from: IsoDate, to: IsoDate): number {
  const [year1, month1, day1] = numbersOf(from);
  const [year2, month2, day2] = numbersOf(to);
  const first = Math.min(day1, 30);
  const last = day2 === 31 && first === 30 ? 30 : day2;
  return (year2 - year1) * 360 + (month2 - month1) * 30 + (last - first);
}

const numbersOf = (date: IsoDate): [number, number, number] => [Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8, 10))];

/** Days from one date to the other that lie in leap years; the first day counts, the last doesn't. */
function leapDays(from: IsoDate, to: IsoDate): number {
  let days = 0;
  for (let year = Number(from.slice(0, 4)); year <= Number(to.slice(0, 4)); year += 1) {
    if (!(year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0))) continue;
    const start = isoDate(`${year}-01-01`);
    const end = isoDate(`${year + 1}-01-01`);
    days += daysBetween(from > start ? from : start, to < end ? to : end);
  }
  return days;
}
