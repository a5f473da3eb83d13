import { z } from 'zod';
import { OneChange } from '../details/index';
import { CalendarDate, Money, Version } from '../values/index';

export const IssuePolicy = z.strictObject({ version: Version });
export const CollectPremium = z.strictObject({ version: Version });
export const EndPolicy = z.strictObject({
  version: Version,
  on: CalendarDate,
  by: z.enum(['freeLook', 'insured', 'insurer']),
  reason: z.string().trim().min(3, 'Give a reason in a few words').max(1000),
});
export type EndPolicy = z.infer<typeof EndPolicy>;

/** A change of a policy while it runs, from a day on. */
export const ProposePolicyChange = z.strictObject({
  version: Version,
  on: CalendarDate,
  changes: z.array(OneChange).min(1).max(50),
  reason: z.string().trim().min(3, 'Give a reason in a few words').max(1000),
});
export type ProposePolicyChange = z.infer<typeof ProposePolicyChange>;
export const AnswerPolicyChange = z.strictObject({
  version: Version,
  answer: z.enum(['make', 'refuse']),
  comment: z.string().trim().max(1000).nullable().default(null),
});
export type AnswerPolicyChange = z.infer<typeof AnswerPolicyChange>;

/** What the issuing system is asked to issue. */
export const PolicyOrder = z.object({
  reference: z.string(),
  product: z.string(),
  place: z.string(),
  startsOn: CalendarDate,
  endsOn: CalendarDate,
  premium: Money,
  currency: z.string(),
  holder: z.object({
    name: z.string(),
    birthDate: CalendarDate.nullable(),
    line: z.string().nullable(),
    town: z.string().nullable(),
    postalCode: z.string().nullable(),
  }),
  lines: z.array(z.object({ number: z.string(), insured: Money })),
  insured: z.array(z.object({ id: z.string(), name: z.string(), birthDate: CalendarDate.nullable(), plan: z.string(), benefit: Money })),
});
export type PolicyOrder = z.infer<typeof PolicyOrder>;
/** What it answers: a number, or what is wrong by field. */
export const PolicyAnswer = z.union([
  z.object({ number: z.string().min(3) }),
  z.object({ faults: z.array(z.object({ field: z.string(), what: z.string() })).min(1) }),
]);
