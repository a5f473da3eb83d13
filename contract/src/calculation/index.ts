import type { Figure as CoreFigure, Term as CoreTerm } from '@cavren/core';
import { MEASURES } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate } from '../values/index';

const Term: z.ZodType<CoreTerm> = z.lazy(() =>
  z.object({
    label: z.string(),
    sign: z.enum(['+', '−', '×', '÷', '=', '·']),
    value: z.number(),
    unit: z.enum(['money', 'ratio', 'times', 'months', 'count']),
    note: z.string().optional(),
    place: z.object({ chapter: z.string(), anchor: z.string() }).optional(),
    personId: z.string().optional(),
    terms: z.array(Term).optional(),
  }),
) as unknown as z.ZodType<CoreTerm>;

const Figure = z.object({
  measure: z.enum(MEASURES),
  label: z.string(),
  means: z.string(),
  unit: z.enum(['money', 'ratio', 'times', 'months']),
  value: z.number().nullable(),
  waitingFor: z.string().nullable(),
  limit: z
    .object({
      measure: z.enum(MEASURES),
      bound: z.enum(['most', 'least']),
      value: z.number(),
      refer: z.number().optional(),
      from: z.literal('residualIncome').optional(),
      rule: z.string(),
    })
    .nullable(),
  verdict: z.enum(['inside', 'refer', 'outside', 'noLimit', 'unknown']),
  terms: z.array(Term),
}) as unknown as z.ZodType<CoreFigure>;

/** The calculation that a decision rests on, and how it comes out when it is worked again. */
export const KeptCalculation = z.object({
  kept: z.boolean(),
  today: CalendarDate.nullable(),
  product: z.string().nullable(),
  figures: z.array(Figure),
  differences: z.array(z.object({ measure: z.string(), then: z.number().nullable(), now: z.number().nullable() })),
});
export type KeptCalculation = z.infer<typeof KeptCalculation>;
