import type { Minor } from '../money/index';
import type { DateOrder, IsoDate } from '../dates/index';
import type { IdentityNumberKind } from '../numbers/index';

export type Line = 'lending' | 'insurance' | 'leasing';

export const STAGES = ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done'] as const;
export const END_STAGES = ['declined', 'withdrawn', 'lapsed'] as const;
export type Stage = (typeof STAGES)[number] | (typeof END_STAGES)[number];

export const STAGE_LABEL: Record<Stage, string> = {
  details: 'Taking details',
  checking: 'Checking',
  gathering: 'Gathering',
  signing: 'Signing',
  deciding: 'Deciding',
  completing: 'Completing',
  done: 'Done',
  declined: 'Declined',
  withdrawn: 'Withdrawn',
  lapsed: 'Lapsed',
};

export const CHAPTERS = [
  'request',
  'people',
  'home',
  'income',
  'commitments',
  'worth',
  'declarations',
  'checks',
  'conditions',
  'papers',
  'signing',
  'decision',
  'history',
] as const;
export type Chapter = (typeof CHAPTERS)[number];

export const CHAPTER_LABEL: Record<Chapter, string> = {
  request: 'Request',
  people: 'People',
  home: 'Home',
  income: 'Income',
  commitments: 'Commitments',
  worth: 'Worth',
  declarations: 'Declarations',
  checks: 'Checks',
  conditions: 'Conditions',
  papers: 'Papers',
  signing: 'Signing',
  decision: 'Decision',
  history: 'History',
};

/** The kinds of row that a file is made of. */
export const ENTITIES = ['request', 'person', 'relation', 'home', 'work', 'income', 'livingCost', 'debt', 'asset', 'pet', 'vehicle', 'answer'] as const;
export type Entity = (typeof ENTITIES)[number];

/** What somebody is in a file. Applicants, co-applicants and guarantors owe; the others count, benefit, or help. */
export const ROLES = [
  'applicant',
  'coApplicant',
  'guarantor',
  'householdMember',
  'dependant',
  'beneficialOwner',
  'beneficiary',
  'contact',
  'emergencyContact',
  'referee',
] as const;
export type Role = (typeof ROLES)[number];
export const ROLE_LABEL: Record<Role, string> = {
  applicant: 'Applicant',
  coApplicant: 'Co-applicant',
  guarantor: 'Guarantor',
  householdMember: 'Household member',
  dependant: 'Dependant',
  beneficialOwner: 'Beneficial owner',
  beneficiary: 'Beneficiary',
  contact: 'Authorised contact',
  emergencyContact: 'Emergency contact',
  referee: 'Referee',
};

/** The figures that a product may limit. */
export const MEASURES = ['payment', 'totalPayable', 'apr', 'dtiBefore', 'dtiAfter', 'moneyLeft', 'moneyLeftStressed', 'ltv'] as const;
export type Measure = (typeof MEASURES)[number];

export interface Limit {
  measure: Measure;
  /** `most`: the figure may be at most `value`; `least`: it must be at least `value`. Ratios are fractions, money is minor units. */
  bound: 'most' | 'least';
  value: number;
  rule: string;
}

/** A rule's "only if": the row's own field has one of the values; `filled` stands for any value, `empty` for none. */
export interface When {
  field: string;
  is: string[];
}

/** A field that must be filled before a file leaves a stage. */
export interface Need {
  entity: Entity;
  field: string;
  label: string;
  before: Stage;
  why: string;
  /** For persons, or rows that belong to a person: whom it is asked of. Everyone when absent. */
  roles?: Role[];
  /** Only asked of rows for which this holds. */
  when?: When;
}

/** Rows that must exist before a file leaves a stage. */
export interface RowNeed {
  entity: Exclude<Entity, 'request'>;
  label: string;
  before: Stage;
  why: string;
  /** One row for each person in these roles; one in the whole file when absent. */
  each?: Role[];
  /** Only rows with this field's value count. */
  where?: { field: string; equals: string };
  chapter: Chapter;
}

export type ConditionSubject = 'signer' | 'income' | 'home' | 'downPayment';

/** A kind of evidence that the file calls for. */
export interface ConditionRule {
  code: string;
  subject: ConditionSubject;
  /** Only for subjects whose `kind` is in the list (income kinds, say). */
  kinds?: string[];
  label: string;
  acceptable: string[];
  why: string;
  /** Whether accepting a paper records the amount that it shows. */
  showsAmount?: boolean;
}

/** Years of history that a product asks, and of whom. */
export interface HistoryRule {
  years: number;
  roles: Role[];
  before: Stage;
  why: string;
}

/** How a product sees a household. */
export interface HouseholdRule {
  /** How many spouses or partners one person may have. */
  spouses: number;
  /** Whose incomes can count. */
  incomeOf: Role[];
  /** Whose earnings never count, though they live there. */
  earningsNotCountedOf: ('fullTimeStudent' | 'minor')[];
  /** Whether every adult who lives there must apply. */
  adultsMustApply: boolean;
  why: string;
}

export interface Question {
  code: string;
  /** Qualifying questions come before anything else; declarations with the details. */
  phase: 'qualifying' | 'declaration';
  /** Of whom it is asked: persons, organisations or both, in these roles. */
  of: 'person' | 'organisation' | 'both';
  roles: Role[];
  text: string;
  answer: 'yesNo' | 'choice' | 'number';
  options?: string[];
  /** A follow-up: asked only when the other question was answered so. */
  follows?: { question: string; is: string[] };
  /** Answers that need a few words of explanation. */
  explain?: string[];
  /** Answers that end the matter, with the plain words that are said and the decline reason that is kept. */
  ends?: { is?: string[]; below?: number; above?: number; says: string; reason: string };
  before: Stage;
  why: string;
}

/** A text that people agree to. */
export interface ConsentText {
  kind: string;
  label: string;
  version: string;
  /** The text by language (BCP 47). */
  text: Record<string, string>;
  /** To whom it is given. */
  to: string;
  roles: Role[];
  /** The stage that waits for it; null where it is free, as for marketing. */
  before: Stage | null;
}

/** A question asked for fair treatment only; everybody may decline to answer. */
export interface MonitoringQuestion {
  code: string;
  text: string;
  options: string[];
}

/** A field of the request as a product names it. */
export interface RequestField {
  field: string;
  label: string;
  hint?: string;
}

export interface DeclineReason {
  code: string;
  label: string;
}

/** A product: everything that differs from one product to the next, as data. */
export interface ProductDefinition {
  code: string;
  version: number;
  name: string;
  line: Line;
  place: string;
  /** The order of gates that a file goes through. */
  route: Stage[];
  chapters: Chapter[];
  bounds: { amount: { least: Minor; most: Minor }; termMonths: { least: number; most: number }; applicantAge: { least: number } };
  pricing: { annualRate: number; stressAdded: number; fee: Minor };
  incomeShare: Record<string, number>;
  limits: Limit[];
  needs: Need[];
  rows: RowNeed[];
  /** When, and in which ways of coming in, it can be had. */
  offer: { from: IsoDate; until: IsoDate | null; channels: string[] };
  /** A product that is given out in rounds: one household, one file in a round. */
  round: string | null;
  /** Roles that people can have in its files. */
  roles: Role[];
  requestFields: RequestField[];
  measures: Measure[];
  household: HouseholdRule;
  histories: { home: HistoryRule | null; work: HistoryRule | null };
  questions: Question[];
  consents: ConsentText[];
  /** The consent without which nobody is looked up outside. */
  lookUpConsent: string;
  monitoring: MonitoringQuestion[];
  /** Further things that its line asks about. */
  asks: ('pet' | 'vehicle')[];
  /** Days after which the details of a known person are asked again. */
  detailsAge: number;
  /** Days without anybody's work after which an unfinished file lapses, and how many days before people are warned. */
  lapse: { days: number; warnBefore: number[] };
  /** Share from which beneficial owners are named. */
  ownersFrom: number;
  checks: { kind: 'identity' | 'watchlist'; label: string; roles: Role[]; why: string }[];
  conditions: ConditionRule[];
  signing: { order: Role[]; title: string; choice: { question: string; options: string[] }; linkDays: number };
  declineReasons: DeclineReason[];
  /** Business days from the date received by which each stage should be left. */
  days: Partial<Record<Stage, number>>;
  purposes: string[];
}

/** The rules of a place, as data. */
export interface PlacePack {
  code: string;
  name: string;
  currency: string;
  locale: string;
  dateOrder: DateOrder;
  identityNumber: { kind: IdentityNumberKind; label: string; mask: string; unissuedAllowed: boolean };
  /** Kinds of number that are taken there, for whom. The first identity kind is the usual one. */
  numbers: { kind: IdentityNumberKind; use: 'identity' | 'tax'; of: 'person' | 'organisation' }[];
  languages: { code: string; label: string }[];
  phoneRegion: string;
  /** Districts of postal codes that lie in more than one. */
  districts: Record<string, string[]>;
  holidays: string[];
  sources: string[];
}
