import type { Minor } from '../money/index';
import type { DateOrder } from '../dates/index';
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
  checks: 'Checks',
  conditions: 'Conditions',
  papers: 'Papers',
  signing: 'Signing',
  decision: 'Decision',
  history: 'History',
};

/** The kinds of row that a file is made of. */
export const ENTITIES = ['request', 'person', 'home', 'income', 'livingCost', 'debt', 'asset'] as const;
export type Entity = (typeof ENTITIES)[number];

export type Role = 'applicant' | 'coApplicant' | 'guarantor' | 'dependant';
export const ROLE_LABEL: Record<Role, string> = { applicant: 'Applicant', coApplicant: 'Co-applicant', guarantor: 'Guarantor', dependant: 'Dependant' };

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

/** A field that must be filled before a file leaves a stage. */
export interface Need {
  entity: Entity;
  field: string;
  label: string;
  before: Stage;
  why: string;
  /** For persons, or rows that belong to a person: whom it is asked of. Everyone when absent. */
  roles?: Role[];
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
  consentsBeforeChecks: { kind: string; label: string; version: string; text: string };
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
  phoneRegion: string;
  holidays: string[];
  sources: string[];
}
