import { COVER_LINE, INTEREST } from '@cavren/core';
import { z } from 'zod';
import { statedSchema } from '../details/index';
import { CalendarDate, Id, Time, Version } from '../values/index';

/** What of a line is sent, and kept with its version. */
export const LineValues = statedSchema(COVER_LINE).extend({ interests: z.array(statedSchema(INTEREST).pick({ who: true, kind: true, share: true })) });
const Faults = z.array(z.object({ field: z.string(), what: z.string() }));
const LineVersionState = z.enum(['sent', 'accepted', 'rejected', 'withdrawn']);

/** The newest version of each line that went out. */
export const LineVersionShape = z.object({
  lineId: z.string(),
  version: z.int(),
  state: LineVersionState,
  values: LineValues,
  number: z.string().nullable(),
  faults: Faults,
  sentAt: Time,
  sentBy: z.string(),
  answeredAt: z.string().nullable(),
});

export const LineVersions = z.array(LineVersionShape);

/** Lines to send by their ids; all that aren't sent as they are now where none is named. */
export const SendLines = z.strictObject({ version: Version, lines: z.array(Id).min(1).max(1000).optional() });

/** What the issuing system is asked to take: lines as they are now, and numbers of those that are taken out. */
export const LinesOrder = z.object({
  reference: z.string(),
  product: z.string(),
  place: z.string(),
  startsOn: CalendarDate,
  lines: z.array(z.object({ id: z.string(), version: z.int(), number: z.string().nullable(), values: LineValues })),
  withdrawn: z.array(z.object({ id: z.string(), number: z.string() })),
});
export type LinesOrder = z.infer<typeof LinesOrder>;
/** It takes the order first, and says of each line later. */
export const LinesTaken = z.object({ ticket: z.string().min(1) });
export const LinesAnswer = z.union([
  z.object({ waiting: z.literal(true) }),
  z.object({ lines: z.array(z.union([z.object({ id: z.string(), number: z.string() }), z.object({ id: z.string(), faults: Faults.min(1) })])) }),
]);
export type LinesAnswer = z.infer<typeof LinesAnswer>;
