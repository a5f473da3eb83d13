import type { HistoryEntry as CoreEntry } from '@cavren/core';
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
export const HistoryPage = page(HistoryEntry).extend({ chainProblem: Words.nullable() });
export type HistoryPage = z.infer<typeof HistoryPage>;
