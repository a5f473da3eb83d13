import { CHAPTERS, LEGAL_FORM_LABEL, withCosts, withCounts } from '@cavren/core';

type Raw = Record<string, unknown>;

const OWING = ['applicant', 'coApplicant', 'guarantor'];
const MEASURES_THEN = ['payment', 'totalPayable', 'apr', 'dtiBefore', 'dtiAfter', 'moneyLeft', 'moneyLeftStressed', 'ltv'];
const EVERY_CHANNEL = ['counter', 'phone', 'post', 'invitation'];

/** What a product of before has that a later Cavren asks of every product: files that were opened with it go on with it. */
export function upgradeProduct(raw: unknown): unknown {
  const product = withCarrying(withPeople(raw)) as Raw | Priced;
  // Papers that act by themselves were always refused before a product could say otherwise.
  const now: Raw = {
    activePapers: 'refused',
    monitoringWhen: null,
    familyStatus: null,
    signedWithin: null,
    bankConsent: null,
    cover: null,
    lease: null,
    draw: null,
    equipment: null,
    employerConsent: null,
    ...withRules(withWords('pricing' in product ? withCosts(product as Priced) : product)),
  };
  const cover = now['cover'] as Raw | null;
  if (cover) now['cover'] = { ...COVER_THEN, ...cover, policy: { ...COVER_THEN.policy, ...(cover['policy'] as Raw | undefined) } };
  now['signing'] = { application: null, ...(now['signing'] as Raw) };
  now['deciding'] = { needsAnother: ['falling'], risk: {}, ...(now['deciding'] ?? DECIDING_THEN) };
  return withCounts(now as Raw & { household: object });
}

/** Before covers had riders, questions and policies, they had none. */
const COVER_THEN = {
  riders: [],
  enrolment: [],
  health: null,
  underwriting: null,
  lines: null,
  childrenCharged: null,
  assistance: null,
  replacement: null,
  earnings: null,
  policy: { freeLookDays: 0, firstPremium: 'at', lapseDays: 30, claim: 'Tell us within thirty days of what happened.', shortRate: null },
};

/** Before products said who may decline when, an approver did at the decision. */
const DECIDING_THEN = { declinedBy: 'approver', offerDays: 30, incompleteDays: 30, appealDays: 30 };

/** Rules of what hasn't begun and what is deferred, as strict as they can be where a product had none. */
function withRules(product: Raw): Raw {
  return {
    ...product,
    income: { beginsWithinDays: 0, ...(product['income'] as Raw) },
    commitments: { deferred: { kinds: [], share: 0 }, ...(product['commitments'] as Raw) },
  };
}

type Priced = Parameters<typeof withCosts>[0];

const STEPS = {
  details: 'Your details',
  checking: 'Our checks',
  gathering: 'Your papers',
  signing: 'Signing',
  deciding: 'Our decision',
};

/** Words of a line, as they were said before products had words of their own. */
function withWords(product: Raw): Raw {
  if (product['words'] !== undefined) return product;
  const lends = product['line'] === 'lending';
  const name = String(product['name']);
  return {
    ...product,
    words: {
      steps: { ...STEPS, completing: 'Paying out' },
      approved: lends
        ? { subject: 'Your loan is approved', text: 'Your loan is approved. We pay it out next. You can follow it here:' }
        : { subject: 'Your application is approved', text: `${name}: your application is approved. You can see it here:` },
      completed: {
        subject: 'Your loan is paid out',
        text: 'We have paid out {amount} to the account ending {account}. Your signed agreement is here:',
      },
      release: 'Release the money',
    },
  };
}

/** Rules of income, commitments and worth that lead to the same figures as before there were any but a share for each kind. */
function withCarrying(raw: unknown): unknown {
  const { incomeShare, ...rest } = raw as Raw & { incomeShare?: Record<string, number>; line?: string };
  if (!incomeShare) return raw;
  const why = 'As the product was when the file was opened.';
  return {
    income: {
      basis: 'gross',
      kinds: Object.fromEntries(Object.entries(incomeShare).map(([kind, share]) => [kind, { share, ends: 'question', why }])),
      grossUp: 0,
      fallReferred: 1,
      yearToDateTolerance: 1,
      heldMonths: 0,
      gapMonths: 0,
      outlook: 'now',
    },
    commitments: {
      revolving: { kinds: [], of: 'balance', share: 0 },
      ignoredWithinMonths: 0,
      neverIgnored: [],
      guaranteeShare: 1,
      benchmark: false,
    },
    worth: { haircut: {}, liquid: ['cash', 'savings'], valueAge: 36_500 },
    amountIs: AMOUNT_IS[rest.line ?? ''] ?? 'loan',
    repaymentFactors: false,
    ...rest,
  };
}

const AMOUNT_IS: Record<string, string> = { lending: 'loan', leasing: 'rent', insurance: 'benefit' };

function withPeople(raw: unknown): unknown {
  const product = raw as Raw;
  const { consentsBeforeChecks, ...rest } = product as Raw & { consentsBeforeChecks?: Raw };
  if (!consentsBeforeChecks) return product;
  const chapters = rest['chapters'] as string[];
  return {
    offer: { from: '2026-01-01', until: null, channels: EVERY_CHANNEL },
    round: null,
    roles: [...OWING, 'dependant'],
    requestFields: [
      { field: 'purpose', label: 'Purpose' },
      { field: 'price', label: 'Boat or refit price' },
      { field: 'downPayment', label: 'Down payment' },
      { field: 'amount', label: 'Amount' },
      { field: 'termMonths', label: 'Term in months' },
      { field: 'advanceOn', label: 'Advance on' },
      { field: 'firstPaymentOn', label: 'First payment on' },
    ],
    measures: MEASURES_THEN,
    household: { spouses: 1, incomeOf: ['applicant', 'coApplicant'], earningsNotCountedOf: [], adultsMustApply: false, why: 'Only who applies owes.' },
    histories: { home: null, work: null },
    questions: [],
    consents: [
      {
        kind: consentsBeforeChecks['kind'],
        label: consentsBeforeChecks['label'],
        version: consentsBeforeChecks['version'],
        text: { en: consentsBeforeChecks['text'] },
        to: 'Quillhaven Mutual',
        roles: OWING,
        before: 'details',
      },
    ],
    lookUpConsent: consentsBeforeChecks['kind'],
    monitoring: [],
    asks: [],
    detailsAge: 365,
    lapse: { days: 365, warnBefore: [30] },
    ownersFrom: 25,
    ...rest,
    chapters: CHAPTERS.filter((chapter) => chapter === 'declarations' || chapters.includes(chapter)),
  };
}

/** The same for the rules of a place. */
export function upgradePack(raw: unknown): unknown {
  const pack = raw as Raw & { code: string; identityNumber: { kind: string } };
  return {
    numbers: [{ kind: pack.identityNumber.kind, use: 'identity', of: 'person' }],
    languages: [{ code: 'en', label: 'English' }],
    districts: {},
    indices: {},
    rateMethod: 'regulationZ',
    creditLaw: [],
    taxes: [],
    benchmark: null,
    residualIncome: null,
    guideline: null,
    assistance: [],
    areaIncome: null,
    deposits: [],
    lateFees: [],
    leaseTaxes: [],
    regionTaxes: null,
    yearStarts: '01-01',
    contact: null,
    notices: null,
    timeZone: ZONE_THEN[pack.code] ?? 'UTC',
    account: { kind: 'us' },
    industries: 'naics',
    paper: 'LETTER',
    agreement: AGREEMENT_THEN,
    insuranceTax: null,
    regions: [],
    postalCode: null,
    legalForms: LEGAL_FORM_LABEL,
    ...pack,
  };
}

/** The places that there were before a place said its time zone. */
const ZONE_THEN: Record<string, string> = { us: 'America/New_York', nz: 'Pacific/Auckland', gb: 'Europe/London' };

/** How every agreement was set out before a place said how. */
const AGREEMENT_THEN = {
  figures: ['annualPercentageRate', 'financeCharge', 'amountFinanced', 'totalOfPayments'],
  parts: ['parties', 'figures', 'payments', 'terms', 'destination', 'guarantee', 'directDebit', 'declarations', 'missed', 'rights', 'schedule'],
  rights: [],
  law: 'the law that held when the file was opened',
  source: 'as the product was when the file was opened',
};
