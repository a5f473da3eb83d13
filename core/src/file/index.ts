import type { IsoDate } from '../dates/index';
import type { Frequency } from '../frequency/index';
import type { Minor } from '../money/index';
import type { PlacePack, ProductDefinition, Role, Stage } from '../product/index';

/** A number that is kept encrypted: its last characters, for people to recognise it by. */
export interface HiddenNumber {
  tail: string;
}

export interface RequestDetails {
  purpose: string | null;
  price: Minor | null;
  downPayment: Minor | null;
  amount: Minor | null;
  termMonths: number | null;
  advanceOn: IsoDate | null;
  firstPaymentOn: IsoDate | null;
  payoutName: string | null;
  payoutRouting: string | null;
  payoutAccount: HiddenNumber | null;
}

interface Row {
  id: string;
  /** UTC time at which the row was made. */
  createdAt: string;
}

export interface FilePerson extends Row {
  personId: string | null;
  role: Role;
  relationship: string | null;
  fullName: string | null;
  knownAs: string | null;
  birthDate: IsoDate | null;
  idNumber: HiddenNumber | null;
  phone: string | null;
  email: string | null;
}

export interface Home extends Row {
  personId: string;
  line: string | null;
  town: string | null;
  region: string | null;
  postalCode: string | null;
  since: IsoDate | null;
  until: IsoDate | null;
  tenure: string | null;
  monthlyCost: Minor | null;
}

export interface Income extends Row {
  personId: string;
  kind: string | null;
  source: string | null;
  amount: Minor | null;
  frequency: Frequency | null;
  hoursPerWeek: number | null;
  since: IsoDate | null;
}

export interface LivingCost extends Row {
  category: string | null;
  monthly: Minor | null;
}

export interface Debt extends Row {
  lender: string | null;
  kind: string | null;
  payment: Minor | null;
  balance: Minor | null;
  cleared: boolean;
}

export interface Asset extends Row {
  kind: string | null;
  description: string | null;
  value: Minor | null;
  downPaymentPart: Minor | null;
}

export interface Consent {
  personId: string;
  kind: string;
  version: string;
  how: string;
  givenAt: string;
  recordedBy: string;
}

export type CheckState = 'waiting' | 'answered';

/** One thing that an outside check found: a field that agrees or not, or a watchlist entry that resembles the person. */
export interface Finding {
  id: string;
  kind: 'field' | 'candidate';
  label: string;
  stated: string | null;
  found: string | null;
  agrees: boolean;
  score: number | null;
  reasons: string[];
  resolution: 'confirmed' | 'corrected' | 'differentPerson' | 'samePerson' | null;
  reason: string | null;
  resolvedBy: string | null;
  resolvedAt: string | null;
}

export interface Check {
  id: string;
  personId: string;
  kind: 'identity' | 'watchlist';
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
  choice: string | null;
}

export interface Envelope {
  id: string;
  state: 'out' | 'complete' | 'void';
  sentAt: string;
  sentBy: string;
  completedAt: string | null;
  voidReason: string | null;
  signers: Signer[];
}

export interface Decision {
  id: string;
  outcome: 'approve' | 'decline' | 'sendBack';
  reasons: string[];
  comment: string | null;
  answer: string | null;
  by: string;
  byId: string;
  at: string;
}

export interface Payout {
  /** Null until the bank was asked about the account that the file names now. */
  verifiedAt: string | null;
  verifyProblem: string | null;
  transferReference: string | null;
  releasedAt: string | null;
  releasedBy: string | null;
}

/** One application with everything in it, as every computation reads it. */
export interface FileState {
  reference: string;
  stage: Stage;
  stageSince: string;
  openedAt: string;
  openedBy: string;
  receivedOn: IsoDate;
  channel: string;
  product: ProductDefinition;
  pack: PlacePack;
  request: RequestDetails;
  people: FilePerson[];
  homes: Home[];
  incomes: Income[];
  livingCosts: LivingCost[];
  debts: Debt[];
  assets: Asset[];
  consents: Consent[];
  checks: Check[];
  papers: Paper[];
  exceptions: Exception[];
  envelope: Envelope | null;
  decisions: Decision[];
  payout: Payout;
  /** Ids of everyone who prepared the file: they may not decide it. */
  preparedBy: string[];
}

/** People who sign, in the product's order of roles and then in the order of entry. */
export function signersOf(file: Pick<FileState, 'people' | 'product'>): FilePerson[] {
  const { order } = file.product.signing;
  return file.people
    .filter(({ role }) => order.includes(role))
    .sort((a, b) => order.indexOf(a.role) - order.indexOf(b.role) || a.createdAt.localeCompare(b.createdAt) || a.id.localeCompare(b.id));
}

/** A file's details can't be changed while its agreement is out or signed. */
export function isLocked(file: Pick<FileState, 'envelope' | 'stage'>): boolean {
  const open = file.stage === 'details' || file.stage === 'checking' || file.stage === 'gathering' || file.stage === 'signing';
  return !open || file.envelope?.state === 'out' || file.envelope?.state === 'complete';
}

/** How people call somebody on the screen. */
export function personName(person: Pick<FilePerson, 'fullName' | 'knownAs' | 'role'>): string {
  return person.fullName ?? person.knownAs ?? (person.role === 'coApplicant' ? 'the co-applicant' : `the ${person.role}`);
}
