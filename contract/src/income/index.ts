import { FREQUENCIES } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, line, Money } from '../values/index';

export const INCOME_KINDS = ['wage', 'overtime', 'selfEmployed', 'pension', 'benefit', 'rent', 'support'] as const;

export const incomeFields = {
  personId: Id,
  kind: z.enum(INCOME_KINDS).nullable(),
  source: line(120).nullable(),
  amount: Money.nullable(),
  frequency: z.enum(FREQUENCIES).nullable(),
  hoursPerWeek: z.number('Give hours as a number').min(0, 'Not below zero').max(168, 'A week has 168 hours').nullable(),
  since: CalendarDate.nullable(),
};
