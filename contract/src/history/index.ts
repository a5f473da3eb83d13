import type { HistoryEntry as CoreEntry, SealedDay as CoreDay } from '@cavren/core';
import { z } from 'zod';
import { page, Words } from '../values/index';

export const HistoryEntry = z.object({
  sequence: z.int(),
  at: z.string(),
  actor: z.string(),
  actorId: z.string(),
  act: z.string(),
  subject: z.string(),
  before: z.string().nullable(),
  after: z.string().nullable(),
  previousHash: z.string(),
  hash: z.string(),
}) satisfies z.ZodType<CoreEntry>;
/** Up to which entry a history was sealed, and when. */
export const SealedUpTo = z.object({ sequence: z.int(), at: z.string() });
export const HistoryPage = page(HistoryEntry).extend({ chainProblem: Words.nullable(), sealed: SealedUpTo.nullable() });
/** What all histories gained between two sealings, as it is kept and given out. */
export const SealedDay = z.object({
  sequence: z.int(),
  at: z.string(),
  entries: z.int(),
  digest: z.string(),
  previousHash: z.string(),
  hash: z.string(),
}) satisfies z.ZodType<CoreDay>;
export const SealedDayPage = page(SealedDay.extend({ stampedAt: z.string().nullable() }));
export type SealedDayPage = z.infer<typeof SealedDayPage>;
/** A sealed day with all that it takes to hold it against other copies: its entries, who signed it, and its time stamp (RFC 3161, DER in base 64). */
export const SealedDayCopy = SealedDay.extend({
  lines: z.string(),
  signature: z.string(),
  publicKey: z.string(),
  stamp: z.string().nullable(),
});
export type SealedDayCopy = z.infer<typeof SealedDayCopy>;
export type HistoryPage = z.infer<typeof HistoryPage>;
