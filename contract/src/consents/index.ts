import { z } from 'zod';
import { Id, Version } from '../values/index';

export const CONSENT_WAYS = ['inPerson', 'byPhone', 'inWriting'] as const;
export const CONSENT_WAY_LABEL: Record<(typeof CONSENT_WAYS)[number], string> = {
  inPerson: 'In person, read to them',
  byPhone: 'By phone',
  inWriting: 'In writing',
};
export const RecordConsent = z.strictObject({ version: Version, personId: Id, how: z.enum(CONSENT_WAYS) });
