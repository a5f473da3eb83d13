import { z } from 'zod';
import { Id, Reason, Version } from '../values/index';

export const VerifyPayout = z.strictObject({ version: Version });
export const ReleasePayout = z.strictObject({ version: Version });
export const SendBackPayout = z.strictObject({ version: Version, question: Reason });

export const BankAccountAnswer = z.object({ exists: z.boolean(), ownerMatches: z.boolean() });
/** What came of a payment that was not as ordered, once it was settled with the bank. */
export const SettlePayout = z.strictObject({
  version: Version,
  payeeId: Id.nullable().default(null),
  outcome: z.enum(['madeRight', 'returned']),
  word: Reason,
});

/** What the bank did with an order, or why it won’t carry it out. */
export const BankTransferAnswer = z.union([
  z.object({ refused: z.string().min(1).max(200) }),
  z.object({
    reference: z.string(),
    made: z.object({ key: z.string(), routing: z.string().nullable(), account: z.string(), amount: z.int(), currency: z.string() }),
  }),
]);
