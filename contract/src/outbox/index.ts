import { z } from 'zod';
import { page, PageQuery } from '../values/index';

export const OutboxMessage = z.object({
  id: z.string(),
  reference: z.string(),
  /** letter: it lies in the print queue until somebody has posted it. */
  channel: z.enum(['email', 'text', 'letter']),
  recipient: z.string(),
  subject: z.string().nullable(),
  body: z.string(),
  createdAt: z.string(),
  sentAt: z.string().nullable(),
  problem: z.string().nullable(),
  /** The notice that a letter is, with the file that it belongs to. */
  noticeId: z.string().nullable(),
});
export type OutboxMessage = z.infer<typeof OutboxMessage>;
/** With the address of the page where the simulated service shows what it delivered, where there is one. */
export const OutboxPage = page(OutboxMessage).extend({ deliveredAt: z.string().nullable() });
export type OutboxPage = z.infer<typeof OutboxPage>;
export const OutboxQuery = z.object({ ...PageQuery, reference: z.string().max(12).optional() });
