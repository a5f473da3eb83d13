import { FREQUENCIES, type FileState as CoreFileState } from '@cavren/core';
import { z } from 'zod';
import { HistoryEntry } from '../history/index';
import { PlacePack, ProductDefinition, StageName } from '../product/index';
import { CalendarDate, Id, Money, page, PageQuery, Time, Version } from '../values/index';

export const CHANNELS = ['counter', 'phone', 'post', 'invitation'] as const;
export const CHANNEL_LABEL: Record<(typeof CHANNELS)[number], string> = {
  counter: 'At the counter',
  phone: 'By phone',
  post: 'By post',
  invitation: 'By invitation',
};

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
  nextWhat: z.string().nullable(),
  nextHolder: z.string().nullable(),
  nextDue: z.string().nullable(),
});
export type FileItem = z.infer<typeof FileItem>;
export const FilePage = page(FileItem);
export type FilePage = z.infer<typeof FilePage>;

export const FILE_SORTS = ['due', 'received', 'applicant', 'amount'] as const;
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
export const TodayPage = FilePage.extend({ counts: z.object({ late: z.int(), dueToday: z.int(), me: z.int(), others: z.int() }) });
export type TodayPage = z.infer<typeof TodayPage>;

export const OpenFile = z.strictObject({
  product: z.string().max(40),
  channel: z.enum(CHANNELS),
  receivedOn: CalendarDate,
  /** A known person whose details are reused; else the name and birth date of a new one. */
  personId: Id.nullable(),
  fullName: z.string().trim().max(200).nullable(),
  birthDate: CalendarDate.nullable(),
});
export type OpenFile = z.infer<typeof OpenFile>;
export const OpenedFile = z.object({ reference: z.string() });

export const MoveFile = z.strictObject({ version: Version });
export const WithdrawFile = z.strictObject({ version: Version, reason: z.string().trim().min(3, 'Give a reason in a few words').max(1000) });

const HiddenNumber = z.object({ tail: z.string() }).nullable();
const row = { id: z.string(), createdAt: Time };
const text = z.string().nullable();
const date = CalendarDate.nullable();
const money = Money.nullable();

export const FileState = z.object({
  reference: z.string(),
  stage: StageName,
  stageSince: Time,
  openedAt: Time,
  openedBy: z.string(),
  receivedOn: CalendarDate,
  channel: z.string(),
  product: ProductDefinition,
  pack: PlacePack,
  request: z.object({
    purpose: text,
    price: money,
    downPayment: money,
    amount: money,
    termMonths: z.int().nullable(),
    advanceOn: date,
    firstPaymentOn: date,
    payoutName: text,
    payoutRouting: text,
    payoutAccount: HiddenNumber,
  }),
  people: z.array(
    z.object({
      ...row,
      personId: text,
      role: z.enum(['applicant', 'coApplicant', 'guarantor', 'dependant']),
      relationship: text,
      fullName: text,
      knownAs: text,
      birthDate: date,
      idNumber: HiddenNumber,
      phone: text,
      email: text,
    }),
  ),
  homes: z.array(
    z.object({
      ...row,
      personId: z.string(),
      line: text,
      town: text,
      region: text,
      postalCode: text,
      since: date,
      until: date,
      tenure: text,
      monthlyCost: money,
    }),
  ),
  incomes: z.array(
    z.object({
      ...row,
      personId: z.string(),
      kind: text,
      source: text,
      amount: money,
      frequency: z.enum(FREQUENCIES).nullable(),
      hoursPerWeek: z.number().nullable(),
      since: date,
    }),
  ),
  livingCosts: z.array(z.object({ ...row, category: text, monthly: money })),
  debts: z.array(z.object({ ...row, lender: text, kind: text, payment: money, balance: money, cleared: z.boolean() })),
  assets: z.array(z.object({ ...row, kind: text, description: text, value: money, downPaymentPart: money })),
  consents: z.array(z.object({ personId: z.string(), kind: z.string(), version: z.string(), how: z.string(), givenAt: Time, recordedBy: z.string() })),
  checks: z.array(
    z.object({
      id: z.string(),
      personId: z.string(),
      kind: z.enum(['identity', 'watchlist']),
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
          label: z.string(),
          stated: text,
          found: text,
          agrees: z.boolean(),
          score: z.number().nullable(),
          reasons: z.array(z.string()),
          resolution: z.enum(['confirmed', 'corrected', 'differentPerson', 'samePerson']).nullable(),
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
  envelope: z
    .object({
      id: z.string(),
      state: z.enum(['out', 'complete', 'void']),
      sentAt: Time,
      sentBy: z.string(),
      completedAt: text,
      voidReason: text,
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
          choice: text,
        }),
      ),
    })
    .nullable(),
  decisions: z.array(
    z.object({
      id: z.string(),
      outcome: z.enum(['approve', 'decline', 'sendBack']),
      reasons: z.array(z.string()),
      comment: text,
      answer: text,
      by: z.string(),
      byId: z.string(),
      at: Time,
    }),
  ),
  payout: z.object({ verifiedAt: text, verifyProblem: text, transferReference: text, releasedAt: text, releasedBy: text }),
  preparedBy: z.array(z.string()),
}) satisfies z.ZodType<CoreFileState>;

/** A file as the desk gets it. The Path and the figures are computed by the same core function on both sides. */
export const FileView = z.object({ version: z.int(), today: CalendarDate, owner: z.string(), file: FileState, recent: z.array(HistoryEntry) });
export type FileView = z.infer<typeof FileView>;

/** Answer to every write to a file: the file as it now is. */
export const FileAnswer = FileView;
