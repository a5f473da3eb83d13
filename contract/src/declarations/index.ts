import { z } from 'zod';
import { Id, Reason, Time, Version } from '../values/index';

/** Ends a file by an answer that ends the matter. */
export const EndFile = z.strictObject({ version: Version });

/** Answers to the monitoring questions: kept apart from the file. */
export const MonitoringView = z.object({
  people: z.array(
    z.object({
      personId: Id,
      name: z.string(),
      answers: z.array(
        z.object({
          question: z.string(),
          text: z.string(),
          options: z.array(z.string()),
          value: z.string().nullable(),
          declined: z.boolean(),
          by: z.string().nullable(),
          at: Time.nullable(),
        }),
      ),
    }),
  ),
});
export type MonitoringView = z.infer<typeof MonitoringView>;
/** A value, or declined; one of the two. */
export const KeepMonitoring = z
  .strictObject({ personId: Id, question: z.string().max(30), value: z.string().max(80).nullable(), declined: z.boolean() })
  .refine(({ value, declined }) => (value === null) === declined, { message: 'Choose an answer, or that it was declined', path: ['value'] });

/** What an officer says of a possible duplicate: it is this known person, or somebody else, with the reason. */
export const SayDuplicate = z.discriminatedUnion('verdict', [
  z.strictObject({ verdict: z.literal('same'), version: Version }),
  z.strictObject({ verdict: z.literal('different'), version: Version, reason: Reason }),
]);
export type SayDuplicate = z.infer<typeof SayDuplicate>;
/** What compliance says of two entries that an officer called different. */
export const ReviewDuplicate = z.strictObject({ version: Version, verdict: z.enum(['confirmed', 'same']) });
