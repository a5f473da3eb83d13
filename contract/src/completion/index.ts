import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const VerifyPayout = z.strictObject({ version: Version });
export const ReleasePayout = z.strictObject({ version: Version });
export const SendBackPayout = z.strictObject({ version: Version, question: Reason });

export const BankAccountAnswer = z.object({ exists: z.boolean(), ownerMatches: z.boolean() });
export const BankTransferAnswer = z.object({ reference: z.string() });
