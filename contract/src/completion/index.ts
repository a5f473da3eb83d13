import { z } from 'zod';
import { Reason, Version } from '../values/index';

export const VerifyPayout = z.strictObject({ version: Version });
export const ReleasePayout = z.strictObject({ version: Version });
export const SendBackPayout = z.strictObject({ version: Version, question: Reason });

export const BankAccountQuestion = z.strictObject({ routing: z.string(), account: z.string(), name: z.string() });
export const BankAccountAnswer = z.object({ exists: z.boolean(), ownerMatches: z.boolean() });
export const BankTransferOrder = z.strictObject({
  key: z.string(),
  routing: z.string(),
  account: z.string(),
  name: z.string(),
  amount: z.int(),
  currency: z.string(),
  text: z.string(),
});
export const BankTransferAnswer = z.object({ reference: z.string() });
