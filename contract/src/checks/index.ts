import { CHECK_KINDS, RECORD_KINDS } from '@cavren/core';
import { z } from 'zod';
import { CalendarDate, Id, Reason, Version } from '../values/index';

export const AskCheck = z.strictObject({ version: Version, personId: Id, kind: z.enum(CHECK_KINDS) });
/** Every check that can be asked for now. */
export const AskChecks = z.strictObject({ version: Version });
/** What becomes of what a check found. */
export const ResolutionName = z.enum(['confirmed', 'corrected', 'differentPerson', 'samePerson']);
export const ResolveFinding = z.strictObject({
  version: Version,
  resolution: ResolutionName,
  reason: Reason,
});

/** What the register of persons answers. */
export const RegisterAnswer = z.object({ record: z.object({ fullName: z.string().nullable(), birthDate: z.string().nullable() }).nullable() });

/** What the register of companies answers: its own entry, or none. */
export const CompanyAnswer = z.object({
  record: z.object({ number: z.string(), name: z.string(), founded: z.string(), form: z.string(), active: z.boolean() }).nullable(),
});

/** What the register of courts and landlords answers: every record under a name that sounds alike. */
export const RecordsAnswer = z.object({
  records: z.array(
    z.object({
      of: z.enum(RECORD_KINDS),
      name: z.string(),
      birthDate: z.string().nullable(),
      on: CalendarDate,
      court: z.string(),
      reference: z.string(),
    }),
  ),
});

/** What the watchlist service answers. */
export const WatchlistAnswer = z.object({
  entries: z.array(z.object({ name: z.string(), aliases: z.array(z.string()), birthDate: z.string().nullable(), list: z.string(), reference: z.string() })),
});
