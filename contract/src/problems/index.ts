import { z } from 'zod';

/** What changed in a file since the version that a refused write had seen; whether it was nobody but the program: an answer that came, a message that went. */
export const MeanwhileChange = z.object({ subject: z.string(), after: z.string().nullable(), actor: z.string(), byProgram: z.boolean(), at: z.string() });

/** An error as RFC 9457 has it, with a stable code and the path of each field that is wrong. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.string(),
  detail: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  version: z.int().optional(),
  meanwhile: z.array(MeanwhileChange).optional(),
  requestId: z.string().optional(),
});
export type Problem = z.infer<typeof Problem>;
