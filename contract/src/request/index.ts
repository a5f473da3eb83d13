import { isRoutingNumber, normalizeNumber } from '@cavren/core';
import { z } from 'zod';
import { LegalFormName } from '../business/index';
import { CalendarDate, line, Money } from '../values/index';

/** The lending request; term bounds are the product's, these only keep out what no loan has. */
export const requestFields = {
  purpose: line(120).nullable(),
  price: Money.nullable(),
  downPayment: Money.nullable(),
  amount: Money.nullable(),
  termMonths: z.int('Give the term in whole months').min(1, 'A term has at least one month').max(600, 'A term has at most 600 months').nullable(),
  advanceOn: CalendarDate.nullable(),
  firstPaymentOn: CalendarDate.nullable(),
  legalForm: LegalFormName.nullable(),
  payoutName: line(120).nullable(),
  payoutRouting: z
    .string()
    .transform(normalizeNumber)
    .refine(isRoutingNumber, 'A routing number has nine digits and its last one checks the others; these don’t fit')
    .nullable(),
  payoutAccount: z
    .string()
    .transform(normalizeNumber)
    .refine((text) => /^\d{4,17}$/.test(text), 'An account number has 4 to 17 digits')
    .nullable(),
};
