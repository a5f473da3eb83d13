import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const MakeDecision = z.discriminatedUnion('outcome', [
  z.strictObject({ outcome: z.literal('approve'), version: Version, comment: z.string().trim().max(1000).nullable().default(null) }),
  z.strictObject({
    outcome: z.literal('decline'),
    version: Version,
    reasons: z.array(z.string().max(60)).min(1, 'Choose at least one reason').max(4, 'At most four principal reasons'),
    comment: z.string().trim().max(1000).nullable().default(null),
  }),
  z.strictObject({ outcome: z.literal('sendBack'), version: Version, question: Reason }),
]);
export type MakeDecision = z.infer<typeof MakeDecision>;
export const AnswerQuestion = z.strictObject({ version: Version, answer: Reason });
