import { LEGAL_FORMS } from '@cavren/core';
import { z } from 'zod';
import { Profit } from '../income/index';
import { CalendarDate, line, Money } from '../values/index';

export const LegalFormName = z.enum(LEGAL_FORMS);
export const payrollFields = {
  name: line(120).nullable(),
  kind: z.enum(['employee', 'owner']).nullable(),
  yearlyPay: Money.nullable(),
  profitShare: Profit.nullable(),
};
export const accountFields = {
  yearEnd: CalendarDate.nullable(),
  revenue: Money.nullable(),
  costs: Money.nullable(),
  depreciation: Money.nullable(),
  interest: Money.nullable(),
  drawings: Money.nullable(),
};
