import { isFitChange, isOfferable, MOST_REASONS, type FitChange } from '@cavren/core';
import { z } from 'zod';
import { Id, Money, Reason, Version, Words } from '../values/index';

const Comment = z.string().trim().max(1000).nullable().default(null);
const Conditions = z.array(z.string().trim().min(3, 'Say the condition in a few words').max(300)).max(8, 'At most eight conditions').default([]);
/** Principal reasons of a no: from the product's list, or in words of one's own; at most four with that. */
const Reasons = {
  reasons: z.array(z.string().max(60)).max(MOST_REASONS, 'At most four principal reasons').default([]),
  other: z.string().trim().min(3, 'Say the reason in a few words').max(200).nullable().default(null),
  comment: Comment,
};

export const MakeDecision = z.discriminatedUnion('outcome', [
  z.strictObject({ outcome: z.literal('approve'), version: Version, comment: Comment, conditions: Conditions }),
  /** Approved otherwise than it was asked for. */
  z.strictObject({
    outcome: z.literal('counter'),
    version: Version,
    comment: Comment,
    conditions: Conditions,
    changes: z
      .array(z.custom<FitChange>((change) => isFitChange(change) && isOfferable(change), 'This can’t be offered otherwise'))
      .min(1, 'Say what is offered instead')
      .max(40),
    ...{ reasons: Reasons.reasons, other: Reasons.other },
  }),
  z.strictObject({ outcome: z.literal('decline'), version: Version, ...Reasons }),
  z.strictObject({ outcome: z.literal('proposeDecline'), version: Version, ...Reasons }),
  z.strictObject({ outcome: z.literal('goOn'), version: Version, comment: Reason }),
  /** An approver would say yes, but it goes beyond what they may: somebody with more authority decides. */
  z.strictObject({ outcome: z.literal('recommend'), version: Version, comment: Reason }),
  z.strictObject({ outcome: z.literal('sendBack'), version: Version, question: Reason }),
  z.strictObject({ outcome: z.literal('undo'), version: Version, comment: Reason }),
]);
export type MakeDecision = z.infer<typeof MakeDecision>;
export const AnswerQuestion = z.strictObject({ version: Version, answer: Reason });
/** Compliance ends a file; why stays with compliance. */
export const StopFile = z.strictObject({ version: Version, reason: Reason });
export const StopReason = z.object({ reason: z.string(), by: z.string(), at: z.string() });

export const OfferTerms = z.object({
  amount: Money,
  termMonths: z.int().nullable(),
  payment: Money.nullable(),
  totalPayable: Money.nullable(),
  paidOut: Money.nullable(),
  /** The annual percentage rate as a fraction. */
  rate: z.number().nullable(),
  /** Who is covered for how much a month, at which loading, and what is left out; of a cover only. */
  covered: z.array(z.object({ name: z.string(), benefit: Money, loading: z.number(), perMille: z.number(), leftOut: z.array(z.string()) })).optional(),
  /** What each line is insured for; of lines of cover only. */
  insured: z.array(z.object({ line: Words, insured: Money })).optional(),
});
/** What is said to an offer. */
export const OfferAnswerName = z.enum(['accept', 'refuse']);
/** What somebody who applies said to the offer, written down by an officer. */
export const AnswerOffer = z.strictObject({
  version: Version,
  personId: Id,
  answer: OfferAnswerName,
  how: z.enum(['inPerson', 'phone', 'post']),
});
export const MeetCondition = z.strictObject({ version: Version, word: Reason });
export const TakeAppeal = z.strictObject({ version: Version, what: Reason });
export const SendNotice = z.strictObject({ version: Version });
export const AnswerOfferAtDoor = z.strictObject({ answer: OfferAnswerName, offerId: Id });
export const AppealAtDoor = z.strictObject({ what: Reason });
