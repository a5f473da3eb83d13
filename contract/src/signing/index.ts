import { SIGNED_DOCUMENTS } from '@cavren/core';
import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const SendAgreement = z.strictObject({ version: Version });
export const VoidAgreement = z.strictObject({ version: Version, reason: Reason });
/** Which of the documents of a file is meant: the agreement where nothing is said. */
export const WhichDocument = z.object({ document: z.enum(SIGNED_DOCUMENTS).default('agreement') });
