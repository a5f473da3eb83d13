import { z } from 'zod';
import { CalendarDate, Id, line, page, PageQuery, Reason, Words } from '../values/index';

/** A search of the register: one line of anything that is known, or named parts of it. */
export const SearchPersons = z
  .strictObject({
    text: line(200).optional(),
    name: line(200).optional(),
    birthDate: CalendarDate.optional(),
    number: line(40).optional(),
    phone: line(40).optional(),
    email: line(254).optional(),
  })
  .refine((wish) => Object.values(wish).some((value) => value !== ''), { message: 'Give a name, a number, a phone or an e-mail address', path: ['name'] });
export type SearchPersons = z.infer<typeof SearchPersons>;

const InFile = z.object({ reference: z.string(), product: z.string(), stage: z.string(), role: z.string(), open: z.boolean(), round: z.string().nullable() });

export const PersonMatch = z.object({
  id: Id,
  kind: z.enum(['person', 'organisation']),
  fullName: z.string(),
  knownAs: z.string().nullable(),
  birthDate: z.string().nullable(),
  phone: z.string().nullable(),
  email: z.string().nullable(),
  idNumberTail: z.string().nullable(),
  knownSince: z.string(),
  updatedAt: z.string(),
  score: z.number(),
  strength: z.enum(['strong', 'likely', 'weak']),
  reasons: z.array(Words),
  files: z.array(InFile),
});
export type PersonMatch = z.infer<typeof PersonMatch>;
export const PersonMatches = z.object({
  matches: z.array(PersonMatch),
  /** How the line was read. */
  read: z.object({
    name: z.string().nullable(),
    birthDate: z.string().nullable(),
    number: z.boolean(),
    phone: z.string().nullable(),
    email: z.string().nullable(),
  }),
});
export type PersonMatches = z.infer<typeof PersonMatches>;

export const RegisterQuery = z.object({ ...PageQuery });
const RegisterItem = PersonMatch.omit({ score: true, strength: true, reasons: true });
export type RegisterItem = z.infer<typeof RegisterItem>;
export const RegisterPage = page(RegisterItem);
export type RegisterPage = z.infer<typeof RegisterPage>;

const Merge = z.object({
  id: Id,
  keptId: Id,
  keptName: z.string(),
  droppedId: Id,
  droppedName: z.string(),
  reason: z.string(),
  by: z.string(),
  at: z.string(),
  undoneAt: z.string().nullable(),
  undoneBy: z.string().nullable(),
});
export const RegisterView = RegisterItem.extend({ mergedInto: Id.nullable(), merges: z.array(Merge) });
export type RegisterView = z.infer<typeof RegisterView>;

/** Makes one person of two: the dropped entry's files become the kept one's. */
export const MergePersons = z.strictObject({ keepId: Id, dropId: Id, reason: Reason });

/** What the command bar looks for: people and files. */
export const FindQuery = z.object({ text: z.string().min(2).max(100) });
export const Found = z.object({
  persons: z.array(z.object({ id: Id, name: z.string(), born: z.string().nullable(), reasons: z.array(Words) })),
  files: z.array(z.object({ reference: z.string(), applicant: z.string().nullable(), product: z.string(), stage: z.string() })),
});
export type Found = z.infer<typeof Found>;
