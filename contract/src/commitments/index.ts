import { DEBT_KINDS } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, line, Money, OwnerIds, Share } from '../values/index';

export const LIVING_COSTS = ['Food and household', 'Energy and water', 'Transport and fuel', 'Phone and internet', 'Insurance', 'Children', 'Other'] as const;

export const livingCostFields = { category: z.enum(LIVING_COSTS).nullable(), monthly: Money.nullable() };
export const debtFields = {
  lender: line(120).nullable(),
  kind: z.enum(DEBT_KINDS).nullable(),
  owners: OwnerIds.nullable(),
  payment: Money.nullable(),
  balance: Money.nullable(),
  limit: Money.nullable(),
  rate: Share.nullable(),
  endsOn: CalendarDate.nullable(),
  cleared: z.boolean(),
};
