import { SECURITY_KINDS } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, line, Money } from '../values/index';

export const securityFields = {
  kind: z.enum(SECURITY_KINDS).nullable(),
  description: line(160).nullable(),
  value: Money.nullable(),
  valueOn: CalendarDate.nullable(),
  priorCharges: Money.nullable(),
};
