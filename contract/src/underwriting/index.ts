import { HEALTH_DETAILS, UNDERWRITING_OUTCOMES } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, Version, Words } from '../values/index';

export const UnderwritingOutcomeName = z.enum(UNDERWRITING_OUTCOMES);

const said = z.string().trim().min(1).max(400);
const Month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Give a month like 2024-03');
export const HealthSaid = z.strictObject({
  question: z.string().max(40),
  answer: z.enum(['yes', 'no']),
  since: Month.nullable().default(null),
  words: said.nullable().default(null),
  medications: z
    .array(z.strictObject({ name: z.string().max(120), dose: said, since: Month, reason: said }))
    .max(20)
    .default([]),
  physician: said.nullable().default(null),
});
export type HealthSaid = z.infer<typeof HealthSaid>;

/** An answer about somebody's health as it is given; what was said is never in what comes back. */
export const AnswerHealth = HealthSaid.extend({ version: Version, personId: Id });
export const AnswerHealthAtDoor = HealthSaid.extend({ personId: Id });

const Question = z.object({
  code: z.string(),
  text: z.string(),
  details: z.array(z.enum(HEALTH_DETAILS)),
});
/** Which question comes next for somebody, and how far they are; of what was said, nothing. */
export const HealthNext = z.object({
  personId: z.string(),
  name: z.string(),
  state: z.enum(['open', 'complete', 'barred']),
  next: Question.nullable(),
  /** Why it isn't open to them, and what else is. */
  bar: z.object({ says: z.string(), offers: z.string() }).nullable(),
  medications: z.array(z.string()),
});
export type HealthNext = z.infer<typeof HealthNext>;
/** The same for who gave the answers, at the front door, with them. */
export const DoorHealth = z.object({
  people: z.array(HealthNext.extend({ answers: z.array(z.object({ text: z.string(), details: z.array(z.enum(HEALTH_DETAILS)), said: HealthSaid })) })),
});
export type DoorHealth = z.infer<typeof DoorHealth>;

const ManualLine = z.object({ label: Words, points: z.int(), why: Words });
/** The sheet of who underwrites: what was said, what the manual makes of it, what was said of it. */
export const UnderwritingSheet = z.object({
  coverId: z.string(),
  personId: z.string(),
  name: z.string(),
  health: z.enum(['open', 'complete', 'barred']).nullable(),
  answers: z.array(z.object({ text: z.string(), said: HealthSaid })),
  manual: z.object({
    lines: z.array(ManualLine),
    points: z.int(),
    class: z.string(),
    outcome: UnderwritingOutcomeName,
    loading: z.number(),
    exclusions: z.array(z.string()),
    postponedUntil: CalendarDate.nullable(),
    refer: z.array(Words),
  }),
});
export type UnderwritingSheet = z.infer<typeof UnderwritingSheet>;

export const MakeUnderwriting = z.strictObject({
  version: Version,
  coverId: Id,
  outcome: UnderwritingOutcomeName,
  loading: z.number().min(0).max(10).default(0),
  perMille: z.number().min(0).max(1000).default(0),
  exclusions: z.array(z.string().trim().min(3).max(200)).max(10).default([]),
  postponedUntil: CalendarDate.nullable().default(null),
  reason: z.string().trim().min(3, 'Give a reason in a few words').max(1000).nullable().default(null),
});
export type MakeUnderwriting = z.output<typeof MakeUnderwriting>;
