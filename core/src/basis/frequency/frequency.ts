import { proportion, type Minor } from '../money/index';

/** How often an amount comes or goes. */
export const FREQUENCIES = ['hourly', 'weekly', 'everyTwoWeeks', 'twiceAMonth', 'monthly', 'quarterly', 'yearly'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

export const FREQUENCY_LABEL: Record<Frequency, string> = {
  hourly: 'an hour',
  weekly: 'a week',
  everyTwoWeeks: 'every 2 weeks',
  twiceAMonth: 'twice a month',
  monthly: 'a month',
  quarterly: 'a quarter',
  yearly: 'a year',
};

/** Periods in a year; hourly is hours a week times 52. Common practice, no source. */
const PER_YEAR: Record<Exclude<Frequency, 'hourly'>, number> = {
  weekly: 52,
  everyTwoWeeks: 26,
  twiceAMonth: 24,
  monthly: 12,
  quarterly: 4,
  yearly: 1,
};

export const WEEKS_A_YEAR = 52;
/** Hours and weeks may have fractions of up to four decimals. */
const HOURS_SCALE = 10_000;

/**
 * The monthly figure of an amount that comes at some frequency, and the factor that leads there.
 * @param amount minor units each time (each hour for hourly).
 * @param hoursPerWeek needed for hourly only, may have a fraction.
 * @param weeksPerYear weeks paid in a year, for hourly only.
 * @returns `monthly` in minor units, the exact product rounded once, half away from zero; `perYear` times a year.
 * @throws RangeError for hourly without hours, or hours outside 0 to 168.
 */
export function toMonthly(
  amount: Minor,
  frequency: Frequency,
  hoursPerWeek: number | null = null,
  weeksPerYear: number = WEEKS_A_YEAR,
): { monthly: Minor; perYear: number } {
  if (frequency !== 'hourly') return { monthly: proportion(amount, PER_YEAR[frequency], 12), perYear: PER_YEAR[frequency] };
  if (hoursPerWeek === null || !(hoursPerWeek >= 0 && hoursPerWeek <= 168)) throw new RangeError('An hourly wage needs hours a week between 0 and 168');
  const hours = Math.round(hoursPerWeek * HOURS_SCALE) * Math.round(weeksPerYear * HOURS_SCALE);
  return { monthly: proportion(amount, hours, 12 * HOURS_SCALE * HOURS_SCALE), perYear: hours / (HOURS_SCALE * HOURS_SCALE) };
}
