import {
  CHECK_KINDS,
  CONTACT_FIELDS,
  DECISION_OUTCOMES,
  DETAILS,
  isFitChange,
  NOTICE_KINDS,
  PART_OF,
  ROW_ENTITIES,
  SIGNED_DOCUMENTS,
  type FileState as CoreFileState,
  type FitChange,
  type RowEntity,
} from '@cavren/core';
import { z } from 'zod';
import { ProducerShape } from '../earnings/index';
import { AssistanceResultShape } from '../assistance/index';
import { ResolutionName } from '../checks/index';
import { OfferAnswerName, OfferTerms } from '../decision/index';
import { UnderwritingOutcomeName } from '../underwriting/index';
import { OneChange, rowSchema, statedSchema } from '../details/index';
import { HandoverShape, HeldUnitShape, LeaseNoticeShape, ReceiptShape, LettingReferenceShape, RoundStandingShape } from '../leasing/index';
import { LineVersionShape } from '../lines/index';
import { HistoryEntry } from '../history/index';
import { PlacePack, ProductDefinition, StageName } from '../product/index';
import { CHANNELS, FILE_SORTS } from './plain';
import { CalendarDate, DateOrder, StatedDate, Id, Money, OrderStateName, Profit, page, PageQuery, Time, Version, Words } from '../values/index';

export const FileItem = z.object({
  reference: z.string(),
  applicant: z.string().nullable(),
  product: z.string(),
  stage: StageName,
  stageSince: Time,
  receivedOn: z.string(),
  owner: z.string(),
  amount: Money.nullable(),
  openNow: z.int(),
  nextWhat: Words.nullable(),
  nextHolder: z.string().nullable(),
  nextDue: z.string().nullable(),
  /** By when its decision has to be told, and until when that stands still. */
  decideBy: z.object({ by: z.string(), heldUntil: z.string().nullable() }).nullable(),
  /** How money and dates are written where its product is offered. */
  writes: z.object({ currency: z.string(), locale: z.string(), dateOrder: DateOrder, today: z.string() }).optional(),
});
export type FileItem = z.infer<typeof FileItem>;
export const FilePage = page(FileItem);
export type FilePage = z.infer<typeof FilePage>;

export const FileQuery = z.object({
  ...PageQuery,
  text: z.string().max(100).optional(),
  stage: StageName.optional(),
  product: z.string().max(40).optional(),
  sort: z.enum(FILE_SORTS).default('due'),
});
export type FileQuery = z.infer<typeof FileQuery>;

/** `me`: what the reader can settle now; `others`: their own files that wait for somebody else. */
export const TodayQuery = z.object({ ...PageQuery, waitingFor: z.enum(['me', 'others']).default('me') });
export const TodayPage = FilePage.extend({ counts: z.object({ late: z.int(), dueToday: z.int(), untold: z.int(), me: z.int(), others: z.int() }) });
export type TodayPage = z.infer<typeof TodayPage>;

export const OpenFile = z.strictObject({
  product: z.string().max(40),
  channel: z.enum(CHANNELS),
  receivedOn: StatedDate,
  /** When a paper application was signed. */
  signedOn: StatedDate.nullable().default(null),
  /** A known person whose details are reused; else the name and birth date of a new one. */
  personId: Id.nullable(),
  fullName: z.string().trim().max(200).nullable(),
  birthDate: StatedDate.nullable(),
  number: z.string().max(40).nullable().default(null),
  phone: z.string().max(40).nullable().default(null),
  email: z.string().max(254).nullable().default(null),
  kind: z.enum(['person', 'organisation']).default('person'),
  /** Why this is somebody else than the person whom they strongly resemble. */
  differentBecause: z.string().trim().max(1000).nullable().default(null),
});
export type OpenFile = z.infer<typeof OpenFile>;
export const OpenedFile = z.object({ reference: z.string() });

/** Asks the applicant to go on at the front door, or takes the keying back. */
export const InviteApplicant = z.strictObject({ version: Version, personId: Id });
export const TakeBack = z.strictObject({ version: Version });
/** Who stated what: the last change of each value of a file. */
export const StatedBy = z.object({ stated: z.record(z.string(), z.object({ by: z.string(), at: Time, applicant: z.boolean() })) });
export type StatedBy = z.infer<typeof StatedBy>;

export const MoveFile = z.strictObject({ version: Version });
export const WithdrawFile = z.strictObject({ version: Version, reason: z.string().trim().min(3, 'Give a reason in a few words').max(1000) });

const text = z.string().nullable();
const date = CalendarDate.nullable();
const money = Money.nullable();

/** Rows of every kind of detail, under the name of their part of a file. */
type Rows = { [Kind in RowEntity as (typeof DETAILS)[Kind]['part']]: z.ZodArray<ReturnType<typeof rowSchema<(typeof DETAILS)[Kind]>>> };
const ROWS = Object.fromEntries(ROW_ENTITIES.map((entity) => [PART_OF[entity], z.array(rowSchema(DETAILS[entity]))])) as unknown as Rows;

const OrderShape = z
  .object({
    state: OrderStateName,
    amount: Money,
    orderedAt: Time,
    orderedBy: z.string(),
    orderedById: z.string(),
    problem: text,
  })
  .nullable();
const Payout = z.object({
  verifyAskedAt: text,
  verifiedAt: text,
  verifyProblem: text,
  order: OrderShape,
  transferReference: text,
  releasedAt: text,
  releasedBy: text,
  toCorrect: z.boolean(),
});

/** What is out for signature, or was signed. */
const EnvelopeShape = z
  .object({
    id: z.string(),
    document: z.enum(SIGNED_DOCUMENTS),
    state: z.enum(['making', 'out', 'sealing', 'complete', 'void']),
    sentAt: Time,
    sentBy: z.string(),
    completedAt: text,
    voidReason: text,
    pages: z.int().nullable(),
    signers: z.array(
      z.object({
        id: z.string(),
        personId: z.string(),
        position: z.int(),
        state: z.enum(['waiting', 'invited', 'signed']),
        invitedAt: text,
        consentedAt: text,
        readAt: text,
        signedAt: text,
        mark: z.enum(['typed', 'drawn']).nullable(),
        markText: text,
        initials: z.record(z.string(), z.string()).nullable(),
        choice: text,
      }),
    ),
  })
  .nullable();

export const FileState = z.object({
  reference: z.string(),
  stage: StageName,
  stageSince: Time,
  openedAt: Time,
  openedBy: z.string(),
  receivedOn: CalendarDate,
  signedOn: date,
  channel: z.string(),
  withApplicant: z.boolean(),
  product: ProductDefinition,
  pack: PlacePack,
  request: statedSchema(DETAILS.request),
  ...ROWS,
  consents: z.array(
    z.object({
      id: z.string(),
      personId: z.string(),
      kind: z.string(),
      version: z.string(),
      language: z.string(),
      toWhom: z.string(),
      how: z.string(),
      givenAt: Time,
      recordedBy: z.string(),
      withdrawnAt: text,
      withdrawnBy: text,
    }),
  ),
  contactChanges: z.array(z.object({ id: z.string(), personId: z.string(), field: z.enum(CONTACT_FIELDS), at: Time })),
  duplicates: z.array(
    z.object({
      id: z.string(),
      personId: z.string(),
      matchId: z.string(),
      matchName: z.string(),
      reasons: z.array(Words),
      state: z.enum(['open', 'different', 'confirmed', 'same']),
      reason: text,
      by: text,
      at: Time,
      reviewedBy: text,
    }),
  ),
  clashes: z.array(z.object({ personId: z.string(), reference: z.string() })),
  checks: z.array(
    z.object({
      id: z.string(),
      personId: z.string(),
      kind: z.enum(CHECK_KINDS),
      state: z.enum(['waiting', 'answered']),
      askedAbout: z.string(),
      askedAt: Time,
      answeredAt: text,
      attempts: z.int(),
      lastProblem: text,
      findings: z.array(
        z.object({
          id: z.string(),
          kind: z.enum(['field', 'candidate']),
          label: Words,
          stated: Words.nullable(),
          found: Words.nullable(),
          agrees: z.boolean(),
          score: z.number().nullable(),
          reasons: z.array(Words),
          resolution: ResolutionName.nullable(),
          reason: text,
          resolvedBy: text,
          resolvedAt: text,
        }),
      ),
    }),
  ),
  papers: z.array(
    z.object({
      id: z.string(),
      conditionKey: text,
      name: z.string(),
      mediaType: z.string(),
      bytes: z.int(),
      state: z.enum(['received', 'accepted', 'sentBack', 'removed']),
      reason: text,
      addedAt: Time,
      addedBy: z.string(),
      judgedBy: text,
      judgedAt: text,
      proof: z.object({ page: z.int(), amount: money }).nullable(),
    }),
  ),
  exceptions: z.array(
    z.object({
      id: z.string(),
      subject: z.string(),
      value: z.number().nullable(),
      reason: z.string(),
      askedBy: z.string(),
      askedAt: Time,
      answer: z.enum(['granted', 'refused']).nullable(),
      answeredBy: text,
      answeredAt: text,
    }),
  ),
  envelope: EnvelopeShape,
  application: EnvelopeShape,
  decisions: z.array(
    z.object({
      id: z.string(),
      outcome: z.enum(DECISION_OUTCOMES),
      reasons: z.array(z.string()),
      other: text,
      comment: text,
      answer: text,
      by: z.string(),
      byId: z.string(),
      at: Time,
    }),
  ),
  offer: z
    .object({
      id: z.string(),
      state: z.enum(['open', 'accepted', 'refused', 'lapsed', 'takenBack']),
      kind: z.enum(['asAsked', 'changed']),
      changes: z.array(z.custom<FitChange>(isFitChange)),
      terms: OfferTerms,
      conditions: z.array(z.object({ id: z.string(), text: z.string(), metAt: text, metBy: text, word: text })),
      answers: z.array(
        z.object({
          personId: z.string(),
          answer: OfferAnswerName,
          at: Time,
          how: z.enum(['frontDoor', 'inPerson', 'phone', 'post']),
          by: z.string(),
        }),
      ),
      until: CalendarDate,
      madeAt: Time,
      madeBy: z.string(),
    })
    .nullable(),
  notices: z.array(
    z.object({
      id: z.string(),
      kind: z.enum(NOTICE_KINDS),
      personId: z.string(),
      madeAt: Time,
      channel: z.enum(['letter', 'email', 'text', 'none']),
      missing: z.array(z.string()),
      respondBy: CalendarDate.nullable(),
      made: z.boolean(),
    }),
  ),
  completeOn: CalendarDate.nullable(),
  payout: Payout,
  payeePayouts: z.array(Payout.extend({ payeeId: z.string() })),
  health: z.array(z.object({ personId: z.string(), state: z.enum(['open', 'complete', 'barred']), digest: text })),
  underwritings: z.array(
    z.object({
      id: z.string(),
      coverId: z.string(),
      outcome: UnderwritingOutcomeName,
      loading: z.number(),
      perMille: z.number(),
      exclusions: z.array(z.string()),
      postponedUntil: date,
      overruled: z.boolean(),
      reason: text,
      about: z.string(),
      health: text,
      by: z.string(),
      byId: z.string(),
      at: Time,
    }),
  ),
  lineVersions: z.array(LineVersionShape),
  assistanceResult: AssistanceResultShape.nullable(),
  policy: z
    .object({
      state: z.enum(['none', 'ordered', 'rejected', 'issued', 'ended']),
      number: text,
      faults: z.array(z.object({ field: z.string(), what: z.string() })),
      problem: text,
      orderedAt: text,
      orderedBy: text,
      issuedAt: text,
      startsOn: CalendarDate,
      endsOn: CalendarDate,
      freeLookUntil: date,
      premium: Money,
      year: Money,
      order: OrderShape,
      paidAt: text,
      endedOn: date,
      endedBecause: z.enum(['freeLook', 'insured', 'insurer', 'lapsed']).nullable(),
      refund: money,
      refundOrder: OrderShape,
    })
    .nullable(),
  unit: HeldUnitShape.nullable(),
  round: RoundStandingShape.nullable(),
  references: z.array(LettingReferenceShape),
  receipts: z.array(ReceiptShape),
  handover: HandoverShape,
  leaseNotices: z.array(LeaseNoticeShape),
  producers: z.array(ProducerShape),
  policyChanges: z.array(
    z.object({
      id: z.string(),
      on: CalendarDate,
      changes: z.array(OneChange),
      reason: z.string(),
      state: z.enum(['proposed', 'made', 'refused']),
      before: Money,
      after: Money,
      amount: Profit,
      proposedBy: z.string(),
      proposedById: z.string(),
      proposedAt: Time,
      decidedBy: text,
      decidedAt: text,
      comment: text,
      order: OrderShape,
    }),
  ),
  preparedBy: z.array(z.string()),
}) satisfies z.ZodType<CoreFileState>;

/** A file as it is read: without its product and place, which are fetched once by their version. The Path and the figures are computed by the same core function on both sides. */
export const FileView = z.object({
  version: z.int(),
  today: CalendarDate,
  owner: z.string(),
  productId: z.string(),
  file: FileState.omit({ product: true, pack: true }),
  recent: z.array(HistoryEntry),
  /** What ended a file that was withdrawn or has lapsed: who did it, when and why. */
  ending: HistoryEntry.nullable(),
});
export type FileView = z.infer<typeof FileView>;

const LooseRow = z.looseObject({ id: z.string() });

/** Answer to every write to a file: what changed between the version that it was made on and the one that it made. */
export const FileAnswer = z.object({
  version: z.int(),
  from: z.int(),
  today: CalendarDate,
  owner: z.string(),
  changed: z.object({
    rows: z.record(z.string(), z.object({ put: z.array(LooseRow), gone: z.array(z.string()) })),
    parts: z.record(z.string(), z.unknown()),
  }),
  /** New entries of the history, the newest first. */
  entries: z.array(HistoryEntry),
  projection: z.object({ openNow: z.int(), nextWhat: Words.nullable(), nextHolder: z.string().nullable(), nextDue: z.string().nullable() }),
});
export type FileAnswer = z.infer<typeof FileAnswer>;
