import { proportion, type Minor } from '../money/index';

/** How often an amount comes or goes. */
export const FREQUENCIES = ['hourly', 'daily', 'weekly', 'everyTwoWeeks', 'everyFourWeeks', 'twiceAMonth', 'monthly', 'quarterly', 'yearly'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

export const FREQUENCY_LABEL: Record<Frequency, string> = {
  hourly: 'an hour',
  daily: 'a day',
  weekly: 'a week',
  everyTwoWeeks: 'every 2 weeks',
  everyFourWeeks: 'every 4 weeks',
  twiceAMonth: 'twice a month',
  monthly: 'a month',
  quarterly: 'a quarter',
  yearly: 'a year',
};

/** Periods in a year; hourly is hours a week times 52. Common practice, no source. */
const PER_YEAR: Record<Exclude<Frequency, 'hourly' | 'daily'>, number> = {
  weekly: 52,
  everyTwoWeeks: 26,
  everyFourWeeks: 13,
  twiceAMonth: 24,
  monthly: 12,
  quarterly: 4,
  yearly: 1,
};

export const WEEKS_A_YEAR = 52;
/** Hours and days of a week. */
const IN_WEEK = { hourly: 168, daily: 7 } as const;
/** Hours and weeks may have fractions of up to four decimals. */
const HOURS_SCALE = 10_000;

/**
 * The monthly figure of an amount that comes at some frequency, and the factor that leads there.
 * @param amount minor units each time (each hour for hourly, each day for daily).
 * @param perWeek hours or days a week, needed for hourly and daily only, may have a fraction.
 * @param weeksPerYear weeks paid in a year, for hourly and daily only.
 * @returns `monthly` in minor units, the exact product rounded once, half away from zero; `perYear` times a year.
 * @throws RangeError for hourly without hours or daily without days, or more of them than a week has.
 */
export function toMonthly(
  amount: Minor,
  frequency: Frequency,
  perWeek: number | null = null,
  weeksPerYear: number = WEEKS_A_YEAR,
): { monthly: Minor; perYear: number } {
  if (frequency !== 'hourly' && frequency !== 'daily') return { monthly: proportion(amount, PER_YEAR[frequency], 12), perYear: PER_YEAR[frequency] };
  if (perWeek === null || !(perWeek >= 0 && perWeek <= IN_WEEK[frequency])) throw new RangeError('Pay by the hour or day needs its hours or days a week');
  const hours = Math.round(perWeek * HOURS_SCALE) * Math.round(weeksPerYear * HOURS_SCALE);
  return { monthly: proportion(amount, hours, 12 * HOURS_SCALE * HOURS_SCALE), perYear: hours / (HOURS_SCALE * HOURS_SCALE) };
}
