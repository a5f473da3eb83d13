import { z } from 'zod';
import { CalendarDate, Profit, Time, Version } from '../values/index';

export { EARNING_KIND_LABEL } from './plain';

export const ProducerShape = z.object({ staffId: z.string(), name: z.string(), share: z.number() });
/** Who brings a policy, with the shares in per cent that come to the whole. */
export const NameProducers = z.strictObject({
  version: Version,
  producers: z
    .array(z.strictObject({ staffId: z.string().max(64), share: z.number().min(0).max(100).multipleOf(0.01, 'Give a share with at most two decimals') }))
    .min(1)
    .max(6),
});
export type NameProducers = z.infer<typeof NameProducers>;
/** Who has a certificate for a file's line and place on the day it was received. */
export const CertifiedStaff = z.array(z.object({ staffId: z.string(), name: z.string() }));

/** A month of statements: all of it, or only what is one's own. */
export const EarningsQuery = z.object({ month: z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Name a month like 2026-12') });
export const EarningsPage = z.object({
  month: z.string(),
  items: z.array(
    z.object({
      id: z.string(),
      reference: z.string(),
      number: z.string().nullable(),
      holder: z.string().nullable(),
      product: z.string(),
      staffId: z.string(),
      name: z.string(),
      dueOn: CalendarDate,
      kind: z.enum(['firstYear', 'renewal', 'change', 'back']),
      basis: Profit,
      rate: z.number(),
      share: z.number(),
      amount: Profit,
      currency: z.string(),
      madeAt: Time,
    }),
  ),
  /** What each comes to, by currency. */
  totals: z.array(z.object({ staffId: z.string(), name: z.string(), currency: z.string(), entries: z.int(), amount: Profit })),
});
export type EarningsPage = z.infer<typeof EarningsPage>;
