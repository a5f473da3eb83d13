import type { IndustryList } from '../../basis/industry/index';
import type { PostalRules, Region } from '../../basis/postal/index';
import type { LegalForm } from '../../lending/request/fields';
import type { AccountRules } from '../../basis/accounts/index';
import type { CreditLaw, RateMethod } from '../../credit/apr/index';
import type { DayCount } from '../../credit/daycount/index';
import type { Minor } from '../../basis/money/index';
import type { DateOrder, IsoDate } from '../../basis/dates/index';
import type { IdentityNumberKind } from '../../basis/numbers/index';
import type { LettingQuestion } from '../../leasing/references/fields';
import type { PartKind, PaymentPeriod } from '../../credit/parts/index';
import type { FamilyStatus, FilingStatus, Role } from '../../people/people/fields';
import type { Entity } from '../details/index';

export const LINES = ['lending', 'insurance', 'leasing'] as const;
export type Line = (typeof LINES)[number];

export const STAGES = ['details', 'checking', 'gathering', 'applying', 'deciding', 'offering', 'signing', 'completing', 'done'] as const;
export const END_STAGES = ['declined', 'withdrawn', 'lapsed'] as const;
export type Stage = (typeof STAGES)[number] | (typeof END_STAGES)[number];

export const STAGE_LABEL: Record<Stage, string> = {
  details: 'Taking details',
  checking: 'Checking',
  gathering: 'Gathering',
  applying: 'Signing the application',
  signing: 'Signing',
  deciding: 'Deciding',
  offering: 'Offering',
  completing: 'Completing',
  done: 'Done',
  declined: 'Declined',
  withdrawn: 'Withdrawn',
  lapsed: 'Lapsed',
};

export const CHAPTERS = [
  'request',
  'unit',
  'equipment',
  'cover',
  'lines',
  'health',
  'people',
  'home',
  'income',
  'assistance',
  'commitments',
  'worth',
  'declarations',
  'checks',
  'conditions',
  'papers',
  'signing',
  'decision',
  'movingIn',
  'history',
] as const;
export type Chapter = (typeof CHAPTERS)[number];

export const CHAPTER_LABEL: Record<Chapter, string> = {
  request: 'Request',
  unit: 'Unit',
  equipment: 'Equipment',
  cover: 'Cover',
  lines: 'Lines',
  health: 'Health',
  people: 'People',
  home: 'Home',
  income: 'Income',
  assistance: 'Assistance',
  commitments: 'Commitments',
  worth: 'Worth',
  declarations: 'Declarations',
  checks: 'Checks',
  conditions: 'Conditions',
  papers: 'Papers',
  signing: 'Signing',
  decision: 'Decision',
  movingIn: 'Moving in',
  history: 'History',
};

/** The figures that a product may limit. */
export const MEASURES = [
  'payment',
  'totalPayable',
  'apr',
  'housingShare',
  'dtiBefore',
  'dtiAfter',
  'moneyLeft',
  'moneyLeftStressed',
  'residualIncome',
  'loanToIncome',
  'ltv',
  'combinedLtv',
  'lendingValue',
  'payrollShare',
  'paymentShock',
  'rentCover',
  'reserves',
  'debtServiceCover',
  'guidelineShare',
  'areaIncomeShare',
  'finalBalloon',
  'premium',
  'premiumYear',
  'premiumShare',
  'coverShare',
  'assistance',
  'benefits',
] as const;
export type Measure = (typeof MEASURES)[number];

export interface Limit {
  measure: Measure;
  /** `most`: the figure may be at most `value`; `least`: it must be at least `value`. Ratios are fractions, money is minor units. */
  bound: 'most' | 'least';
  value: number;
  /** Where the band begins that an approver has to weigh: between it and `value`. */
  refer?: number;
  /** `residualIncome` takes its value from the place's published table, by region, family and size of the loan. */
  from?: 'residualIncome';
  /** What it is instead where at least so many months’ rent are asked as a deposit, as far as the place lets them be. */
  withDeposit?: { months: number; value: number; rule: string } | undefined;
  /** `residualIncome` also takes off the upkeep of the home by its floor area. */
  upkeep?: boolean;
  rule: string;
}

/** How one kind of income counts. */
export interface IncomeRule {
  /** The share of its monthly figure that counts. */
  share: number;
  /** Months over which variable income must have been received; with fewer it doesn't count. */
  historyMonths?: number;
  /** Years of accounts asked of the self-employed; a stated rate doesn't count then. */
  accountYears?: number;
  /** Months after the end of the latest year of accounts in which it counts; always where absent. */
  accountMonths?: number;
  /** What an end within the term means: it doesn't count, or it counts and becomes a question. */
  ends: 'cutOff' | 'question';
  why: string;
}

/** How a product sees income. */
export interface IncomePolicy {
  /** Whether measures rest on what is earned, or on what is left of it after income tax and contributions. */
  basis: 'gross' | 'net';
  kinds: Record<string, IncomeRule>;
  /** The share that is added to untaxed income where others count before tax. */
  grossUp: number;
  /** From this fall of profits on, self-employment goes to an approver. */
  fallReferred: number;
  /** How far the year to date may lie from the stated rate, as a share of it. */
  yearToDateTolerance: number;
  /** A job held for fewer months is a question. */
  heldMonths: number;
  /** A time without work of so many months or more, within the last two years, is a question. */
  gapMonths: number;
  /** A job that begins within so many days counts where a paper shows it; one that begins later doesn't. */
  beginsWithinDays: number;
  /** `comingYear`: what will come in the twelve months from the start counts, a twelfth of it each month. */
  outlook: 'now' | 'comingYear';
}

/** How a product sees what people owe and spend. */
export interface CommitmentPolicy {
  /** Debts of these kinds count at a share of their limit or balance, where the stated payment is lower. */
  revolving: { kinds: string[]; of: 'limit' | 'balance'; share: number };
  /** A debt whose last payment falls within so many months doesn't count; zero where all count. */
  ignoredWithinMonths: number;
  /** Kinds that count to their last payment all the same, such as leases. */
  neverIgnored: string[];
  /** The share of the payment of a debt that somebody guarantees for another. */
  guaranteeShare: number;
  /** Debts of these kinds that are not paid on yet count at a share of their balance. */
  deferred: { kinds: string[]; share: number };
  /** Whether declared living costs are held against the place's benchmark, the higher of the two counting. */
  benchmark: boolean;
}

/** What an asset is worth to a decision. */
export interface WorthPolicy {
  /** The share of its value that doesn't count, by kind. */
  haircut: Record<string, number>;
  /** Kinds that can be turned into money within days: reserves are counted in these. */
  liquid: string[];
  /** Days after which a stated value is asked again. */
  valueAge: number;
}

/** How a rate follows an index: a margin over it, within bounds, fixed anew every so many months. */
export interface RateIndexRule {
  index: string;
  margin: number;
  floor?: number;
  cap?: number;
  resetMonths: number;
}

/** An index of rates, as its source published it. */
export interface RateIndex {
  label: string;
  source: string;
  /** From which day on each value holds, oldest first. */
  values: { from: IsoDate; rate: number }[];
}

/** A kind of part that a loan may have, at its price. */
export interface PartOffer {
  kind: PartKind;
  label: string;
  annualRate: number;
  /** Added to the rate when it is tried under stress. */
  stressAdded: number;
  months: { least: number; most: number };
  /** `interestOnly`: for how long at most. */
  interestOnlyMost?: number;
  /** `variable`: the index that its rate follows, at a margin over it; its annual rate is what holds where the place has no such index. */
  follows?: RateIndexRule;
  /** `promotional`: the lower rate and how long it lasts. */
  promotion?: { months: number; annualRate: number };
  /** `seasonal`: the months of the year in which something is paid, where the part names none. */
  season?: number[];
  /** `balloon`: the share of the part that may be left to the end. */
  balloonMost?: number;
  /** `revolving`: what each payment is, and whether the payment on the limit has to be carried or that on what is drawn. */
  revolving?: { share: number; least: Minor; counts?: 'limit' | 'drawn' };
}

/** A fee by bracket of the amount. */
export interface FeeRule {
  code: string;
  label: string;
  /** Lowest first; the last one that the amount reaches gives a fixed sum and a share of the whole amount. */
  brackets: { from: Minor; flat: Minor; share: number }[];
  least?: Minor;
  most?: Minor;
  /** Taken from what is paid out, added to what is owed, or paid by the applicant beforehand. */
  paid: 'withheld' | 'financed' | 'beforehand';
  /** Whether it is a finance charge, which the annual percentage rate counts. */
  inRate: boolean;
}

/** What a loan of a product can be made of, and what it costs. */
export interface CostRules {
  dayCount: DayCount;
  /** How often payments may fall due; the first is the usual one. */
  every: PaymentPeriod[];
  /** The first is what a request is that isn't split. */
  parts: PartOffer[];
  fees: FeeRule[];
  /** What a missed payment costs, and after how many days. */
  late: { fee: Minor; afterDays: number; callsAfterDays: number };
  /** What settling early costs, as shares of the balance. */
  settlement: { share: number; shareWithinYear: number };
  /** The share of a security's value that is lent on, by kind. */
  securities: Record<string, number>;
  /** For loans to businesses by their payroll. */
  business: { yearlyCap: Minor; multiple: number; ownersByProfit: string[] } | null;
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

/** What an outside service can be asked about somebody; each is an object in core/src/evidence/checks/kinds. */
export const CHECK_KINDS = ['identity', 'watchlist', 'company', 'background'] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

/** What a register of courts and landlords holds. */
export const RECORD_KINDS = ['eviction', 'rentOwed', 'conviction'] as const;
export type RecordKind = (typeof RECORD_KINDS)[number];
/** Records that a background check looks for: what was found is declared where the question is answered yes. */
export interface RecordRule {
  of: RecordKind;
  question: string;
  years: number;
}

/** What papers can be asked about; each is an object in core/src/evidence/conditions/subjects. */
export const CONDITION_SUBJECTS = [
  'signer',
  'income',
  'home',
  'downPayment',
  'security',
  'enrolment',
  'assistance',
  'pet',
  'preference',
  'leasedItem',
] as const;
export type ConditionSubject = (typeof CONDITION_SUBJECTS)[number];

/** A kind of evidence that the file calls for. */
export interface ConditionRule {
  code: string;
  subject: ConditionSubject;
  /** Only for subjects whose `kind` is in the list (income kinds, say). */
  kinds?: string[];
  label: string;
  acceptable: string[];
  why: string;
  /** For so many days from when it was asked for it may still come: it stands in nobody's way until then. */
  within?: number | undefined;
  /** Whether accepting a paper records the amount that it shows. */
  showsAmount?: boolean;
  /** For how many days an accepted paper proves the same in a later file, or while the identity paper is valid; it proves nothing there where none is said. */
  holds?: number | 'whileValid' | undefined;
}

/** Years of history that a product asks, and of whom. */
export interface HistoryRule {
  years: number;
  roles: Role[];
  before: Stage;
  why: string;
}

/** What of somebody's means can count in a file. */
export const MEANS = ['income', 'housing', 'debts', 'worth'] as const;
export type Means = (typeof MEANS)[number];

/** By role the share of each of their means that counts; nothing of who isn't named, or of what isn't. */
export type CountedMeans = Partial<Record<Role, Partial<Record<Means, number>>>>;

/** What a surety is measured by on a sheet of their own: all that is asked for, beside what is theirs. */
export interface GuarantorRule {
  measures: Measure[];
  limits: Limit[];
  why: string;
}

/** How a product sees a household. */
export interface HouseholdRule {
  /** How many spouses or partners one person may have. */
  spouses: number;
  /** Whose income, housing, debts and worth count, and by what share. */
  counts: CountedMeans;
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

/** What a law lets a lender ask of somebody's family. */
export interface FamilyStatusRule {
  choices: FamilyStatus[];
  /** Whether it is asked at all of somebody who asks alone and pledges nothing. */
  askedAlone: boolean;
  source: string;
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
  /** What of a file points to it, so that it is proposed. */
  from?: {
    /** Figures outside their limit. */
    measures?: Measure[];
    /** Checks that found otherwise than was stated. */
    checks?: CheckKind[];
    /** Conditions, by their code, that nothing was accepted for. */
    conditions?: string[];
    /** Something that the applicant was asked for and didn't give. */
    incomplete?: boolean;
  };
}

/** A year's premium for each hundred of benefit a month, of one class, waiting time and time of benefit, for a band of ages. */
export interface RateRow {
  class: string;
  ageFrom: number;
  ageTo: number;
  waitingDays: number;
  benefitMonths: number;
  rate: number;
}

/** Rates that hold from one day to another, as they were set. */
export interface RateTable {
  code: string;
  source: string;
  from: IsoDate;
  until: IsoDate | null;
  rows: RateRow[];
}

/** How a premium is paid: in how many payments a year, and what paying in parts costs. */
export interface PaymentMode {
  code: string;
  label: string;
  perYear: number;
  /** On a year's premium; 1 for a single payment. */
  factor: number;
}

/** What can be covered, and what it costs. Shares are fractions; money is whole minor units. */
export interface CoverRules {
  rates: RateTable[];
  /** What each does; its level is that of plans that meet the same part of what care costs. */
  plans: { code: string; label: string; factor: number; says: string; leavesOut: string[]; level?: string | undefined }[];
  /** Days before anything is paid, and months for which it is; none where a plan meets what care costs. */
  waitingDays: number[];
  benefitMonths: number[];
  /** Occupations by list; those without a class are not covered. None where a product doesn't tell them apart. */
  occupations: { code: string; label: string; class: string | null }[];
  age: 'lastBirthday' | 'nearestBirthday';
  ages: { least: number; most: number };
  /** What is paid a month; null where the plan meets what care costs, and nobody names a sum. */
  benefit: { least: Minor; most: Minor } | null;
  /** Of those under an age so many are charged, the oldest; all where it isn't said. */
  childrenCharged: { under: number; most: number } | null;
  /** Loadings on a person's premium: for tobacco, and by bands of the body mass index. */
  tobacco: number;
  bodyMass: { from: number; below?: number | undefined; share: number }[];
  /** In the order in which they are taken, each on what the ones before left. */
  discounts: { code: string; label: string; share: number; persons?: number | undefined; otherPolicy?: boolean | undefined }[];
  /** Of the premium before discounts, all of them together at most. */
  discountsMost: number;
  /** The policy fee of a year. */
  fee: Minor;
  modes: PaymentMode[];
  /** Whether the place's tax on premiums is due. */
  taxed: boolean;
  /** Of what can be added to a plan. */
  riders: Rider[];
  /** What opens it without questions about somebody's health. */
  enrolment: EnrolmentEvent[];
  /** Questions about somebody's health; null where none are asked. */
  health: HealthRules | null;
  /** How what was said is weighed; null where nobody underwrites. */
  underwriting: UnderwritingRules | null;
  policy: PolicyRules;
  /** Things that are covered line by line; null where persons are. */
  lines: LineRules | null;
  /** What whoever brings a policy earns of its premium; null where nobody does. */
  earnings: EarningRules | null;
  /** What is said where a cover takes the place of another; null where nobody is asked. */
  replacement: ReplacementRules | null;
  /** What a household is given towards the premium by its income; null where nothing is. */
  assistance: AssistanceRules | null;
}

/** Shares of the premium before tax, of a new policy and of one that is renewed. */
export interface EarningRules {
  firstYear: number;
  renewal: number;
}

/** A cover that takes the place of another: which question asks it, what whoever applies declares, and what the other insurer is told. */
export interface ReplacementRules {
  question: string;
  declares: string;
  notice: string;
  why: string;
}

/** How a product works out what a household is given towards its premium; the table and the guideline are the place's. */
export interface AssistanceRules {
  /** Among plans of which level the benchmark is found, and which of them by price, the cheapest being 1. */
  benchmark: { level: string; rank: number };
  /** Kinds of income that are none to it. */
  notCounted: string[];
  /** What is taken off income before it counts. */
  deductions: { code: string; label: string }[];
  why: string;
}

/** Which share of its income a household is expected to pay for the benchmark, by its income as a share of the guideline for its size, in a year. */
export interface AssistanceTable {
  year: number;
  source: string;
  guideline: IncomeGuideline;
  /** Shares of the guideline from which, and up to which, anything is given; no end where it isn't said. */
  from: number;
  upTo: number | null;
  /** Rising in a line from the first to the last share within each band; shares are fractions. */
  bands: { from: number; below: number | null; first: number; last: number }[];
  /** An employer's cover that costs no more than this share of the household's income is affordable. */
  affordable: number;
}

/** How much an item costs in a place: per cent of what is insured, for a whole term. */
export interface LineRateRow {
  item: string;
  place: string;
  rate: number;
}

/** Rates of lines that hold from one day to another, as they were set. */
export interface LineRateTable {
  code: string;
  source: string;
  from: IsoDate;
  until: IsoDate | null;
  rows: LineRateRow[];
}

/** Things that can be covered, where, at which level, and through whom. Shares are fractions. */
export interface LineRules {
  rates: LineRateTable[];
  /** What it is counted in, and between which values one of it lies. */
  items: { code: string; label: string; unit: string; unitPrice: { least: Minor; most: Minor } }[];
  places: { code: string; label: string }[];
  /** The share of its value that is covered, and the share of the premium that is given towards it. */
  levels: { code: string; label: string; share: number; assistance: number }[];
  assistanceSource: string;
  /** Who brings lines, and the places that their certificates are for. */
  agents: { code: string; label: string; certificates: { places: string[]; from: IsoDate; until: IsoDate }[] }[];
  /** All lines of a file together at most. */
  sumMost: Minor | null;
}

/** Something that can be added to a plan: at a share of the premium, or at so much per mille of a year's benefit. */
export interface Rider {
  code: string;
  label: string;
  says: string;
  share?: number | undefined;
  perMille?: number | undefined;
}

/** Something that opens a cover for some time: so many months on both sides of an age, or so many days from a day on. */
export interface EnrolmentEvent {
  code: string;
  label: string;
  age?: number | undefined;
  within: number;
  by: 'months' | 'calendarDays' | 'businessDays';
  /** The condition, by its code, whose paper shows it. */
  condition?: string | undefined;
}

export const HEALTH_DETAILS = ['since', 'words', 'medication', 'physician'] as const;
export type HealthDetail = (typeof HEALTH_DETAILS)[number];

/** A question about somebody's health, answered with yes or no. */
export interface HealthQuestion {
  code: string;
  text: string;
  follows?: { question: string; is: 'yes' | 'no' } | undefined;
  /** A yes bars this cover: what is said then, and what else is open. */
  bars?: { says: string; offers: string } | undefined;
  /** What a yes has to say more. */
  details: HealthDetail[];
}

export interface HealthRules {
  questions: HealthQuestion[];
  /** From which medications are picked. */
  medications: string[];
  why: string;
}

/** A manual of debits and credits, in points. */
export interface UnderwritingRules {
  bodyMass: { from: number; below?: number | undefined; points: number }[];
  tobacco: number;
  /** By class of occupation. */
  occupations: Record<string, number>;
  /** By question, of a yes: points, what is left out, for how long after it began nothing is said, or that a person weighs it. */
  answers: Record<
    string,
    { points?: number | undefined; exclusion?: string | undefined; postponeMonths?: number | undefined; refer?: boolean | undefined; why: string }
  >;
  /** By the sum of points, the lowest first: how much the premium is raised, or null where nothing is covered. */
  classes: { upTo: number | null; label: string; loading: number | null }[];
  source: string;
}

/** How a policy begins, changes and ends. */
export interface PolicyRules {
  /** Days from the delivery of the policy within which it can be given back for all that was paid. */
  freeLookDays: number;
  /** before: the first premium is paid before it is issued; at: when it is. */
  firstPremium: 'before' | 'at';
  /** Days after the issue within which the first premium has to come; it lapses then. */
  lapseDays: number;
  /** What whoever is insured does when what is covered has come, and in which time. */
  claim: string;
  /** The share of a term's premium that is kept where whoever is insured ends it, by the part of the term that has passed, the lowest first; by days alone where none is said. */
  shortRate: { upTo: number; kept: number }[] | null;
}

/** How the days of a month that isn't let whole are charged; core/src/leasing/terms says what each is. */
export const PRORATIONS = ['actualDays', 'thirtyDays', 'bankersMonth', 'yearOf365'] as const;
export type Proration = (typeof PRORATIONS)[number];

/** Something that is asked for before the keys, once or for each of several. */
export interface LeaseFeeRule {
  code: string;
  label: string;
  amount: Minor;
  each: 'file' | 'adult' | 'pet' | 'vehicle';
  /** The stage that can't be left while it is owed. */
  before: Stage;
  /** Where nothing is let: it is kept, kept if somebody decided, or given back. */
  back: 'kept' | 'unlessDecided' | 'givenBack';
  waivable: boolean;
  why: string;
}

/** What rent that comes late costs. The method says which of the sums counts. */
export interface LateFeeRule {
  method: 'flat' | 'share' | 'daily';
  graceDays: number;
  /** flat: the fee; daily: that of each day. */
  amount: Minor;
  share: number;
  most: Minor | null;
}

/** How units of a stock are let. Money is whole minor units, months and days whole numbers. */
export interface LeaseRules {
  stock: string;
  /** Whether it is somewhere to live, so that a place's rules for that hold. */
  residential: boolean;
  /** For how long a unit is held for a file that wasn't approved yet, and how long before its end that is said. */
  hold: { hours: number; warnHours: number };
  proration: Proration;
  /** From which day of the month on the next month is due with the first days; null where it never is. */
  nextMonthFrom: number | null;
  /** Whole months that nothing may be asked for, and which of them; null where there are none. */
  concession: { most: number; which: 'first' | 'last' } | null;
  /** Months of notice, and what happens when the term is over. */
  notice: { months: number; end: 'ends' | 'monthToMonth' | 'renews' };
  /** Months of rent that are asked as a deposit, beside it for each pet; the place may let less be asked. */
  deposit: { months: number; monthsMost: number; pet: Minor; before: Stage; why: string };
  /** The stage that can't be left while the first rent is owed. */
  rentBefore: Stage;
  fees: LeaseFeeRule[];
  /** What is let beside a unit, a month each. */
  extras: { code: string; label: string; monthly: Minor }[];
  late: LateFeeRule;
  /** How many may live there by bedrooms; infants below so many months don't count. Null where nobody lives there. */
  occupancy: { perBedroom: number; plus: number; infantMonths: number; why: string } | null;
  /** How many pets, and up to which weight in kilograms; null where none are taken. */
  pets: { most: number; weightMost: number } | null;
  houseRules: string[];
  /** What is asked about earlier lettings of those in the roles, over how many years, of who let them; null where nobody is asked. */
  references: { roles: Role[]; years: number; before: Stage; questions: LettingQuestion[]; why: string } | null;
  /** Months between inspections; null where there are none. */
  inspectMonths: number | null;
}

/** What gives somebody a better place in a draw; core/src/leasing/rounds says how each is judged. */
export const PREFERENCE_KINDS = ['livesHere', 'worksHere', 'displaced', 'sizeFits'] as const;
export type PreferenceKind = (typeof PREFERENCE_KINDS)[number];

export interface PreferenceRule {
  code: string;
  kind: PreferenceKind;
  label: string;
  /** What it adds in the draw; never below zero. */
  points: number;
  /** The least share of somebody's hours that are worked there. */
  leastHours?: number | undefined;
  /** How old its paper may be on the last day of the period, in days. */
  paperDays?: number | undefined;
  why: string;
}

/** How what is let is given out in rounds: by a draw among those who applied in its period. */
export interface DrawRules {
  preferences: PreferenceRule[];
  /** Business days in which an offer is answered. */
  answerDays: number;
  /** After so many offers that were refused, or that nobody answered, a place on the list is given up. */
  refusalsMost: number;
  why: string;
}

/** How equipment is leased; core/src/leasing/equipment says how it is worked. Money is whole minor units, shares are fractions. */
export interface EquipmentRules {
  /** What can be leased, and for how many years it can be used. */
  items: { code: string; label: string; lifeYears: number }[];
  /** How the payment is worked: by a factor on what is financed and the residual value, or as an annuity at its rate. */
  method: 'moneyFactor' | 'annuity';
  moneyFactor: number;
  /** When payments can fall due; the first is the usual one. */
  due: ('advance' | 'arrears')[];
  /** Of the price at most. */
  residualMost: number;
  initialMost: number;
  fees: { code: string; label: string; amount: Minor; when: 'start' | 'end'; why: string }[];
  endChoices: ('return' | 'renew' | 'buy')[];
  /** An option to buy below this share of the price is a bargain. */
  bargainBelow: number;
  /** What ending it early costs beside what is owed, and from which payment on it can be. */
  early: { fee: Minor; fromPayment: number };
  late: LateFeeRule;
  /** Who insures, maintains and is answerable for it, as the lease says. */
  terms: { insurance: string; maintenance: string; warranty: string; wear: string };
  /** The lessee's own rate at which payments are worked back to now. */
  discountRate: number;
  /** A loan for the same, to be seen beside it. */
  loan: { annualRate: number; fee: Minor };
  /** Up to which obligation, and for which purposes, a consumer's lease has the disclosures of the law; null where none has. */
  consumer: { mostObligation: Minor; purposes: string[]; source: string } | null;
}

/** Tax of a lease in a region (`*`: of all others): on each payment, or once on the price. */
export interface LeaseTax {
  region: string;
  rate: number;
  on: 'payments' | 'price';
  source: string;
}

/** The most that a place lets be asked as a deposit of somewhere to live: so many months' rent, or weeks', of a region or of all others (`*`). */
export interface DepositCap {
  region: string;
  months: number | null;
  weeks: number | null;
  /** From a year's rent on: so many weeks. */
  above?: { yearlyRent: Minor; weeks: number } | undefined;
  /** Whether what is asked for pets comes beside it. */
  petsBeside: boolean;
  /** Days after the end within which it is back. */
  backWithinDays: number | null;
  source: string;
}

/** The most that a place lets be asked for rent that comes late. */
export interface LateFeeCap {
  region: string;
  graceDays: number;
  share: number | null;
  flat: Minor | null;
  source: string;
}

/** Who decides what before an approver has the file, and how long what was said stands. Days are calendar days. */
export interface DecidingRule {
  /** Who may decline before the file comes to a decision: the officer alone, or an approver on the officer's proposal. */
  declinedBy: 'officer' | 'approver';
  /** For how long an offer can be accepted. */
  offerDays: number;
  /** For how long what is missing can still come after a notice of it. */
  incompleteDays: number;
  /** For how long somebody who was declined can bring something new. */
  appealDays: number;
  /** Matters in which an officer's word is not enough: another person has to agree to it. */
  needsAnother: Matter[];
  /** What raises a file's risk, and to which level. */
  risk: Partial<Record<RiskCode, Exclude<RiskLevel, 'ordinary'>>>;
}

/** How risky a file is, the least first. */
export const RISK_LEVELS = ['ordinary', 'raised', 'high'] as const;
export type RiskLevel = (typeof RISK_LEVELS)[number];
export const RISK_CODES = ['listed', 'unknownNumber', 'exception', 'referred', 'abroad', 'reachedAnew'] as const;
export type RiskCode = (typeof RISK_CODES)[number];

/** What an officer settles with a word, and a product may want another person to agree to. */
export const MATTERS = ['falling', 'yearToDate', 'probation', 'contractEnds', 'held', 'gap', 'paperDiffers', 'numberUnknown', 'differenceConfirmed'] as const;
export type Matter = (typeof MATTERS)[number];

/** Whether a matter goes to another person in a product. */
export const needsAnother = ({ deciding }: Pick<ProductDefinition, 'deciding'>, matter: string): boolean => deciding.needsAnother.some((one) => one === matter);

/** What a place asks to be said to those who get a no, and by when. */
export interface NoticeRules {
  /** Who says no, as the notice names it. */
  creditor: { name: string; address: string[] };
  /** Days from a complete application within which a decision is told. */
  decideDays: number;
  /** Days from a counter-offer after which one that wasn't accepted is a no. */
  counterOfferDays: number;
  /** What the law asks to be said in every notice of a no. */
  statement: string;
  /** Where to turn to, as the law asks. */
  agency: { name: string; address: string[] };
  source: string;
}

/** A message to an applicant. `{amount}` and `{account}` stand for what was paid and the end of the account. */
export interface MessageWords {
  subject: string;
  text: string;
}

export interface ProductWords {
  /** The gates as an applicant sees them; those that aren't named aren't shown. */
  steps: Partial<Record<Stage, string>>;
  approved: MessageWords;
  completed: MessageWords;
  /** What completing it is called on its button. */
  release: string;
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
  /** What can be covered and costs; null where nothing is insured. */
  cover: CoverRules | null;
  /** How it lets units; null where it doesn't. */
  lease: LeaseRules | null;
  /** How its units are given out by a draw; null where whoever comes first chooses. */
  draw: DrawRules | null;
  /** How it leases equipment; null where it doesn't. */
  equipment: EquipmentRules | null;
  /** What a loan can be made of and costs; null where nothing is lent. */
  costs: CostRules | null;
  income: IncomePolicy;
  commitments: CommitmentPolicy;
  worth: WorthPolicy;
  /** What the amount of the request is: lent and paid back, a rent of every month, a benefit, or nothing, where it follows from what is leased. */
  amountIs: 'loan' | 'rent' | 'benefit' | 'lease';
  /** Whether the eight factors of 12 CFR 1026.43(c)(2) are reported. */
  repaymentFactors: boolean;
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
  /** Null where nobody stands surety. */
  guarantor: GuarantorRule | null;
  histories: { home: HistoryRule | null; work: HistoryRule | null };
  questions: Question[];
  consents: ConsentText[];
  /** The consent without which nobody is looked up outside. */
  lookUpConsent: string;
  /** The consents without which no bank is asked about an account, and no employer about somebody's work; null where none is needed. */
  bankConsent: string | null;
  employerConsent: string | null;
  monitoring: MonitoringQuestion[];
  /** Of which requests monitoring is asked; of all where it isn't said. */
  monitoringWhen: When | null;
  /** What may be asked of somebody's family; anything where a line doesn't say. */
  familyStatus: FamilyStatusRule | null;
  /** Further things that its line asks about. */
  asks: ('pet' | 'vehicle')[];
  /** Days after which the details of a known person are asked again. */
  detailsAge: number;
  /** Days within which an application that was signed on paper has to come; any where a product doesn't say. */
  signedWithin: number | null;
  /** Days without anybody's work after which an unfinished file lapses, and how many days before people are warned. */
  lapse: { days: number; warnBefore: number[] };
  /** Share from which beneficial owners are named. */
  ownersFrom: number;
  /** Of a background check: the records that count, by what they are of, the question that declares them, and for how many years. */
  checks: { kind: CheckKind; label: string; roles: Role[]; why: string; records?: RecordRule[] | undefined }[];
  conditions: ConditionRule[];
  /** What becomes of a paper with something in it that acts by itself or hides another file: it is refused, or kept without that. */
  activePapers: 'refused' | 'cleaned';
  signing: {
    order: Role[];
    title: string;
    choice: { question: string; options: string[] };
    /** Parts of the agreement beside which everybody who signs it puts their initials. */
    initials: { code: string; text: string }[];
    linkDays: number;
    /** The application itself, where it is signed before anybody decides: its title, and what whoever signs it declares. */
    application: { title: string; declares: string[] } | null;
  };
  declineReasons: DeclineReason[];
  deciding: DecidingRule;
  /** Business days from the date received by which each stage should be left. */
  days: Partial<Record<Stage, number>>;
  purposes: string[];
  /** What its line says where lines differ. */
  words: ProductWords;
}

/** A rate for the part of a sum above `from`, up to the next band. Minor units; a decimal fraction. */
export interface RateBand {
  from: Minor;
  rate: number;
}

/** A contribution that is taken beside income tax. */
export interface Contribution {
  code: string;
  label: string;
  /** Of whose earnings it is taken. */
  of: 'employed' | 'selfEmployed' | 'both';
  /** The period whose thresholds `bands` holds. */
  per: 'year' | 'month' | 'week';
  bands: RateBand[];
  /** The share of self-employed earnings that it is taken of: 0.9235 in the United States. */
  base?: number;
  /** Whether wages use its bands up first. */
  afterWages?: boolean;
  /** Bands of other filing statuses. */
  statuses?: Partial<Record<FilingStatus, RateBand[]>>;
  /** The share of it that comes off the income that is taxed. */
  deducted?: number;
}

/** What is free of tax, and by how much it shrinks for income above a point. */
export interface TaxAllowance {
  amount: Minor;
  tapersAbove?: Minor;
  taperRate?: number;
}

/** Income tax and contributions of one place and year, as its authority published them. */
export interface TaxTable {
  code: string;
  label: string;
  from: IsoDate;
  until: IsoDate;
  /** Of who is taxed alone. */
  allowance: TaxAllowance;
  bands: RateBand[];
  /** Of those who file in another status, where the place has such. */
  statuses?: Partial<Record<FilingStatus, { allowance: TaxAllowance; bands: RateBand[] }>>;
  contributions: Contribution[];
  source: string;
}

/** Monthly living costs by household size, region and yearly income. */
export interface LivingBenchmark {
  source: string;
  /** By region; `*` is any other. In each the bands of yearly income, lowest first. */
  regions: Record<string, { incomeFrom: Minor; sizes: Minor[]; each: Minor }[]>;
}

/** What must be left each month, by region, family size and size of the loan. */
export interface ResidualTable {
  source: string;
  /** The region of each state, by its postal code. */
  states: Record<string, string>;
  /** Minor units a month for each square foot of the home: its maintenance and utilities. */
  perSquareFoot?: number;
  bands: { loanFrom: Minor; each: Minor; eachUpTo: number; sizes: Record<string, Minor[]> }[];
}

/** A yearly income by household size. */
export interface IncomeGuideline {
  year: number;
  source: string;
  /** By state, and `*` for all others. */
  states: Record<string, { first: Minor; each: Minor }>;
}

/** The yearly income in the middle of each area: by region, and `*` for all others, for households of one, two and so on. */
export interface AreaIncome {
  year: number;
  source: string;
  regions: Record<string, Minor[]>;
}

/** The figures that an agreement on credit may show first. */
export const AGREEMENT_FIGURES = [
  'annualPercentageRate',
  'yearlyRate',
  'financeCharge',
  'interestCharges',
  'creditFees',
  'amountFinanced',
  'amountOfCredit',
  'initialBalance',
  'totalOfPayments',
  'totalPayable',
] as const;
export type AgreementFigure = (typeof AGREEMENT_FIGURES)[number];
/** The parts of an agreement on credit. */
export const AGREEMENT_PARTS = [
  'parties',
  'figures',
  'payments',
  'terms',
  'destination',
  'guarantee',
  'directDebit',
  'declarations',
  'missed',
  'rights',
  'schedule',
] as const;
export type AgreementPart = (typeof AGREEMENT_PARTS)[number];

/** How an agreement on credit is set out in a place: the figures that come first, its parts in order, and what one may do once it is signed. */
export interface AgreementModel {
  figures: AgreementFigure[];
  parts: AgreementPart[];
  rights: string[];
  /** Under which law it is disclosed, as it says itself. */
  law: string;
  source: string;
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
  /** The states or regions that addresses name there; none where they name none. */
  regions: Region[];
  /** How postal codes are written there; null where nothing is known of it. */
  postalCode: PostalRules | null;
  /** By which published list industries are named there. */
  industries: IndustryList;
  /** What legal forms are called there, those that there are. */
  legalForms: Partial<Record<LegalForm, string>>;
  /** The tax on premiums there; null where none is asked of who pays them. */
  insuranceTax: { label: string; share: number; source: string } | null;
  agreement: AgreementModel;
  /** On which paper letters and agreements are set there. */
  paper: 'LETTER' | 'A4';
  /** How accounts at a bank are named there. */
  account: AccountRules;
  phoneRegion: string;
  /** Whom applicants call there, and when; null where nobody is named. */
  contact: { phone: string; hours: string } | null;
  /** What those who get a no are told there; null where nothing is asked for. */
  notices: NoticeRules | null;
  /** The zone of the IANA time zone database whose day is today there. */
  timeZone: string;
  /** Districts of postal codes that lie in more than one. */
  districts: Record<string, string[]>;
  /** Indices that variable rates follow, by code. */
  indices: Record<string, RateIndex>;
  /** How the annual percentage rate is worked out there. */
  rateMethod: RateMethod;
  /** By which law, oldest first: one may follow another while the method stays. */
  creditLaw: CreditLaw[];
  /** Income tax and contributions by year. */
  taxes: TaxTable[];
  /** Income tax of a region beside them; an empty list where there is none, nothing where its table is not known. */
  regionTaxes: Record<string, TaxTable[]> | null;
  benchmark: LivingBenchmark | null;
  residualIncome: ResidualTable | null;
  guideline: IncomeGuideline | null;
  /** The yearly income in the middle of an area, by household size from one on; null where the place has none. */
  areaIncome: AreaIncome | null;
  /** By year, what households are expected to pay for cover; none where nothing is given towards it. */
  assistance: AssistanceTable[];
  /** What deposits and late fees are at most there; none where the place doesn't say. */
  deposits: DepositCap[];
  lateFees: LateFeeCap[];
  leaseTaxes: LeaseTax[];
  /** The month and day on which payslips begin to count a year anew. */
  yearStarts: string;
  holidays: string[];
  sources: string[];
}
