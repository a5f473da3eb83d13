import { CHAPTERS, FIGURE_UNITS, MEASURES, SIGNS, VERDICTS, type Figure as CoreFigure, type Term as CoreTerm } from '@cavren/core';
import { z } from 'zod';
import { LimitRule } from '../product/index';
import { CalendarDate, Words } from '../values/index';

const Term: z.ZodType<CoreTerm> = z.lazy(() =>
  z.object({
    label: Words,
    sign: z.enum(SIGNS),
    value: z.number(),
    unit: z.enum(FIGURE_UNITS),
    note: Words.optional(),
    table: Words.optional(),
    place: z.object({ chapter: z.enum(CHAPTERS), anchor: z.string() }).optional(),
    personId: z.string().optional(),
    terms: z.array(Term).optional(),
    ref: z.string().optional() as unknown as z.ZodOptional<z.ZodType<NonNullable<CoreTerm['ref']>>>,
  }),
);

export const Figure = z.object({
  measure: z.enum(MEASURES),
  label: z.string(),
  means: Words,
  unit: z.enum(FIGURE_UNITS).exclude(['count']),
  value: z.number().nullable(),
  waitingFor: Words.nullable(),
  limit: LimitRule.extend({ rule: Words }).nullable(),
  verdict: z.enum(VERDICTS),
  terms: z.array(Term),
}) as unknown as z.ZodType<CoreFigure>;

/** The calculation that a decision rests on, and how it comes out when it is worked again. */
export const KeptCalculation = z.object({
  kept: z.boolean(),
  today: CalendarDate.nullable(),
  product: z.string().nullable(),
  figures: z.array(Figure),
  /** What each guarantor was measured by. */
  guarantors: z.array(z.object({ personId: z.string(), name: z.string(), figures: z.array(Figure) })),
  differences: z.array(z.object({ measure: z.string(), then: z.number().nullable(), now: z.number().nullable() })),
});
export type KeptCalculation = z.infer<typeof KeptCalculation>;
