import type { Words } from '../../basis/words/index';
import type { IsoDate } from '../../basis/dates/index';
import type { Minor, OrderState } from '../../basis/money/index';
import type { IdentityNumberKind } from '../../basis/numbers/index';
import type { AssistanceFigures } from '../../insuring/assistance/fields';
import type { LineValues } from '../../insuring/lines/fields';
import type { Receipt } from '../../leasing/charges/fields';
import type { Handover } from '../../leasing/handover/fields';
import type { LeaseNotice } from '../../leasing/leaving/fields';
import type { LettingReference } from '../../leasing/references/fields';
import type { RoundStanding } from '../../leasing/rounds/fields';
import type { HeldUnit } from '../../leasing/units/fields';
import { FAMILY_STATUSES, MAIL_FIELDS, ROLE_LABEL, type FamilyStatus, type FilePerson, type Role } from '../../people/people/fields';
import type { DetailChange, FitChange, StatedDetails } from '../details/index';
import type { CheckKind, PlacePack, ProductDefinition, Stage } from '../product/index';

export interface Consent {
  id: string;
  personId: string;
  kind: string;
  version: string;
  language: string;
  /** To whom it was given. */
  toWhom: string;
  how: string;
  givenAt: string;
  recordedBy: string;
  withdrawnAt: string | null;
  withdrawnBy: string | null;
}

/** Somebody of the file who may be a person that the register knows already. */
export interface Duplicate {
  id: string;
  /** The person in the file. */
  personId: string;
  /** The entry in the register. */
  matchId: string;
  matchName: string;
  reasons: Words[];
  /** open: nobody has said; different: the officer says it is somebody else; confirmed: compliance agrees; same: it is the one. */
  state: 'open' | 'different' | 'confirmed' | 'same';
  reason: string | null;
  by: string | null;
  at: string;
  reviewedBy: string | null;
}

/** Another open file of the same round in which somebody of this file stands. */
export interface RoundClash {
  personId: string;
  reference: string;
}

export type CheckState = 'waiting' | 'answered';

/** One thing that an outside check found: a field that agrees or not, or a watchlist entry that resembles the person. */
export interface Finding {
  id: string;
  kind: 'field' | 'candidate';
  label: Words;
  stated: Words | null;
  found: Words | null;
  agrees: boolean;
  score: number | null;
  reasons: Words[];
  resolution: 'confirmed' | 'corrected' | 'differentPerson' | 'samePerson' | null;
  reason: string | null;
  resolvedBy: string | null;
  resolvedAt: string | null;
}

export interface Check {
  id: string;
  personId: string;
  kind: CheckKind;
  state: CheckState;
  /** What was asked, as a digest of the person's stated details: a check of other details doesn't count any more. */
  askedAbout: string;
  askedAt: string;
  answeredAt: string | null;
  attempts: number;
  lastProblem: string | null;
  findings: Finding[];
}

export type PaperState = 'received' | 'accepted' | 'sentBack' | 'removed';

export interface Paper {
  id: string;
  conditionKey: string | null;
  name: string;
  mediaType: string;
  bytes: number;
  state: PaperState;
  reason: string | null;
  addedAt: string;
  addedBy: string;
  judgedBy: string | null;
  judgedAt: string | null;
  /** Where the paper shows the fact, and the amount that it shows where the fact is one. */
  proof: { page: number; amount: Minor | null } | null;
}

/** Somebody's wish that a condition or a limit be let go, and the answer. */
export interface Exception {
  id: string;
  /** `condition:<condition key>` or `figure:<measure>`. */
  subject: string;
  /** The figure when it was asked for; a worse one is not covered. Null for conditions. */
  value: number | null;
  reason: string;
  askedBy: string;
  askedAt: string;
  answer: 'granted' | 'refused' | null;
  answeredBy: string | null;
  answeredAt: string | null;
}

export const CONTACT_FIELDS = ['phone', 'email'] as const;
export type ContactField = (typeof CONTACT_FIELDS)[number];

/** A way to reach somebody that was changed after it was known: where messages, links and codes go now is not where they went. */
export interface ContactChange {
  id: string;
  personId: string;
  field: ContactField;
  at: string;
}

export type SignerState = 'waiting' | 'invited' | 'signed';

export interface Signer {
  id: string;
  personId: string;
  position: number;
  state: SignerState;
  invitedAt: string | null;
  consentedAt: string | null;
  readAt: string | null;
  signedAt: string | null;
  mark: 'typed' | 'drawn' | null;
  /** The name as it was typed. */
  markText: string | null;
  choice: string | null;
  /** Their initials by the part beside which they were put. */
  initials: Record<string, string> | null;
}

/** making: the agreement is being made; out: signatures are asked for; sealing: all have signed; complete: sealed; void: taken back. */
export type EnvelopeState = 'making' | 'out' | 'sealing' | 'complete' | 'void';

/** What is signed: what somebody applies with, or what is agreed on once it was approved. */
export const SIGNED_DOCUMENTS = ['application', 'agreement'] as const;
export type SignedDocument = (typeof SIGNED_DOCUMENTS)[number];

export interface Envelope {
  id: string;
  document: SignedDocument;
  state: EnvelopeState;
  sentAt: string;
  sentBy: string;
  completedAt: string | null;
  voidReason: string | null;
  /** How many pages the agreement has; null while it is being made, and for one of before they were counted. */
  pages: number | null;
  signers: Signer[];
}

/** What was decided, or said on the way to it. */
export const DECISION_OUTCOMES = ['approve', 'counter', 'decline', 'sendBack', 'proposeDecline', 'goOn', 'recommend', 'undo', 'stop', 'appeal'] as const;
export type DecisionOutcome = (typeof DECISION_OUTCOMES)[number];

export interface Decision {
  id: string;
  /**
   * counter: approved otherwise than it was asked for; proposeDecline and goOn: an officer would decline, and an approver
   * says that it goes on; recommend: an approver would say yes, but it goes beyond what they may; undo: an approval is taken back; stop: ended by compliance, which doesn't say why; appeal: somebody
   * who was declined brings something new.
   */
  outcome: DecisionOutcome;
  reasons: string[];
  /** A reason that the product's list doesn't have. */
  other: string | null;
  comment: string | null;
  answer: string | null;
  by: string;
  byId: string;
  at: string;
}

/** Something that has to be met before an approval is worth anything. */
export interface OfferCondition {
  id: string;
  text: string;
  metAt: string | null;
  metBy: string | null;
  /** How it was met, in a few words. */
  word: string | null;
}

/** What somebody who applied said to an offer. */
export interface OfferAnswer {
  personId: string;
  answer: 'accept' | 'refuse';
  at: string;
  /** At the front door, or how it reached the officer who wrote it down. */
  how: 'frontDoor' | 'inPerson' | 'phone' | 'post';
  by: string;
}

/** What is asked for as an offer has it; money in minor units, the rate a fraction. */
export interface OfferTerms {
  amount: Minor;
  termMonths: number | null;
  payment: Minor | null;
  totalPayable: Minor | null;
  paidOut: Minor | null;
  rate: number | null;
  /** Of a cover: what is left out beside what the plan does, and what the premium is raised by. */
  covered?: { name: string; benefit: Minor; loading: number; perMille: number; leftOut: string[] }[] | undefined;
  /** Of lines of cover: what each is insured for. */
  insured?: { line: Words; insured: Minor }[] | undefined;
}

/** What was decided to offer, until when, and what those who apply said to it. */
export interface Offer {
  id: string;
  /** open: it can be accepted; lapsed: nobody did in time; takenBack: the decision was undone. */
  state: 'open' | 'accepted' | 'refused' | 'lapsed' | 'takenBack';
  /** changed: not as it was asked for. */
  kind: 'asAsked' | 'changed';
  /** What is changed against what was asked for, as changes of details; they are put on the file once it is accepted. */
  changes: FitChange[];
  terms: OfferTerms;
  conditions: OfferCondition[];
  answers: OfferAnswer[];
  until: IsoDate;
  madeAt: string;
  madeBy: string;
}

export const NOTICE_KINDS = [
  'declined',
  'stopped',
  'counterOffer',
  'incomplete',
  'withdrawn',
  'lapsed',
  'undone',
  'assistance',
  'replacement',
  'roundPlace',
  'roundOffer',
  'roundLeft',
] as const;
export type NoticeKind = (typeof NOTICE_KINDS)[number];

/** A paper that somebody of the file was sent about what was decided. */
export interface Notice {
  id: string;
  kind: NoticeKind;
  personId: string;
  madeAt: string;
  /** letter: it lies in the print queue; email and text lead to it at the front door. */
  channel: 'letter' | 'email' | 'text' | 'none';
  /** The keys of what was missing, and the day by which it can come; of a notice of incompleteness. */
  missing: string[];
  respondBy: IsoDate | null;
  /** Whether its PDF is made. */
  made: boolean;
}

/** An order to the bank, as far as is known what became of it. */
export interface PaymentOrder {
  state: OrderState;
  amount: Minor;
  orderedAt: string;
  orderedBy: string;
  orderedById: string;
  problem: string | null;
}

export interface Payout {
  /** When the bank was asked about the account that the file names now; null once it has answered. */
  verifyAskedAt: string | null;
  verifiedAt: string | null;
  /** What the bank says is wrong with the account, or why it can't be asked. */
  verifyProblem: string | null;
  order: PaymentOrder | null;
  transferReference: string | null;
  releasedAt: string | null;
  releasedBy: string | null;
  /** The bank says that the account is wrong, or refused to pay it, and nothing went there. */
  toCorrect: boolean;
}

/** What came of a payee's part of what is paid out. */
export interface PayeePayout extends Payout {
  payeeId: string;
}

/** What is known of a payout of which nothing was done yet. */
export const NO_PAYOUT: Payout = {
  verifyAskedAt: null,
  verifiedAt: null,
  verifyProblem: null,
  order: null,
  transferReference: null,
  releasedAt: null,
  releasedBy: null,
  toCorrect: false,
};

/** How far the questions about somebody's health are, and nothing of what was said. */
export interface Health {
  personId: string;
  state: 'open' | 'complete' | 'barred';
  /** A keyed digest of the answers, by which it is known that they are still those that were underwritten. */
  digest: string | null;
}

/** What a cover can be given at, the mildest first. */
export const UNDERWRITTEN_LABEL = {
  standard: 'As standard',
  loaded: 'With a loading',
  excluded: 'With something left out',
  postponed: 'Not yet',
  declined: 'Not covered',
} as const;
export const UNDERWRITING_OUTCOMES = Object.keys(UNDERWRITTEN_LABEL) as [keyof typeof UNDERWRITTEN_LABEL, ...(keyof typeof UNDERWRITTEN_LABEL)[]];

/** What whoever underwrites said of somebody's cover. */
export interface UnderwritingOutcome {
  id: string;
  coverId: string;
  /** excluded: covered, but for something. */
  outcome: (typeof UNDERWRITING_OUTCOMES)[number];
  /** What their premium is raised by: a share of it, and so much per mille of a year's benefit. */
  loading: number;
  perMille: number;
  exclusions: string[];
  postponedUntil: IsoDate | null;
  /** Whether it goes another way than the manual, and why. */
  overruled: boolean;
  reason: string | null;
  /** What it rests on: the cover as it was, and the digest of what was said. */
  about: string;
  health: string | null;
  by: string;
  byId: string;
  at: string;
}

/** Who brings a policy, and earns which share of it, in per cent. */
export interface Producer {
  staffId: string;
  name: string;
  share: number;
}

/** A change of a policy while it runs: proposed by one, made or refused by another. */
export interface PolicyChange {
  id: string;
  on: IsoDate;
  changes: DetailChange[];
  reason: string;
  state: 'proposed' | 'made' | 'refused';
  /** All payments of a year before it and after it, and what is charged at once, or goes back where it is below zero. */
  before: Minor;
  after: Minor;
  amount: Minor;
  proposedBy: string;
  proposedById: string;
  proposedAt: string;
  decidedBy: string | null;
  decidedAt: string | null;
  comment: string | null;
  order: PaymentOrder | null;
}

/** What somebody who applies was told that they are given towards the premium, and when they had read it. */
export interface AssistanceResult {
  id: string;
  figures: AssistanceFigures;
  givenAt: string;
  givenBy: string;
  readAt: string | null;
  /** Who had it read, at the front door or as an officer wrote it down. */
  readBy: string | null;
  readHow: 'frontDoor' | 'inPerson' | 'byPhone' | 'inWriting' | null;
}

/** What became of a policy. */
export interface Policy {
  /** none: only its first premium was ordered yet; ordered: asked for of the issuing system; rejected: that says what is wrong; issued: in force from its start; ended: cancelled, given back or lapsed. */
  state: 'none' | 'ordered' | 'rejected' | 'issued' | 'ended';
  number: string | null;
  /** What the issuing system says is wrong, by field. */
  faults: { field: string; what: string }[];
  problem: string | null;
  orderedAt: string | null;
  orderedBy: string | null;
  issuedAt: string | null;
  startsOn: IsoDate;
  endsOn: IsoDate;
  freeLookUntil: IsoDate | null;
  /** The first premium: what is charged, and what the bank did. */
  premium: Minor;
  /** All payments of the term. */
  year: Minor;
  order: PaymentOrder | null;
  paidAt: string | null;
  endedOn: IsoDate | null;
  endedBecause: 'freeLook' | 'insured' | 'insurer' | 'lapsed' | null;
  refund: Minor | null;
  refundOrder: PaymentOrder | null;
}

/** A line of cover as it went to the issuing system, and what that made of it. */
export interface LineVersion {
  lineId: string;
  version: number;
  /** withdrawn: it was taken out, and the issuing system knows. */
  state: 'sent' | 'accepted' | 'rejected' | 'withdrawn';
  values: LineValues;
  /** What the issuing system knows the line by, once it has accepted any version of it. */
  number: string | null;
  faults: { field: string; what: string }[];
  sentAt: string;
  sentBy: string;
  answeredAt: string | null;
}

/** One application with everything in it, as every computation reads it. */
export interface FileState extends StatedDetails {
  reference: string;
  stage: Stage;
  stageSince: string;
  openedAt: string;
  openedBy: string;
  receivedOn: IsoDate;
  /** When the paper application was signed; it is no later than the day it was received, and that no later than the day it was keyed. */
  signedOn: IsoDate | null;
  channel: string;
  /** Whether the applicant was asked to go on at the front door: what details lack is then theirs to give. */
  withApplicant: boolean;
  product: ProductDefinition;
  pack: PlacePack;
  consents: Consent[];
  duplicates: Duplicate[];
  /** Ways to reach people that were changed after they were known. */
  contactChanges: ContactChange[];
  clashes: RoundClash[];
  checks: Check[];
  papers: Paper[];
  exceptions: Exception[];
  /** The latest agreement, and the latest application that was sent for signature. */
  envelope: Envelope | null;
  application: Envelope | null;
  decisions: Decision[];
  /** The latest offer. */
  offer: Offer | null;
  notices: Notice[];
  /** The day on which the application was complete: its details were all there. */
  completeOn: IsoDate | null;
  /** To the account that the request names. */
  payout: Payout;
  /** To payees of their own, those of whom something was done. */
  payeePayouts: PayeePayout[];
  /** Of those who are asked about their health. */
  health: Health[];
  underwritings: UnderwritingOutcome[];
  /** The newest of each line that went to the issuing system. */
  lineVersions: LineVersion[];
  /** What somebody who applies was told last of what they are given towards the premium. */
  assistanceResult: AssistanceResult | null;
  /** The latest that was ordered. */
  policy: Policy | null;
  /** What was changed of it while it runs, or is to be, in the order in which it was proposed. */
  policyChanges: PolicyChange[];
  /** What is held or let for it of a stock. */
  unit: HeldUnit | null;
  /** Where it stands in the round that it takes part in. */
  round: RoundStanding | null;
  /** What was asked about earlier lettings, the latest last. */
  references: LettingReference[];
  /** Money that came in for what it charges, and went back. */
  receipts: Receipt[];
  handover: Handover;
  /** Notice that its let ends, the newest last. */
  leaseNotices: LeaseNotice[];
  /** Who brings it; none where nobody is named, and whoever keeps the file does. */
  producers: Producer[];
  /** Ids of everyone who prepared the file: they may not decide it. */
  preparedBy: string[];
}

/** Everything that somebody is in a file, the leading role first. */
export function rolesOf({ role, alsoRoles }: Pick<FilePerson, 'role' | 'alsoRoles'>): Role[] {
  return [role, ...((alsoRoles?.split(' ').filter(Boolean) ?? []) as Role[])];
}

/** Whether somebody has one of the roles. */
export const plays = (person: Pick<FilePerson, 'role' | 'alsoRoles'>, roles: readonly Role[]): boolean => rolesOf(person).some((role) => roles.includes(role));

/** Whose file it is; one that is being opened has nobody yet. */
export const applicantOf = <Person extends Pick<FilePerson, 'role'>>({ people }: { people: readonly Person[] }): Person | undefined =>
  people.find(({ role }) => role === 'applicant');

/** Those who apply, alone or with another: whom a decision is told. */
export const applicantsOf = ({ people }: Pick<FileState, 'people'>): FilePerson[] => people.filter((person) => plays(person, ['applicant', 'coApplicant']));

/** The kind of number that somebody's identity or tax number is: the one chosen, else the place's usual one. */
export function numberKindOf(pack: PlacePack, person: Pick<FilePerson, 'kind' | 'idKind' | 'taxKind'>, use: 'identity' | 'tax'): IdentityNumberKind {
  const chosen = use === 'identity' ? person.idKind : person.taxKind;
  return chosen ?? pack.numbers.find((number) => number.use === use && number.of === person.kind)?.kind ?? pack.identityNumber.kind;
}

/** Persons in the place of companies: those who sign for them, each once. */
function inPersons(file: Pick<FileState, 'people'>, parties: readonly FilePerson[]): FilePerson[] {
  const persons = parties.flatMap((party) => (party.kind === 'organisation' ? file.people.filter(({ signsFor }) => signsFor === party.id) : [party]));
  return [...new Set(persons)];
}

/** Those who answer for an application: who applies, or signs for a company that does. */
export const answerersOf = (file: Pick<FileState, 'people'>): FilePerson[] => inPersons(file, applicantsOf(file));

/**
 * What may be asked of somebody's family in a file; none where nothing may. Whoever asks alone and pledges nothing is not
 * asked where the product's rule says so. Source for lending in the United States: 12 CFR 1002.5(d)(1).
 */
export function familyStatuses(file: Pick<FileState, 'people' | 'product' | 'securities'>): FamilyStatus[] {
  const rule = file.product.familyStatus;
  if (!rule) return FAMILY_STATUSES;
  const alone = applicantsOf(file).length < 2 && file.securities.length === 0;
  return alone && !rule.askedAlone ? [] : rule.choices;
}

/** People who sign, in the product's order of roles and then in the order of entry; for a company those who may sign for it. */
export function signersOf(file: Pick<FileState, 'people' | 'product'>): FilePerson[] {
  return inPersons(file, partiesOf(file));
}

/** Whom an agreement binds, in the product's order of roles and then in the order of entry. */
export function partiesOf(file: Pick<FileState, 'people' | 'product'>): FilePerson[] {
  const { order } = file.product.signing;
  const place = (person: FilePerson) =>
    Math.min(
      ...rolesOf(person)
        .map((role) => order.indexOf(role))
        .filter((at) => at >= 0),
    );
  return file.people
    .filter((person) => plays(person, order))
    .sort((a, b) => place(a) - place(b) || a.createdAt.localeCompare(b.createdAt) || a.id.localeCompare(b.id));
}

/** Whether the last that was decided of a file is a yes, as it was asked for or changed. */
export const isApproved = ({ decisions }: Pick<FileState, 'decisions'>): boolean => {
  const last = decisions.at(-1)?.outcome;
  return last === 'approve' || last === 'counter';
};

/** A file's details can't be changed once they were approved, nor while its agreement is out or signed. */
export function isLocked(file: Pick<FileState, 'envelope' | 'application' | 'stage' | 'decisions'>): boolean {
  return !PREPARING.includes(file.stage) || isApproved(file) || envelopesOf(file).length > 0;
}
/** Where a file goes that is sent back to be put right: to its papers, or to the stage before the decision where its route has none. */
export function sentBackTo({ route }: Pick<ProductDefinition, 'route'>): Stage {
  return route.includes('gathering') ? 'gathering' : (route[route.indexOf('deciding') - 1] ?? 'details');
}

const PREPARING: readonly Stage[] = ['details', 'checking', 'gathering', 'applying', 'signing'];

/** The stage in which each document is signed. */
export const SIGNED_IN = { application: 'applying', agreement: 'signing' } as const satisfies Record<SignedDocument, Stage>;

/** What is signed on a product's route, in its order. */
export const documentsOf = ({ product: { route } }: Pick<FileState, 'product'>): SignedDocument[] =>
  SIGNED_DOCUMENTS.filter((document) => route.includes(SIGNED_IN[document]));

/** What was sent of a document last; taken back or not. */
export const envelopeOf = ({ application, envelope }: Pick<FileState, 'application' | 'envelope'>, document: SignedDocument): Envelope | null =>
  document === 'agreement' ? envelope : application;

/** Who signs a document, in the product's order: those who apply or sign for a company that does, and the agreement whoever stands surety as well. */
export function signersOfDocument(file: Pick<FileState, 'people' | 'product'>, document: SignedDocument): FilePerson[] {
  const answering = answerersOf(file);
  return signersOf(file).filter((person) => document === 'agreement' || answering.includes(person));
}

/** What a document is called in a product. */
export const titleOf = ({ product: { signing } }: Pick<FileState, 'product'>, document: SignedDocument): string =>
  document === 'application' ? (signing.application?.title ?? signing.title) : signing.title;

/** What was sent for signature and wasn't taken back. */
export const envelopesOf = ({ application, envelope }: Pick<FileState, 'application' | 'envelope'>): Envelope[] =>
  [application, envelope].filter((one) => one !== null && one.state !== 'void') as Envelope[];

/** What is out for signature now, or is being made or sealed. */
export const outOf = (file: Pick<FileState, 'application' | 'envelope'>): Envelope | null =>
  envelopesOf(file).find(({ state }) => state !== 'complete') ?? null;

/** What people of a file are concerned with that is signed: the agreement once there is one, before it the application. */
export const latestSigned = (file: Pick<FileState, 'application' | 'envelope'>): Envelope | null => envelopesOf(file).at(-1) ?? null;

/** How somebody is reached: that may change while an approval stands, since it is no part of what was approved. */
const REACHED_BY: readonly string[] = [
  'phone',
  'email',
  'noEmail',
  'contactBy',
  'contactTimes',
  'language',
  'accessibility',
  'largePrint',
  'otherPhone',
  ...MAIL_FIELDS,
];

/** Of an account that the bank knows none such by, or doesn't pay: where it is; never whose it is. */
const CORRECTED: Readonly<Record<string, readonly string[]>> = { request: ['payoutRouting', 'payoutAccount'], payee: ['routing', 'account'] };

/**
 * Whether the number of an account may be put right though what was approved is locked: nothing went there, and the bank
 * says that it is wrong or refused to pay it. The holder stays whom the approval names, and the bank is asked again.
 */
function isToCorrect({ stage, payout, payeePayouts }: Locking, { entity, field, id }: Lockable): boolean {
  if (stage !== 'completing' || field === undefined || !CORRECTED[entity]?.includes(field)) return false;
  const state = entity === 'request' ? payout : payeePayouts.find(({ payeeId }) => payeeId === id);
  return state?.toCorrect ?? false;
}

type Locking = Pick<FileState, 'envelope' | 'application' | 'stage' | 'decisions' | 'payout' | 'payeePayouts'>;
interface Lockable {
  entity: string;
  field?: string | undefined;
  id?: string | null | undefined;
}

/** Whether one detail can't be changed now. Between an approval and its agreement only how people are reached can, and be explained. */
export function isLockedFor(file: Locking, detail: Lockable): boolean {
  const { entity, field } = detail;
  if (!isLocked(file) || isToCorrect(file, detail)) return false;
  const between = isApproved(file) && (file.stage === 'offering' || file.stage === 'signing') && (file.envelope === null || file.envelope.state === 'void');
  return !between || !(entity === 'explanation' || (entity === 'person' && field !== undefined && REACHED_BY.includes(field)));
}

/** Somebody without a name, by their role. */
const NAMELESS_LABEL = Object.fromEntries(Object.entries(ROLE_LABEL).map(([role, label]) => [role, `the ${label.toLowerCase()}`])) as Record<Role, string>;

/** How people call somebody on the screen. */
export function personName(person: Pick<FilePerson, 'fullName' | 'knownAs' | 'role'>): string {
  return person.fullName ?? person.knownAs ?? NAMELESS_LABEL[person.role];
}
