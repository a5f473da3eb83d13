import { addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import { unitPeriodsInYear, type RateScale, type UnitPeriod } from './apr';

/**
 * The scales of time as versions 1 and 2 of the arithmetic had them, so that what was decided on them can be repeated: odd
 * months of a year over 360, days of the directive forward over 365.
 */
export const regulationZScaleThen = (start: IsoDate, unit: UnitPeriod): RateScale => ({
  unit,
  perYear: unitPeriodsInYear(unit),
  place: (on) => unitPeriodsThen(start, on, unit),
});

export const directiveScaleThen = (start: IsoDate): RateScale => ({ unit: null, perYear: 1, place: (on) => ({ t: yearsThen(start, on), f: 0 }) });

function unitPeriodsThen(from: IsoDate, to: IsoDate, unit: UnitPeriod): { t: number; f: number } {
  if (unit.kind !== 'months') {
    const days = daysBetween(from, to);
    const length = unit.length * (unit.kind === 'weeks' ? 7 : 1);
    return { t: Math.floor(days / length), f: (days % length) / length };
  }
  const months = monthsBack(from, to);
  const t = Math.floor(months / unit.length);
  const rest = addMonths(to, -t * unit.length);
  const left = monthsBack(from, rest);
  const odd = unit.length === 1 ? daysBetween(from, rest) : left * 30 + daysBetween(from, addMonths(rest, -left));
  return { t, f: odd / (unit.length * 30) };
}

function yearsThen(start: IsoDate, on: IsoDate): number {
  let months = Math.max(0, Math.floor(daysBetween(start, on) / 31) - 1);
  while (addMonths(start, months + 1) <= on) months += 1;
  return months / 12 + daysBetween(addMonths(start, months), on) / 365;
}
