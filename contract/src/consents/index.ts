import { z } from 'zod';
import { Id, Version } from '../values/index';
import { CONSENT_WAYS } from './plain';

export { CONSENT_WAY_LABEL, CONSENT_WAYS } from './plain';

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
