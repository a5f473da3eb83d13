import { ROLES } from '../src/people/people/index';
import type { Security } from '../src/lending/securities/index';
import { PLAIN, type LoanPart, type PartTerms } from '../src/credit/parts/index';
import { costsOf, type Costs } from '../src/lending/costs/index';
import type { Income } from '../src/means/income/index';
import type { Home } from '../src/people/home/index';
import type { FilePerson } from '../src/people/people/index';
import type { Debt } from '../src/means/commitments/index';
import type { Asset } from '../src/means/worth/index';
import { BLANK_ROW } from '../src/file/details/index';
import { readdirSync, readFileSync } from 'node:fs';
import { checkSubject } from '../src/evidence/checks/index';
import { NO_PAYOUT, type Check, type Consent, type Decision, type Exception, type FileState, type Finding, type Paper } from '../src/file/state/index';
import { addMonths, isoDate } from '../src/basis/dates/index';
import {
  extended,
  MEASURES,
  type CostRules,
  type CoverRules,
  type IncomePolicy,
  type PlacePack,
  type ProductDefinition,
  type LineRateTable,
  type LineRules,
  type RateTable,
} from '../src/file/product/index';
import type { Cover } from '../src/insuring/cover/index';
import { NO_HANDOVER } from '../src/leasing/handover/index';
import { readLineRates } from '../src/insuring/lines/index';
import { readRates } from '../src/insuring/rates/index';
import { minor } from '../src/basis/money/index';
import type { Words } from '../src/basis/words/index';

const shippedData = (kind: string, name: string): Record<string, unknown> =>
  JSON.parse(readFileSync(new URL(`../../server/data/${kind}/${name}.json`, import.meta.url), 'utf8')) as Record<string, unknown>;
const catalogue = () =>
  new Map(
    readdirSync(new URL('../../server/data/catalogue', import.meta.url)).map((file) => {
      const name = file.replace(/\.json$/, '');
      return [name, shippedData('catalogue', name)];
    }),
  );

/** The rules of a place as they ship. */
export const shippedPlace = (code: 'us' | 'nz' | 'gb'): PlacePack => shippedData('places', code) as unknown as PlacePack;
/** A product as it ships. */
export function shippedProduct(code: string): ProductDefinition {
  const product = extended(shippedData('products', code), catalogue()) as Omit<ProductDefinition, 'cover'> & {
    cover: (Omit<CoverRules, 'rates' | 'lines'> & { rates: string[]; lines?: (Omit<LineRules, 'rates'> & { rates: string[] }) | null }) | null;
  };
  const { cover } = product;
  if (!cover) return { ...product, cover };
  const lines = cover.lines ? { ...cover.lines, rates: cover.lines.rates.map(shippedLineRates) } : null;
  return { ...product, cover: { ...cover, rates: cover.rates.map(shippedRates), lines } };
}

/** Rates that ship, read as plain lines: the server reads them by a library. */
function shippedTable<Row>(code: string, read: (head: string[], records: Record<string, string>[]) => { rows: Row[]; problems: Words[] }) {
  const [head = '', ...lines] = readFileSync(new URL(`../../server/data/rates/${code}.csv`, import.meta.url), 'utf8')
    .trim()
    .split('\n');
  const columns = head.split(',');
  const { rows, problems } = read(
    columns,
    lines.map((line) => Object.fromEntries(line.split(',').map((value, at) => [columns[at] ?? '', value]))),
  );
  if (problems.length > 0) throw new Error(JSON.stringify(problems));
  return { ...(shippedData('rates', code) as Omit<RateTable, 'rows'>), rows };
}
export const shippedRates = (code: string): RateTable => shippedTable(code, readRates);
export const shippedLineRates = (code: string): LineRateTable => shippedTable(code, readLineRates);

/** Rules of costs with one of everything. */
export function costRules(values: Partial<CostRules> = {}): CostRules {
  const months = { least: 6, most: 120 };
  return {
    dayCount: 'equalPeriods',
    every: ['month', 'week', 'twoWeeks', 'fourWeeks', 'quarter', 'halfYear', 'year'],
    parts: [
      { kind: 'level', label: 'Level', annualRate: 0.06, stressAdded: 0.03, months },
      { kind: 'variable', label: 'Variable', annualRate: 0.05, stressAdded: 0.04, months },
      { kind: 'interestOnly', label: 'Interest first', annualRate: 0.065, stressAdded: 0.03, months, interestOnlyMost: 24 },
      { kind: 'promotional', label: 'Promotion', annualRate: 0.09, stressAdded: 0.03, months, promotion: { months: 12, annualRate: 0 } },
      { kind: 'seasonal', label: 'Season', annualRate: 0.07, stressAdded: 0.03, months, season: [5, 6, 7, 8, 9] },
      { kind: 'balloon', label: 'Balloon', annualRate: 0.07, stressAdded: 0.03, months, balloonMost: 0.4 },
      { kind: 'revolving', label: 'Line', annualRate: 0.12, stressAdded: 0.03, months, revolving: { share: 0.05, least: minor(2_500) } },
    ],
    fees: [{ code: 'fee', label: 'Fee', brackets: [{ from: minor(0), flat: minor(20_000), share: 0 }], paid: 'withheld', inRate: true }],
    late: { fee: minor(2_500), afterDays: 15, callsAfterDays: 90 },
    settlement: { share: 0.01, shareWithinYear: 0.005 },
    securities: { vessel: 0.7, deposit: 1 },
    business: { yearlyCap: minor(10_000_000), multiple: 2.5, ownersByProfit: ['soleProprietor'] },
    ...values,
  };
}

export const TODAY = isoDate('2026-03-02');
const AT = '2026-03-02T08:00:00.000Z';

export const pack: PlacePack = {
  code: 'us',
  name: 'United States',
  currency: 'USD',
  locale: 'en-US',
  indices: {},
  rateMethod: 'regulationZ',
  creditLaw: [],
  dateOrder: 'mdy',
  identityNumber: { kind: 'us-ssn', label: 'Social Security number', mask: '###-##-####', unissuedAllowed: true },
  account: { kind: 'us' },
  industries: 'naics',
  insuranceTax: null,
  agreement: {
    figures: ['annualPercentageRate', 'financeCharge', 'amountFinanced', 'totalOfPayments'],
    parts: ['parties', 'figures', 'payments', 'terms', 'destination', 'guarantee', 'directDebit', 'declarations', 'missed', 'rights', 'schedule'],
    rights: [],
    law: 'none',
    source: 'none',
  },
  paper: 'LETTER',
  regions: [],
  postalCode: null,
  legalForms: {},
  numbers: [
    { kind: 'us-ssn', use: 'identity', of: 'person' },
    { kind: 'us-ein', use: 'identity', of: 'organisation' },
    { kind: 'gb-nino', use: 'tax', of: 'person' },
  ],
  languages: [
    { code: 'en', label: 'English' },
    { code: 'es', label: 'Spanish' },
  ],
  phoneRegion: 'US',
  notices: null,
  contact: null,
  timeZone: 'America/New_York',
  districts: { '00414': ['Ropewalk Ward', 'Netmenders Ward'] },
  // A place without income tax: what is left is what hand-worked sums say.
  taxes: [
    {
      code: 'none',
      label: 'No tax',
      from: isoDate('2000-01-01'),
      until: isoDate('2099-12-31'),
      allowance: { amount: minor(0) },
      bands: [{ from: minor(0), rate: 0 }],
      contributions: [],
      source: 'test',
    },
  ],
  regionTaxes: null,
  benchmark: null,
  residualIncome: null,
  guideline: null,
  assistance: [],
  areaIncome: null,
  deposits: [],
  leaseTaxes: [],
  lateFees: [],
  yearStarts: '01-01',
  holidays: [],
  sources: ['test'],
};

/** Every kind counts in full, but overtime by half; no question is asked of jobs. */
export function incomePolicy(values: Partial<IncomePolicy> = {}): IncomePolicy {
  const rule = { share: 1, ends: 'question' as const, why: 'rule' };
  return {
    basis: 'gross',
    kinds: {
      wage: rule,
      overtime: { ...rule, share: 0.5 },
      bonus: { ...rule, historyMonths: 24 },
      commission: { ...rule, historyMonths: 12 },
      selfEmployed: rule,
      pension: { ...rule, ends: 'cutOff' },
      benefit: { ...rule, ends: 'cutOff' },
      rent: { ...rule, share: 0.75 },
      support: { ...rule, ends: 'cutOff' },
      tips: { ...rule, historyMonths: 24 },
      allowance: rule,
      seasonal: { ...rule, historyMonths: 24 },
      catchShare: { ...rule, historyMonths: 24 },
      trust: { ...rule, ends: 'cutOff' },
      royalties: { ...rule, historyMonths: 24 },
      fosterCare: { ...rule, ends: 'cutOff' },
      investment: { ...rule, share: 0.8 },
      subsidy: { ...rule, share: 0 },
    },
    grossUp: 0.15,
    fallReferred: 0.2,
    yearToDateTolerance: 0.05,
    heldMonths: 0,
    gapMonths: 0,
    beginsWithinDays: 0,
    outlook: 'now',
    ...values,
  };
}

/** Of whom everything counts. */
export const COUNTED = { income: 1, housing: 1, debts: 1, worth: 1 };

export const product: ProductDefinition = {
  words: {
    steps: { details: 'Your details', deciding: 'Our decision' },
    approved: { subject: 'Approved', text: 'Approved, see here:' },
    completed: { subject: 'Paid', text: 'Paid {amount} to the account ending {account}:' },
    release: 'Release the money',
  },
  code: 'sample',
  version: 1,
  name: 'Sample loan',
  line: 'lending',
  place: 'us',
  route: ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done'],
  chapters: ['request', 'people', 'income', 'checks', 'conditions', 'signing', 'decision', 'history'],
  bounds: { amount: { least: minor(100_000), most: minor(10_000_000) }, termMonths: { least: 6, most: 120 }, applicantAge: { least: 18 } },
  costs: costRules(),
  income: incomePolicy(),
  commitments: {
    revolving: { kinds: ['creditCard'], of: 'balance', share: 0.05 },
    ignoredWithinMonths: 6,
    neverIgnored: ['lease'],
    guaranteeShare: 1,
    deferred: { kinds: ['studentLoan'], share: 0.01 },
    benchmark: false,
  },
  worth: { haircut: { securities: 0.3 }, liquid: ['cash', 'savings', 'securities'], valueAge: 90 },
  cover: null,
  lease: null,
  draw: null,
  equipment: null,
  amountIs: 'loan',
  repaymentFactors: true,
  limits: [
    { measure: 'dtiAfter', bound: 'most', value: 0.4, rule: 'At most 40 %.' },
    { measure: 'moneyLeft', bound: 'least', value: 50_000, rule: 'At least $500.' },
  ],
  needs: [
    { entity: 'request', field: 'amount', label: 'Amount', before: 'details', why: 'needed' },
    { entity: 'request', field: 'payoutRouting', label: 'Routing number', before: 'gathering', why: 'needed' },
    { entity: 'person', field: 'birthDate', label: 'Birth date', before: 'details', why: 'needed', roles: ['applicant', 'coApplicant'] },
  ],
  rows: [{ entity: 'income', label: 'An income', before: 'details', why: 'needed', each: ['applicant'], chapter: 'income' }],
  offer: { from: isoDate('2026-01-01'), until: null, channels: ['counter', 'phone', 'post'] },
  round: null,
  roles: [...ROLES],
  requestFields: [{ field: 'amount', label: 'Amount' }],
  measures: [...MEASURES],
  household: {
    spouses: 1,
    counts: { applicant: COUNTED, coApplicant: COUNTED },
    earningsNotCountedOf: ['fullTimeStudent', 'minor'],
    adultsMustApply: false,
    why: 'rule',
  },
  guarantor: null,
  histories: { home: null, work: null },
  questions: [],
  consents: [
    { kind: 'lookUp', label: 'Consent', version: '1', text: { en: 'I agree.' }, to: 'the lender', roles: ['applicant', 'coApplicant'], before: 'details' },
  ],
  lookUpConsent: 'lookUp',
  bankConsent: null,
  employerConsent: null,
  monitoring: [],
  monitoringWhen: null,
  familyStatus: null,
  asks: [],
  detailsAge: 180,
  signedWithin: null,
  lapse: { days: 60, warnBefore: [14, 3] },
  ownersFrom: 25,
  checks: [
    { kind: 'identity', label: 'Identity check', roles: ['applicant', 'coApplicant'], why: 'known' },
    { kind: 'watchlist', label: 'Screening', roles: ['applicant', 'coApplicant'], why: 'known' },
  ],
  activePapers: 'refused',
  conditions: [
    { code: 'identity', subject: 'signer', label: 'Identity paper', acceptable: ['Passport'], why: 'known' },
    { code: 'income', subject: 'income', kinds: ['wage', 'overtime'], label: 'Payslip', acceptable: ['Payslip'], why: 'shown', showsAmount: true },
    { code: 'downPayment', subject: 'downPayment', label: 'Down payment', acceptable: ['Statement'], why: 'shown' },
  ],
  signing: {
    order: ['applicant', 'coApplicant'],
    title: 'Agreement',
    choice: { question: 'How?', options: ['a', 'b'] },
    initials: [],
    linkDays: 7,
    application: null,
  },
  declineReasons: [{ code: 'income', label: 'Income insufficient', from: { measures: ['dtiAfter'] } }],
  deciding: { declinedBy: 'approver', offerDays: 30, incompleteDays: 21, appealDays: 30, needsAnother: ['falling'], risk: {} },
  days: { details: 1, gathering: 5 },
  purposes: ['anything'],
};

export const person = (values: Partial<FilePerson> = {}): FilePerson => ({
  ...BLANK_ROW.person,
  id: 'person-a',
  createdAt: AT,
  role: 'applicant',
  fullName: 'Ida Holm',
  birthDate: isoDate('1990-04-03'),
  idNumber: { tail: '4320' },
  phone: '+12125550101',
  ...values,
});

/** A consent that holds. */
export const consent = (personId: string, kind: string): Consent => ({
  id: `consent-${personId}-${kind}`,
  personId,
  kind,
  version: '1',
  language: 'en',
  toWhom: 'the lender',
  how: 'inPerson',
  givenAt: AT,
  recordedBy: 'Wren',
  withdrawnAt: null,
  withdrawnBy: null,
});

/** A wage with nothing else said of it. */
export const anIncome = (values: Partial<Income> = {}): Income => ({
  ...BLANK_ROW.income,
  id: 'income-a',
  personId: 'person-a',
  kind: 'wage',
  source: 'Ferries',
  createdAt: AT,
  ...values,
});

export const aDebt = (values: Partial<Debt> = {}): Debt => ({ ...BLANK_ROW.debt, id: 'debt-a', lender: 'Stays', kind: 'other', createdAt: AT, ...values });

export const anAsset = (values: Partial<Asset> = {}): Asset => ({
  ...BLANK_ROW.asset,
  id: 'asset-a',
  kind: 'savings',
  description: 'Savings',
  createdAt: AT,
  ...values,
});

/** A cover of crews as it is asked for, with nothing left open. */
export const aCover = (values: Partial<Cover> = {}): Cover => ({
  ...BLANK_ROW.cover,
  id: 'cover-a',
  createdAt: AT,
  personId: 'person-a',
  plan: 'year',
  benefit: minor(300_000),
  waitingDays: '30',
  benefitMonths: '24',
  occupation: 'deckhand',
  tobacco: 'no',
  ...values,
});
/** An address of now of who applies. */
export const aHome = (values: Partial<Home> = {}): Home => ({
  ...BLANK_ROW.home,
  id: 'home-a',
  personId: 'person-a',
  line: '1 Quay',
  town: 'Quillhaven',
  region: 'QH',
  createdAt: AT,
  ...values,
});

export const aPart = (values: Partial<LoanPart> = {}): LoanPart => ({ id: 'part-a', createdAt: AT, ...BLANK_ROW.part, kind: 'level', ...values });
export const aSecurity = (values: Partial<Security> = {}): Security => ({ id: 'security-a', createdAt: AT, ...BLANK_ROW.security, kind: 'vessel', ...values });

/** A file in which everything is right and nothing was done yet. */
export function sampleFile(values: Partial<FileState> = {}): FileState {
  return {
    reference: '4KT-M2X-7',
    stage: 'details',
    stageSince: AT,
    openedAt: AT,
    openedBy: 'Wren',
    receivedOn: TODAY,
    signedOn: null,
    channel: 'counter',
    withApplicant: false,
    product,
    pack,
    request: {
      purpose: 'anything',
      price: minor(2_500_000),
      downPayment: minor(500_000),
      amount: minor(2_000_000),
      termMonths: 60,
      advanceOn: TODAY,
      firstPaymentOn: isoDate('2026-04-02'),
      leaseEndsOn: null,
      bedroomsWanted: null,
      residual: null,
      optionPrice: null,
      paymentsDue: null,
      endChoice: null,
      freeMonths: null,
      depositMonths: null,
      premiumMode: null,
      assistance: null,
      renews: null,
      otherPolicy: false,
      legalForm: null,
      payoutName: 'Ida Holm',
      payoutRouting: '011000015',
      payoutAccount: { tail: '1234' },
      debitName: null,
      debitRouting: null,
      debitAccount: null,
    },
    people: [person()],
    relations: [],
    stakes: [],
    homes: [],
    works: [],
    incomes: [anIncome({ amount: minor(200_000), frequency: 'everyTwoWeeks' })],
    livingCosts: [{ id: 'cost-a', createdAt: AT, category: 'Food and household', monthly: minor(60_000) }],
    debts: [
      aDebt({ payment: minor(25_000), balance: minor(500_000) }),
      aDebt({ id: 'debt-b', lender: 'Goes', payment: minor(15_000), balance: minor(90_000), cleared: true }),
    ],
    assets: [anAsset({ value: minor(600_000), downPaymentPart: minor(500_000) })],
    parts: [],
    uses: [],
    // Covers the debt that is cleared.
    sources: [{ id: 'source-a', createdAt: AT, kind: 'own', what: null, amount: minor(90_000), owed: null }],
    securities: [],
    payees: [],
    identityPapers: [],
    payrolls: [],
    covers: [],
    riders: [],
    coverLines: [],
    interests: [],
    otherPolicies: [],
    yearChanges: [],
    deductions: [],
    leaseExtras: [],
    feeWaivers: [],
    rentShares: [],
    preferences: [],
    leasedItems: [],
    accounts: [],
    settlements: [],
    variants: [],
    pets: [],
    vehicles: [],
    answers: [],
    explanations: [],
    consents: [consent('person-a', 'lookUp')],
    duplicates: [],
    contactChanges: [],
    clashes: [],
    checks: [],
    papers: [],
    exceptions: [],
    envelope: null,
    application: null,
    decisions: [],
    offer: null,
    notices: [],
    completeOn: null,
    payout: NO_PAYOUT,
    payeePayouts: [],
    health: [],
    underwritings: [],
    lineVersions: [],
    assistanceResult: null,
    policy: null,
    policyChanges: [],
    producers: [],
    unit: null,
    round: null,
    references: [],
    receipts: [],
    handover: NO_HANDOVER,
    leaseNotices: [],
    preparedBy: ['wren'],
    ...values,
  };
}

/** A paper put to a condition; an accepted one shows an amount where that is given. */
export function paper(conditionKey: string, state: Paper['state'] = 'accepted', amount: number | null = null): Paper {
  return {
    id: `paper-${conditionKey}-${state}`,
    conditionKey,
    name: 'p.pdf',
    mediaType: 'application/pdf',
    bytes: 1,
    state,
    reason: null,
    addedAt: AT,
    addedBy: 'Wren',
    judgedBy: 'Wren',
    judgedAt: AT,
    proof: state === 'accepted' ? { page: 1, amount: amount === null ? null : minor(amount) } : null,
  };
}

export const exception = (values: Partial<Exception>): Exception => ({
  id: 'exception-a',
  subject: 'figure:dtiAfter',
  value: null,
  reason: 'r',
  askedBy: 'Wren',
  askedAt: AT,
  answer: null,
  answeredBy: null,
  answeredAt: null,
  ...values,
});

/** Terms of a plain part of a loan: sixty months from a day on. */
export const partTerms = (values: Partial<PartTerms> = {}): PartTerms => ({
  ...PLAIN,
  principal: minor(2_000_000),
  annualRate: 0.06,
  periods: 60,
  advanceOn: TODAY,
  firstPaymentOn: addMonths(TODAY, 1),
  ...values,
});

/** A file that asks for the parts, by rules of costs with one of everything. */
export const withParts = (parts: Partial<LoanPart>[], rules = {}, request: Partial<FileState['request']> = {}): FileState =>
  sampleFile({
    parts: parts.map((values, at) => aPart({ id: `part-${at}`, ...values })),
    request: { ...sampleFile().request, amount: minor(parts.reduce((so, { amount }) => so + (amount ?? 0), 0)), ...request },
    product: { ...product, costs: costRules(rules) },
  });
/** What a file costs, which must be workable. */
export function costed(file: FileState): Costs {
  const costs = costsOf(file, TODAY);
  if (!costs) throw new Error('it can’t be worked');
  return costs;
}

/** A check of the sample person that was answered, with what it found. */
export function checked(findings: Partial<Finding>[] = [], kind: Check['kind'] = 'identity'): Check {
  return {
    id: `check-${kind}`,
    personId: 'person-a',
    kind,
    state: 'answered',
    askedAbout: checkSubject(person()),
    askedAt: AT,
    answeredAt: AT,
    attempts: 1,
    lastProblem: null,
    findings: findings.map((finding, at) => ({
      id: `finding-${at}`,
      kind: 'field',
      label: 'Name',
      stated: null,
      found: null,
      agrees: false,
      score: null,
      reasons: [],
      resolution: null,
      reason: null,
      resolvedBy: null,
      resolvedAt: null,
      ...finding,
    })),
  };
}

/** A paper accepted for each condition of the sample file. */
export const allPapers = [paper('identity:person-a'), paper('income:income-a', 'accepted', 200_000), paper('downPayment:request')];

/** Something that was decided of a file. */
export const decision = (values: Partial<Decision>): Decision => ({
  id: 'decision',
  outcome: 'approve',
  reasons: [],
  other: null,
  comment: null,
  answer: null,
  by: 'Ansel',
  byId: 'ansel',
  at: AT,
  ...values,
});
