import { z } from 'zod';
import { Money, Reason, Version } from '../values/index';

export { MAX_PAPER_BYTES } from './plain';

/** What a paper may be, told by its content. */
export const PAPER_TYPES = ['application/pdf', 'image/jpeg', 'image/png'] as const;

export const JudgePaper = z.discriminatedUnion('verdict', [
  z.strictObject({
    verdict: z.literal('accepted'),
    version: Version,
    page: z.int().min(1).max(2000),
    amount: Money.nullable(),
    sure: z.boolean().default(false),
  }),
  z.strictObject({ verdict: z.literal('sentBack'), version: Version, reason: Reason }),
]);
export type JudgePaper = z.infer<typeof JudgePaper>;
export const RemovePaper = z.strictObject({ version: Version, reason: Reason });
