import { z } from 'zod';
import { CalendarDate, Id, line } from '../values/index';

/** A search of the register: a name (with a birth date where known) or a number. */
export const SearchPersons = z
  .strictObject({ name: line(200).optional(), birthDate: CalendarDate.optional(), number: line(40).optional() })
  .refine(({ name, number }) => Boolean(name ?? number), { message: 'Give a name or a number', path: ['name'] });

export const PersonMatch = z.object({
  id: Id,
  fullName: z.string(),
  birthDate: z.string().nullable(),
  phone: z.string().nullable(),
  email: z.string().nullable(),
  idNumberTail: z.string().nullable(),
  knownSince: z.string(),
  updatedAt: z.string(),
  score: z.number(),
  reasons: z.array(z.string()),
  files: z.array(z.object({ reference: z.string(), product: z.string(), stage: z.string() })),
});
export type PersonMatch = z.infer<typeof PersonMatch>;
export const PersonMatches = z.object({ matches: z.array(PersonMatch) });
