import { isoDate, minor, type FilePerson, type FileState, type PlacePack, type ProductDefinition } from '../src/index';

export const TODAY = isoDate('2026-03-02');
const AT = '2026-03-02T08:00:00.000Z';

export const pack: PlacePack = {
  code: 'us',
  name: 'United States',
  currency: 'USD',
  locale: 'en-US',
  dateOrder: 'mdy',
  identityNumber: { kind: 'us-ssn', label: 'Social Security number', mask: '###-##-####', unissuedAllowed: true },
  phoneRegion: 'US',
  holidays: [],
  sources: ['test'],
};

export const product: ProductDefinition = {
  code: 'sample',
  version: 1,
  name: 'Sample loan',
  line: 'lending',
  place: 'us',
  route: ['details', 'checking', 'gathering', 'signing', 'deciding', 'completing', 'done'],
  chapters: ['request', 'people', 'income', 'checks', 'conditions', 'signing', 'decision', 'history'],
  bounds: { amount: { least: minor(100_000), most: minor(10_000_000) }, termMonths: { least: 6, most: 120 }, applicantAge: { least: 18 } },
  pricing: { annualRate: 0.06, stressAdded: 0.03, fee: minor(20_000) },
  incomeShare: { wage: 1, overtime: 0.5 },
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
  consentsBeforeChecks: { kind: 'lookUp', label: 'Consent', version: '1', text: 'I agree.' },
  checks: [
    { kind: 'identity', label: 'Identity check', roles: ['applicant', 'coApplicant'], why: 'known' },
    { kind: 'watchlist', label: 'Screening', roles: ['applicant', 'coApplicant'], why: 'known' },
  ],
  conditions: [
    { code: 'identity', subject: 'signer', label: 'Identity paper', acceptable: ['Passport'], why: 'known' },
    { code: 'income', subject: 'income', kinds: ['wage', 'overtime'], label: 'Payslip', acceptable: ['Payslip'], why: 'shown', showsAmount: true },
    { code: 'downPayment', subject: 'downPayment', label: 'Down payment', acceptable: ['Statement'], why: 'shown' },
  ],
  signing: { order: ['applicant', 'coApplicant'], title: 'Agreement', choice: { question: 'How?', options: ['a', 'b'] }, linkDays: 7 },
  declineReasons: [{ code: 'income', label: 'Income insufficient' }],
  days: { details: 1, gathering: 5 },
  purposes: ['anything'],
};

export const person = (values: Partial<FilePerson> = {}): FilePerson => ({
  id: 'person-a',
  createdAt: AT,
  personId: null,
  role: 'applicant',
  relationship: null,
  fullName: 'Ida Holm',
  knownAs: null,
  birthDate: isoDate('1990-04-03'),
  idNumber: { tail: '4320' },
  phone: '+12125550101',
  email: null,
  ...values,
});

/** A file in which everything is right and nothing was done yet. */
export function sampleFile(values: Partial<FileState> = {}): FileState {
  return {
    reference: '4KT-M2X-7',
    stage: 'details',
    stageSince: AT,
    openedAt: AT,
    openedBy: 'Wren',
    receivedOn: TODAY,
    channel: 'counter',
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
      payoutName: 'Ida Holm',
      payoutRouting: '011000015',
      payoutAccount: { tail: '1234' },
    },
    people: [person()],
    homes: [],
    incomes: [
      {
        id: 'income-a',
        createdAt: AT,
        personId: 'person-a',
        kind: 'wage',
        source: 'Ferries',
        amount: minor(200_000),
        frequency: 'everyTwoWeeks',
        hoursPerWeek: null,
        since: null,
      },
    ],
    livingCosts: [{ id: 'cost-a', createdAt: AT, category: 'Food', monthly: minor(60_000) }],
    debts: [
      { id: 'debt-a', createdAt: AT, lender: 'Stays', kind: 'other', payment: minor(25_000), balance: minor(500_000), cleared: false },
      { id: 'debt-b', createdAt: AT, lender: 'Goes', kind: 'other', payment: minor(15_000), balance: minor(90_000), cleared: true },
    ],
    assets: [{ id: 'asset-a', createdAt: AT, kind: 'savings', description: 'Savings', value: minor(600_000), downPaymentPart: minor(500_000) }],
    consents: [{ personId: 'person-a', kind: 'lookUp', version: '1', how: 'inPerson', givenAt: AT, recordedBy: 'Wren' }],
    checks: [],
    papers: [],
    exceptions: [],
    envelope: null,
    decisions: [],
    payout: { verifiedAt: null, verifyProblem: null, transferReference: null, releasedAt: null, releasedBy: null },
    preparedBy: ['wren'],
    ...values,
  };
}
