import type { AssistanceFigures } from '@cavren/core';
import { z } from 'zod';
import { CONSENT_WAYS } from '../consents/index';
import { Id, Money, Time, Version, Words } from '../values/index';

/** What a result says. */
export const AssistanceFiguresShape = z.object({
  year: z.int(),
  size: z.int(),
  income: Money,
  guideline: Money,
  share: z.number(),
  percentage: z.number().nullable(),
  expected: Money.nullable(),
  benchmark: z.object({ plan: z.string(), amount: Money }).nullable(),
  most: Money,
  covered: z.array(z.object({ name: Words, why: Words.nullable() })),
}) satisfies z.ZodType<AssistanceFigures>;

export const AssistanceResultShape = z.object({
  id: z.string(),
  figures: AssistanceFiguresShape,
  givenAt: Time,
  givenBy: z.string(),
  readAt: z.string().nullable(),
  readBy: z.string().nullable(),
  readHow: z.enum(CONSENT_WAYS).nullable(),
});

/** The result as it is worked now is given to who applies. */
export const GiveAssistance = z.strictObject({ version: Version });
/** An officer writes down how the result was read to, or by, who applies. */
export const AssistanceRead = z.strictObject({ version: Version, resultId: Id, how: z.enum(CONSENT_WAYS).exclude(['frontDoor']) });
/** Who applies says that they have read the result that was shown to them. */
export const AssistanceReadAtDoor = z.strictObject({ resultId: Id });
/** The plan for everybody covered. */
export const ChoosePlanAtDoor = z.strictObject({ plan: z.string().max(40) });
