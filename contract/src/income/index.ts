import { FREQUENCIES, INCOME_KINDS, MAX_AMOUNT, type Minor } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, line, Money, Share } from '../values/index';

/** A profit, or a loss below zero, in minor units. */
export const Profit = z
  .int('Give an amount in whole cents')
  .min(-Number(MAX_AMOUNT), 'A loss can be at most 9,999,999,999.99')
  .max(MAX_AMOUNT, 'An amount can be at most 9,999,999,999.99') as unknown as z.ZodType<Minor>;

export const incomeFields = {
  personId: Id,
  kind: z.enum(INCOME_KINDS).nullable(),
  source: line(120).nullable(),
  amount: Money.nullable(),
  frequency: z.enum(FREQUENCIES).nullable(),
  hoursPerWeek: z.number('Give hours as a number').min(0, 'Not below zero').max(168, 'A week has 168 hours').nullable(),
  weeksPerYear: z.number('Give weeks as a number').min(1, 'At least one week').max(53, 'A year has at most 53 weeks').nullable(),
  extraMonths: z.int('Give a whole number').min(0, 'Not below zero').max(3, 'At most three').nullable(),
  since: CalendarDate.nullable(),
  until: CalendarDate.nullable(),
  probationUntil: CalendarDate.nullable(),
  untaxed: z.boolean(),
  monthsSeen: z.int('Give whole months').min(1, 'At least one month').max(60, 'At most 60 months').nullable(),
  yearEnd: CalendarDate.nullable(),
  profitLatest: Profit.nullable(),
  addBackLatest: Money.nullable(),
  profitBefore: Profit.nullable(),
  addBackBefore: Money.nullable(),
  capital: Money.nullable(),
  yieldRate: Share.nullable(),
  yearToDate: Money.nullable(),
  yearToDateAt: CalendarDate.nullable(),
  netAmount: Money.nullable(),
};

export const explanationFields = {
  subject: z.string().min(1).max(120),
  text: z.string().trim().min(3, 'Explain in a few words').max(600, 'At most 600 characters').nullable(),
};
