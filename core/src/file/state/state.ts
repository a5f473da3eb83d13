import type { IsoDate } from '../../basis/dates/index';
import type { Frequency } from '../../basis/frequency/index';
import type { Minor } from '../../basis/money/index';
import type { IdentityNumberKind } from '../../basis/numbers/index';
import { ROLE_LABEL, type Entity, type PlacePack, type ProductDefinition, type Role, type Stage } from '../product/index';

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
  /** Of a business that asks. */
  legalForm: string | null;
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
  /** The entry in the register that this person is. */
  personId: string | null;
  kind: 'person' | 'organisation';
  role: Role;
  /** Further roles, separated by blanks. */
  alsoRoles: string | null;
  fullName: string | null;
  knownAs: string | null;
  /** For an organisation the day it was founded. */
  birthDate: IsoDate | null;
  idKind: IdentityNumberKind | null;
  idNumber: HiddenNumber | null;
  taxKind: IdentityNumberKind | null;
  taxNumber: HiddenNumber | null;
  phone: string | null;
  email: string | null;
  /** Said to have no e-mail, which is not the same as not asked. */
  noEmail: boolean;
  language: string | null;
  contactBy: string | null;
  contactTimes: string | null;
  accessibility: string | null;
  studies: 'none' | 'partTime' | 'fullTime' | null;
  familyStatus: string | null;
  otherParent: string | null;
  /** With whom of the file this person lives, where they have no address of their own in it. */
  livesWith: string | null;
  /** For contacts and referees: where they work. */
  organisation: string | null;
  /** Share of an owner or beneficiary, in per cent. */
  share: number | null;
  /** How old the details are that were taken over from the register. */
  detailsFrom: IsoDate | null;
  /** When they were asked again. */
  detailsConfirmed: IsoDate | null;
}

export const RELATION_KINDS = ['spouse', 'partner', 'child', 'parent', 'sibling', 'grandparent', 'grandchild', 'guardian', 'ward', 'other'] as const;
export type RelationKind = (typeof RELATION_KINDS)[number];

/** `personId` is the `kind` of `toId`. Stored once, read both ways. */
export interface Relation extends Row {
  personId: string;
  toId: string;
  kind: RelationKind;
}

/** A job, or a time without one. */
export interface Work extends Row {
  personId: string;
  kind: string | null;
  employer: string | null;
  position: string | null;
  phone: string | null;
  since: IsoDate | null;
  until: IsoDate | null;
}

export interface Pet extends Row {
  kind: string | null;
  breed: string | null;
  weight: number | null;
  serviceAnimal: boolean;
}

export interface Vehicle extends Row {
  make: string | null;
  model: string | null;
  year: number | null;
  plate: string | null;
}

/** What somebody answered to a question of the product. */
export interface Answer extends Row {
  personId: string;
  question: string;
  value: string | null;
  explanation: string | null;
}

export interface Home extends Row {
  personId: string;
  line: string | null;
  town: string | null;
  region: string | null;
  postalCode: string | null;
  /** Which of the districts, where the postal code lies in several. */
  district: string | null;
  since: IsoDate | null;
  until: IsoDate | null;
  tenure: string | null;
  monthlyCost: Minor | null;
}

export interface Income extends Row {
  personId: string;
  kind: string | null;
  source: string | null;
  /** Each time it comes; for variable income all that came in `monthsSeen`; for rent received and the like a month's. */
  amount: Minor | null;
  frequency: Frequency | null;
  hoursPerWeek: number | null;
  /** Weeks paid in a year, for hourly wages; 52 when empty. */
  weeksPerYear: number | null;
  /** Months' pay beyond twelve in a year: one for a thirteenth month. */
  extraMonths: number | null;
  since: IsoDate | null;
  until: IsoDate | null;
  probationUntil: IsoDate | null;
  untaxed: boolean;
  /** Months over which `amount` came. */
  monthsSeen: number | null;
  /** The last day of the latest year of accounts. */
  yearEnd: IsoDate | null;
  /** Profit of the latest year, below zero for a loss; what was taken off in it without being spent, such as depreciation; and the year before. */
  profitLatest: Minor | null;
  addBackLatest: Minor | null;
  profitBefore: Minor | null;
  addBackBefore: Minor | null;
  /** What an investment yields of what is in it. */
  capital: Minor | null;
  yieldRate: number | null;
  /** The payslip's figure since the start of the year, and the end of its period. */
  yearToDate: Minor | null;
  yearToDateAt: IsoDate | null;
  /** What is paid out each time after tax, as the payslip shows. */
  netAmount: Minor | null;
}

export interface LivingCost extends Row {
  category: string | null;
  monthly: Minor | null;
}

export interface Debt extends Row {
  lender: string | null;
  kind: string | null;
  /** Whose it is, separated by blanks where several owe it together; the applicant's when empty. */
  owners: string | null;
  payment: Minor | null;
  balance: Minor | null;
  limit: Minor | null;
  /** Yearly, a decimal fraction. */
  rate: number | null;
  /** The day of the last payment. */
  endsOn: IsoDate | null;
  /** Paid off by what is asked for. */
  cleared: boolean;
}

export interface Asset extends Row {
  kind: string | null;
  description: string | null;
  /** Whose it is, separated by blanks. */
  owners: string | null;
  value: Minor | null;
  /** The day of the value. */
  valueOn: IsoDate | null;
  downPaymentPart: Minor | null;
  /** Who gives it, and who that is to the applicant. */
  donor: string | null;
  donorRelation: string | null;
}

/** A part of a loan that is split. */
export interface LoanPart extends Row {
  kind: string | null;
  amount: Minor | null;
  termMonths: number | null;
  /** How often it is paid; as the product usually does when empty. */
  every: string | null;
  advanceOn: IsoDate | null;
  firstPaymentOn: IsoDate | null;
  interestOnlyMonths: number | null;
  balloon: Minor | null;
  /** The first payment that is left out, and how many are. */
  holidayFrom: number | null;
  holidayPeriods: number | null;
  /** Months of the year in which something is paid, separated by blanks. */
  season: string | null;
}

/** Something that the money goes into. */
export interface FundUse extends Row {
  what: string | null;
  amount: Minor | null;
}

/** Where money comes from beside the loan and the down payment. */
export interface FundSource extends Row {
  kind: string | null;
  what: string | null;
  amount: Minor | null;
}

/** What the lender can fall back on. */
export interface Security extends Row {
  kind: string | null;
  description: string | null;
  value: Minor | null;
  /** The day of the value. */
  valueOn: IsoDate | null;
  /** What is charged on it already, in front of ours. */
  priorCharges: Minor | null;
}

/** Somebody whom a business pays. */
export interface PayrollEntry extends Row {
  name: string | null;
  kind: 'employee' | 'owner' | null;
  /** Wages of the year before tax. */
  yearlyPay: Minor | null;
  /** An owner's share of the year's profit, below zero for a loss. */
  profitShare: Minor | null;
}

/** A year of a business's accounts. */
export interface BusinessYear extends Row {
  yearEnd: IsoDate | null;
  revenue: Minor | null;
  /** All costs, with the depreciation and interest below. */
  costs: Minor | null;
  depreciation: Minor | null;
  interest: Minor | null;
  drawings: Minor | null;
}

/** Another way to ask, laid beside the request: what would change, as changes of details. */
export interface Variant extends Row {
  label: string | null;
  changes: string | null;
}

/** What was said to a question that a file's own figures raise. */
export interface Explanation extends Row {
  /** What it explains, with the figures that it was given for: when they change, it is asked again. */
  subject: string;
  text: string | null;
}

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
  reasons: string[];
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
  /** When the paper application was signed; it is no later than the day it was received, and that no later than the day it was keyed. */
  signedOn: IsoDate | null;
  channel: string;
  /** Whether the applicant was asked to go on at the front door: what details lack is then theirs to give. */
  withApplicant: boolean;
  product: ProductDefinition;
  pack: PlacePack;
  request: RequestDetails;
  people: FilePerson[];
  relations: Relation[];
  homes: Home[];
  works: Work[];
  incomes: Income[];
  livingCosts: LivingCost[];
  debts: Debt[];
  assets: Asset[];
  parts: LoanPart[];
  uses: FundUse[];
  sources: FundSource[];
  securities: Security[];
  payrolls: PayrollEntry[];
  accounts: BusinessYear[];
  variants: Variant[];
  pets: Pet[];
  vehicles: Vehicle[];
  answers: Answer[];
  explanations: Explanation[];
  consents: Consent[];
  duplicates: Duplicate[];
  clashes: RoundClash[];
  checks: Check[];
  papers: Paper[];
  exceptions: Exception[];
  envelope: Envelope | null;
  decisions: Decision[];
  payout: Payout;
  /** Ids of everyone who prepared the file: they may not decide it. */
  preparedBy: string[];
}

export const WORK_KIND_LABEL = {
  employed: 'Employed',
  selfEmployed: 'Self-employed',
  studying: 'Studying',
  caring: 'Caring at home',
  unemployed: 'Without work',
  retired: 'Retired',
} as const;

export const TENURE_LABEL = { owned: 'Owned outright', mortgaged: 'Owned with a mortgage', rented: 'Rented', withFamily: 'With family' } as const;

/** What the fields of a request hold. */
export const REQUEST_FIELD_KIND: Record<string, 'choice' | 'money' | 'whole' | 'date'> = {
  purpose: 'choice',
  price: 'money',
  downPayment: 'money',
  amount: 'money',
  termMonths: 'whole',
  advanceOn: 'date',
  firstPaymentOn: 'date',
  legalForm: 'choice',
};

/** The part of a file's state that holds the rows of a kind. */
export const PART_OF = {
  person: 'people',
  relation: 'relations',
  home: 'homes',
  work: 'works',
  income: 'incomes',
  livingCost: 'livingCosts',
  debt: 'debts',
  asset: 'assets',
  pet: 'pets',
  vehicle: 'vehicles',
  answer: 'answers',
  explanation: 'explanations',
  part: 'parts',
  use: 'uses',
  source: 'sources',
  security: 'securities',
  payroll: 'payrolls',
  account: 'accounts',
  variant: 'variants',
} as const satisfies Record<Exclude<Entity, 'request'>, keyof FileState>;

/** Everything that somebody is in a file, the leading role first. */
export function rolesOf({ role, alsoRoles }: Pick<FilePerson, 'role' | 'alsoRoles'>): Role[] {
  return [role, ...((alsoRoles?.split(' ').filter(Boolean) ?? []) as Role[])];
}

/** Whether somebody has one of the roles. */
export const plays = (person: Pick<FilePerson, 'role' | 'alsoRoles'>, roles: readonly Role[]): boolean => rolesOf(person).some((role) => roles.includes(role));

/** The kind of number that somebody's identity or tax number is: the one chosen, else the place's usual one. */
export function numberKindOf(pack: PlacePack, person: Pick<FilePerson, 'kind' | 'idKind' | 'taxKind'>, use: 'identity' | 'tax'): IdentityNumberKind {
  const chosen = use === 'identity' ? person.idKind : person.taxKind;
  return chosen ?? pack.numbers.find((number) => number.use === use && number.of === person.kind)?.kind ?? pack.identityNumber.kind;
}

/** People who sign, in the product's order of roles and then in the order of entry. */
export function signersOf(file: Pick<FileState, 'people' | 'product'>): FilePerson[] {
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

/** A file's details can't be changed while its agreement is out or signed. */
export function isLocked(file: Pick<FileState, 'envelope' | 'stage'>): boolean {
  const open = file.stage === 'details' || file.stage === 'checking' || file.stage === 'gathering' || file.stage === 'signing';
  return !open || file.envelope?.state === 'out' || file.envelope?.state === 'complete';
}

/** How people call somebody on the screen. */
export function personName(person: Pick<FilePerson, 'fullName' | 'knownAs' | 'role'>): string {
  return person.fullName ?? person.knownAs ?? `the ${ROLE_LABEL[person.role].toLowerCase()}`;
}

type RowOf<Kind extends keyof typeof PART_OF> = FileState[(typeof PART_OF)[Kind]][number];

/** A row of each kind as it begins, before anything is stated in it. */
export const BLANK_ROW: { [Kind in keyof typeof PART_OF]: Omit<RowOf<Kind>, keyof Row> } = {
  person: {
    personId: null,
    kind: 'person',
    role: 'dependant',
    alsoRoles: null,
    fullName: null,
    knownAs: null,
    birthDate: null,
    idKind: null,
    idNumber: null,
    taxKind: null,
    taxNumber: null,
    phone: null,
    email: null,
    noEmail: false,
    language: null,
    contactBy: null,
    contactTimes: null,
    accessibility: null,
    studies: null,
    familyStatus: null,
    otherParent: null,
    livesWith: null,
    organisation: null,
    share: null,
    detailsFrom: null,
    detailsConfirmed: null,
  },
  relation: { personId: '', toId: '', kind: 'other' },
  work: { personId: '', kind: null, employer: null, position: null, phone: null, since: null, until: null },
  pet: { kind: null, breed: null, weight: null, serviceAnimal: false },
  vehicle: { make: null, model: null, year: null, plate: null },
  answer: { personId: '', question: '', value: null, explanation: null },
  home: { personId: '', line: null, town: null, region: null, postalCode: null, district: null, since: null, until: null, tenure: null, monthlyCost: null },
  income: {
    personId: '',
    kind: null,
    source: null,
    amount: null,
    frequency: null,
    hoursPerWeek: null,
    weeksPerYear: null,
    extraMonths: null,
    since: null,
    until: null,
    probationUntil: null,
    untaxed: false,
    monthsSeen: null,
    yearEnd: null,
    profitLatest: null,
    addBackLatest: null,
    profitBefore: null,
    addBackBefore: null,
    capital: null,
    yieldRate: null,
    yearToDate: null,
    yearToDateAt: null,
    netAmount: null,
  },
  explanation: { subject: '', text: null },
  part: {
    kind: null,
    amount: null,
    termMonths: null,
    every: null,
    advanceOn: null,
    firstPaymentOn: null,
    interestOnlyMonths: null,
    balloon: null,
    holidayFrom: null,
    holidayPeriods: null,
    season: null,
  },
  use: { what: null, amount: null },
  source: { kind: null, what: null, amount: null },
  security: { kind: null, description: null, value: null, valueOn: null, priorCharges: null },
  payroll: { name: null, kind: null, yearlyPay: null, profitShare: null },
  account: { yearEnd: null, revenue: null, costs: null, depreciation: null, interest: null, drawings: null },
  variant: { label: null, changes: null },
  livingCost: { category: null, monthly: null },
  debt: { lender: null, kind: null, owners: null, payment: null, balance: null, limit: null, rate: null, endsOn: null, cleared: false },
  asset: { kind: null, description: null, owners: null, value: null, valueOn: null, downPaymentPart: null, donor: null, donorRelation: null },
};
