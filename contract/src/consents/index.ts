import { z } from 'zod';
import { Id, Version } from '../values/index';

export const CONSENT_WAYS = ['inPerson', 'byPhone', 'inWriting', 'frontDoor'] as const;
export const CONSENT_WAY_LABEL: Record<(typeof CONSENT_WAYS)[number], string> = {
  inPerson: 'In person, read to them',
  byPhone: 'By phone',
  inWriting: 'In writing',
  frontDoor: 'At the front door',
};
export const RecordConsent = z.strictObject({
  version: Version,
  personId: Id,
  kind: z.string().max(40),
  language: z.string().max(20).default('en'),
  how: z.enum(CONSENT_WAYS),
});
/** All that somebody is asked for and hasn't agreed to yet. */
export const RecordConsents = RecordConsent.omit({ kind: true });
export const WithdrawConsent = z.strictObject({ version: Version, how: z.enum(CONSENT_WAYS) });
