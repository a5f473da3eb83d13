import { PART_KINDS, PAYMENT_PERIOD_NAMES } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Money } from '../values/index';

const whole = (what: string, most: number) => z.int(`Give ${what} as a whole number`).min(1, 'At least one').max(most, `At most ${most}`);

/** A part of a loan; what a product allows is judged by the file. */
export const partFields = {
  kind: z.enum(PART_KINDS).nullable(),
  amount: Money.nullable(),
  termMonths: whole('the term in months', 600).nullable(),
  every: z.enum(PAYMENT_PERIOD_NAMES).nullable(),
  advanceOn: CalendarDate.nullable(),
  firstPaymentOn: CalendarDate.nullable(),
  interestOnlyMonths: whole('the months', 600).nullable(),
  balloon: Money.nullable(),
  holidayFrom: whole('the payment', 2600).nullable(),
  holidayPeriods: whole('how many payments', 2600).nullable(),
  season: z
    .string()
    .regex(/^([1-9]|1[0-2])( ([1-9]|1[0-2])){0,11}$/, 'Give months of the year as numbers: 4 5 6 for April to June')
    .transform((text) => [...new Set(text.split(' ').map(Number))].sort((a, b) => a - b).join(' '))
    .nullable(),
};
