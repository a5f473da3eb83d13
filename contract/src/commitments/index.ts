import { z } from 'zod';
import { line, Money } from '../values/index';

export const LIVING_COSTS = ['Food and household', 'Energy and water', 'Transport and fuel', 'Phone and internet', 'Insurance', 'Children', 'Other'] as const;
export const DEBT_KINDS = ['personalLoan', 'vehicleLoan', 'creditCard', 'studentLoan', 'boatLoan', 'other'] as const;
export const DEBT_KIND_LABEL: Record<(typeof DEBT_KINDS)[number], string> = {
  personalLoan: 'Personal loan',
  vehicleLoan: 'Vehicle loan',
  creditCard: 'Credit card',
  studentLoan: 'Student loan',
  boatLoan: 'Boat loan',
  other: 'Other debt',
};

export const livingCostFields = { category: z.enum(LIVING_COSTS).nullable(), monthly: Money.nullable() };
export const debtFields = {
  lender: line(120).nullable(),
  kind: z.enum(DEBT_KINDS).nullable(),
  payment: Money.nullable(),
  balance: Money.nullable(),
  cleared: z.boolean(),
};
