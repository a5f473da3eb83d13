import { addDays, applicantsOf, computePath, dayAt, isoDate, type FileState } from '@cavren/core';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inRoot } from '../../scripts/setup/place.mjs';
import { Phone } from './applicant';
import { change, makeCavren, problems, Walk, type TestCavren } from './cavren';
import { png, textOf } from './samples';
import { fileToDecide } from './stages';

/** A place that no part of the program knows: data alone, made up but for its numbers' rules. */
const FOURTH = {
  code: 'ie',
  name: 'Ireland',
  currency: 'EUR',
  locale: 'en-IE',
  dateOrder: 'dmy',
  identityNumber: { kind: 'ie-pps', label: 'Personal public service number', mask: '#######AA', unissuedAllowed: false },
  numbers: [{ kind: 'ie-pps', use: 'identity', of: 'person' }],
  languages: [{ code: 'en', label: 'English' }],
  contact: null,
  paper: 'A4',
  insuranceTax: null,
  agreement: {
    figures: ['totalPayable', 'annualPercentageRate'],
    parts: ['parties', 'rights', 'figures', 'payments', 'terms', 'destination', 'guarantee', 'directDebit', 'declarations', 'missed', 'schedule'],
    rights: ['You can withdraw from this agreement within 14 days.'],
    law: 'the law of this test',
    source: 'made up for this test',
  },
  regions: [],
  postalCode: { form: '[A-Z]\\d[\\dW] ?[A-Z\\d]{4}', example: 'D02 X285' },
  industries: 'isic',
  legalForms: { soleProprietor: 'Sole trader', limitedLiability: 'Private company limited by shares' },
  account: { kind: 'iban', countries: ['IE', 'DE'] },
  notices: null,
  phoneRegion: 'IE',
  timeZone: 'Europe/Dublin',
  districts: {},
  indices: {},
  rateMethod: 'directive',
  creditLaw: [{ from: '2010-06-11', rate: 'Directive 2008/48/EC, Annex I', settlement: 'Directive 2008/48/EC, Article 16' }],
  taxes: [
    {
      code: 'ie-2026',
      label: 'One rate, made up',
      from: '2026-01-01',
      until: '2027-12-31',
      allowance: { amount: 0 },
      bands: [{ from: 0, rate: 0.2 }],
      contributions: [],
      source: 'made up for this test',
    },
  ],
  regionTaxes: null,
  benchmark: null,
  residualIncome: null,
  guideline: null,
  assistance: [],
  areaIncome: null,
  deposits: [],
  lateFees: [],
  leaseTaxes: [],
  yearStarts: '01-01',
  holidays: [],
  sources: ['made up for this test'],
};

/** Each place with a number, a phone and accounts of its own; numbers that check are the published examples of their rules. */
const PLACES = [
  {
    place: 'nz',
    product: 'tools-gear',
    idNumber: '49091850',
    phone: '+6495550148',
    routing: null,
    account: '01-902-0068389-01',
    wrong: '01-902-0068388-01',
    second: { account: '08-6523-1954512-001' },
  },
  {
    place: 'gb',
    product: 'tools-gb',
    idNumber: 'JG103759A',
    phone: '+441632960148',
    routing: '08-99-99',
    account: '66374958',
    wrong: '66374959',
    second: { routing: '107999', account: '88837491' },
  },
  {
    place: 'ie',
    product: 'tools-ie',
    idNumber: '6433435F',
    phone: '+35315550148',
    routing: null,
    account: 'IE29 AIBK 9311 5212 3456 78',
    wrong: 'IE29 AIBK 9311 5212 3456 79',
    second: { account: 'DE75 5121 0800 1245 1261 99' },
  },
] as const;

/** From memory: schedule 1 of the Credit Contracts and Consumer Finance Act 2003; schedule 1 of the Consumer Credit (Agreements) Regulations 2010. */
const AGREEMENT_OF = {
  nz: [
    'South Harbour',
    'Initial unpaid',
    'Interest rate a',
    'Total interest',
    'Credit fees',
    'Total of',
    'Where the amount',
    'When it is due',
    'What you may do',
    'within five working days',
    'hardship',
  ],
  gb: [
    'North Isles',
    'Total amount of',
    'Interest rate a year',
    'Annual percentage',
    'When it is due',
    'What you may do',
    'withdraw from this agreement within 14 days',
    'ombudsman',
  ],
  ie: ['What you may do', 'within 14 days', 'Total amount payable', 'Annual percentage'],
} as const;

const folder = mkdtempSync(join(tmpdir(), 'places-'));
let cavren: TestCavren;
beforeAll(async () => {
  cpSync(inRoot('server/data'), folder, { recursive: true });
  writeFileSync(join(folder, 'places/ie.json'), JSON.stringify(FOURTH));
  const tools = JSON.parse(readFileSync(join(folder, 'products/tools-gear.json'), 'utf8')) as Record<string, unknown> & { commitments: object };
  for (const place of ['gb', 'ie'])
    writeFileSync(
      join(folder, `products/tools-${place}.json`),
      JSON.stringify({ ...tools, code: `tools-${place}`, place, version: 1, commitments: { ...tools.commitments, benchmark: false } }),
    );
  cavren = await makeCavren({ productFolder: folder, places: ['us', 'nz', 'gb', 'ie'] });
}, 60_000);
afterAll(async () => {
  await cavren.close();
  rmSync(folder, { recursive: true, force: true });
});

const entries = (file: FileState, today: Walk['view']['today']): string[] => computePath(file, today).now.map(({ key }) => key);

let births = 0;
async function opened({ place, product }: Pick<(typeof PLACES)[number], 'place' | 'product'>): Promise<Walk> {
  const zone = { nz: 'Pacific/Auckland', gb: 'Europe/London', ie: 'Europe/Dublin' }[place];
  const answer = await (
    await cavren.as('wren')
  ).post<{ reference: string }>('/api/files', {
    product,
    channel: 'counter',
    receivedOn: dayAt(new Date().toISOString(), zone),
    personId: null,
    fullName: 'Una Vardy',
    birthDate: `${1988 - (births += 1)}-05-06`,
  });
  expect(answer.status, JSON.stringify(answer.body)).toBe(201);
  return new Walk(cavren, answer.body.reference).look();
}

/** Everything that the product asks of one applicant. */
async function typed(walk: Walk, { idNumber, phone, routing, account }: (typeof PLACES)[number]): Promise<void> {
  const { id, fullName, birthDate } = walk.applicant;
  await cavren.enter([{ number: idNumber, fullName: fullName ?? '', birthDate: birthDate ?? '' }]);
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Nets and lines'),
    change.set('request', null, 'price', 2_000_000),
    change.set('request', null, 'downPayment', 500_000),
    change.set('request', null, 'amount', 1_500_000),
    change.set('request', null, 'termMonths', 36),
    change.set('request', null, 'payoutName', 'Una Vardy'),
    ...(routing ? [change.set('request', null, 'payoutRouting', routing)] : []),
    change.set('request', null, 'payoutAccount', account),
    change.set('person', id, 'idNumber', idNumber),
    change.set('person', id, 'phone', phone),
    change.set('person', id, 'email', 'una@post.example'),
    change.add('work', { personId: id, kind: 'employed', employer: 'Longline Co-operative', since: '2015-01-01' }),
    change.add('home', { personId: id, line: '2 Rimu Slip', town: 'Quillhaven South', since: '2015-01-01', tenure: 'rented', monthlyCost: 90_000 }),
    change.add('income', { personId: id, kind: 'wage', source: 'Longline Co-operative', amount: 700_000, frequency: 'monthly', since: '2015-01-01' }),
    change.add('livingCost', { category: 'Food and household', monthly: 150_000 }),
    change.add('asset', { kind: 'savings', description: 'Savings', value: 3_000_000, downPaymentPart: 500_000 }),
  ]);
  expect(answer.body).not.toHaveProperty('errors');
  for (const { code, answer: kind, ends, explain } of walk.file.product.questions.filter(({ follows }) => !follows)) {
    expect(kind).toBe('yesNo');
    const no = ends?.is?.includes('no') === true || explain?.includes('no') === true;
    await walk.details([change.add('answer', { personId: id, question: code, value: no ? 'yes' : 'no' })]);
  }
}

/** From complete details to the money, with everybody doing their part. */
async function toCompleting(walk: Walk, at: (typeof PLACES)[number]): Promise<void> {
  expect((await walk.act('wren', '/move')).status).toBe(200);
  await walk.checks();
  expect((await walk.act('wren', '/move')).status).toBe(200);
  for (const { key } of computePath(walk.file, walk.view.today).conditions) {
    await walk.upload(await png(), 'p.png', key);
    const amount = walk.file.incomes.find(({ id }) => key === `income:${id}`)?.amount ?? null;
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
  expect((await walk.act('wren', '/move')).status).toBe(200);
  expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(200);
  await walk.await();
  for (const { id } of applicantsOf(walk.file)) await walk.act('wren', '/offer/answer', { personId: id, answer: 'accept', how: 'inPerson' });
  expect((await walk.act('wren', '/agreement')).status).toBe(200);
  await walk.await();
  const phone = await new Phone(cavren, 'una@post.example', at.phone, walk.reference).comeIn();
  expect((await phone.signAll({ mark: 'typed', name: 'Una Vardy' })).status).toBe(200);
  await walk.await();
  expect((await walk.act('wren', '/move')).status).toBe(200);
}

describe.each(PLACES)('a file of $place', (at) => {
  let walk: Walk;
  it('takes accounts as its place has them, and says at the field what is wrong with others', async () => {
    walk = await opened(at);
    if (at.routing) await walk.details([change.set('request', null, 'payoutRouting', at.routing)]);
    expect(problems(await walk.details([change.set('request', null, 'payoutAccount', at.wrong)]))?.[0]?.[0]).toBe('payoutAccount');
    const foreign =
      at.place === 'gb' ? change.set('request', null, 'payoutAccount', '01-902-0068389-00') : change.set('request', null, 'payoutRouting', '011000015');
    expect((await walk.details([foreign])).status).toBe(422);
    expect(walk.file.request.payoutAccount).toBeNull();
  });
  it('goes the whole route: offered, agreed, and paid to two, to the cent', async () => {
    await typed(walk, at);
    await walk.consents();
    expect(entries(walk.file, walk.view.today)).toEqual([]);
    // More than there is can't be given away.
    const { second } = at;
    const yard = { kind: 'supplier', name: 'Tidewrack Boatyard', reference: 'Invoice 77', ...second };
    const added = await walk.details([change.add('payee', { ...yard, amount: 2_000_000 }, `payee-${at.place}`)]);
    expect(added.status, JSON.stringify(added.body)).toBe(200);
    expect(entries(walk.file, walk.view.today)).toContain('balance:payees');
    expect((await walk.act('wren', '/move')).status).toBe(409);
    await walk.details([change.set('payee', `payee-${at.place}`, 'amount', 400_000)]);
    expect(entries(walk.file, walk.view.today)).toEqual([]);
    await toCompleting(walk, at);
    expect(walk.file.stage).toBe('completing');
    // Set on the paper of the place, A4 in all of these.
    const agreement = await (await cavren.as('wren')).get(`${walk.url}/agreement`);
    expect(Math.round((await PDFDocument.load(agreement.response.rawPayload)).getPage(0).getWidth())).toBe(595);
    // What the law there wants first, in its order, and what one may do once it is signed.
    const text = textOf(agreement.response.rawPayload);
    const where = AGREEMENT_OF[at.place].map((words) => text.indexOf(words));
    expect(where, text.slice(0, 1500)).not.toContain(-1);
    expect(where).toEqual(where.toSorted((a, b) => a - b));
    expect((await walk.act('dilys', '/payout/release')).status).toBe(409);
    expect((await walk.act('dilys', '/payout/verify')).status).toBe(200);
    await walk.await();
    expect((await walk.act('dilys', '/payout/release')).status).toBe(200);
    await walk.await();
    expect(walk.file.stage).toBe('done');
    const paid = (await cavren.transfers()).filter(({ text }) => text === `Loan ${walk.reference}` || text === 'Invoice 77').slice(-2);
    expect(paid.map(({ amount }) => amount).sort((a, b) => a - b)).toEqual([400_000, 1_100_000]);
    expect(walk.file.payeePayouts).toMatchObject([{ payeeId: `payee-${at.place}`, releasedBy: 'Dilys Penhallow' }]);
  });
});

describe('payees of their own', () => {
  const ready = async (account: string): Promise<Walk> => {
    const [at] = PLACES;
    const walk = await opened(at);
    await typed(walk, at);
    await walk.consents();
    await walk.details([change.add('payee', { kind: 'lender', name: 'Mussel Point Bank', account, amount: 500_000, reference: 'Loan 4411' }, 'payee-bank')]);
    await toCompleting(walk, at);
    return walk;
  };
  // An account of branch 902 whose suffix the bank that answers refuses to pay: 22.
  const REFUSED = '01-902-0068389-22';
  it('who was paid isn’t paid again when another’s payment was refused, and that account alone can be put right', async () => {
    const walk = await ready(REFUSED);
    await walk.act('dilys', '/payout/verify');
    await walk.await();
    const release = async () => walk.act('dilys', '/payout/release');
    const answer = await release();
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    await walk.await();
    expect(walk.file).toMatchObject({
      stage: 'completing',
      payout: { releasedBy: 'Dilys Penhallow' },
      payeePayouts: [{ order: { state: 'failed' }, toCorrect: true }],
    });
    const before = (await cavren.transfers()).length;
    // A part of the money has gone: nothing goes back.
    expect((await walk.act('dilys', '/payout/send-back', { question: 'Which loan is it?' })).body).toMatchObject({ code: 'partly-paid' });
    // Neither the holder nor the amount, nor the account that was paid; the number that was refused can.
    for (const wish of [
      change.set('payee', 'payee-bank', 'name', 'Wren Halloway'),
      change.set('payee', 'payee-bank', 'amount', 1),
      change.set('request', null, 'payoutAccount', '01-902-0068389-00'),
    ])
      expect((await walk.details([wish])).body).toMatchObject({ code: 'file-locked' });
    expect((await walk.details([change.set('payee', 'payee-bank', 'account', '08-6523-1954512-001')])).status).toBe(200);
    // It is asked about first.
    expect((await release()).status).toBe(409);
    await walk.act('dilys', '/payout/verify');
    await walk.await();
    expect((await release()).status).toBe(200);
    await walk.await();
    expect(walk.file.stage).toBe('done');
    expect((await cavren.transfers()).slice(before)).toMatchObject([{ amount: 500_000, text: 'Loan 4411' }]);
  });
});

describe('identity papers', () => {
  it('stand as rows; one that ran out stops the file until there is another that holds', async () => {
    const walk = await opened(PLACES[0]);
    const { id } = walk.applicant;
    const { today } = walk.view;
    const paper = (values: object) => change.add('identityPaper', { personId: id, kind: 'passport', number: 'LA123456', issuer: 'South Harbour', ...values });
    expect((await walk.details([paper({ issuedOn: '2020-01-01', expiresOn: '2019-01-01' })])).status).toBe(422);
    expect((await walk.details([paper({ issuedOn: addDays(isoDate(today), 1) })])).status).toBe(422);
    expect((await walk.details([change.add('identityPaper', { personId: 'nobody', kind: 'passport' })])).status).toBe(422);
    expect((await walk.details([paper({ expiresOn: addDays(isoDate(today), -1) })])).status).toBe(200);
    const stands = (): string[] =>
      computePath(walk.file, today)
        .entries.filter(({ key }) => key.startsWith('expired:'))
        .map(({ gate }) => gate);
    expect(stands()).toEqual(['gathering']);
    // Its number is hidden, and shown to who asks, which is written down.
    expect(walk.file.identityPapers[0]?.number).toMatchObject({ tail: '3456' });
    const rowId = walk.file.identityPapers[0]?.id ?? '';
    expect((await walk.act('wren', '/reveal')).status).toBe(422);
    const wren = await cavren.as('wren');
    expect((await wren.post<{ number: string }>(`${walk.url}/reveal`, { entity: 'identityPaper', id: rowId, field: 'number' })).body.number).toBe('LA123456');
    await walk.look();
    await walk.details([paper({ kind: 'drivingLicence', expiresOn: addDays(isoDate(today), 400) })]);
    expect(stands()).toEqual([]);
  });
});

describe('a product that lets an officer settle little alone', () => {
  it('has another person agree to a difference from the register, and to a paper that shows another amount', async () => {
    const walk = await opened(PLACES[0]);
    await typed(walk, PLACES[0]);
    await cavren.enter([{ number: PLACES[0].idNumber, fullName: 'Una Vardey', birthDate: walk.applicant.birthDate ?? '' }]);
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    const finding = walk.file.checks.find(({ kind }) => kind === 'identity')?.findings.find(({ agrees }) => !agrees);
    await walk.act('wren', `/findings/${finding?.id ?? ''}`, { resolution: 'confirmed', reason: 'A slip of the register' });
    expect((await walk.act('wren', '/move')).status).toBe(200);
    const stands = () => entries(walk.file, walk.view.today).filter((key) => /^(agree|evidence):/.test(key));
    const grant = async () => (await walk.act('ansel', `/exceptions/${walk.file.exceptions.at(-1)?.id ?? ''}`, { answer: 'granted' })).status;
    expect(stands()).toEqual([`agree:${finding?.id ?? ''}`]);
    expect(await grant()).toBe(200);
    const income = walk.file.incomes[0]?.id ?? '';
    await walk.upload(await png(), 'slip.png', `income:${income}`);
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount: 690_000 });
    const subject = `evidence:${income}:700000/690000`;
    // A word of the officer’s is not enough here.
    await walk.details([change.add('explanation', { subject, text: 'A short month' })]);
    expect(stands()).toEqual([`evidence:${income}`]);
    expect((await walk.act('wren', '/exceptions', { subject: `income:${subject}`, reason: 'A short month' })).status).toBe(200);
    expect(await grant()).toBe(200);
    expect(stands()).toEqual([]);
  });
});

describe('former names', () => {
  it('are screened like the present one, and a name that is added asks anew', async () => {
    const walk = await opened(PLACES[0]);
    const { id } = walk.applicant;
    await typed(walk, PLACES[0]);
    await walk.consents();
    await walk.act('wren', '/move');
    await walk.checks();
    const found = () => walk.file.checks.filter(({ kind }) => kind === 'watchlist').at(-1)?.findings ?? [];
    expect(found()).toEqual([]);
    await walk.details([change.set('person', id, 'formerNames', 'Una Lark; Perrin Oakhollow')]);
    expect(entries(walk.file, walk.view.today)).toContain(`check:watchlist:${id}`);
    await walk.checks();
    expect(found().map(({ stated }) => stated)).toContain('Perrin Oakhollow');
  });
});

describe('the agreement', () => {
  it('discloses in the order of the model form, and names where the money goes, what is pledged, and what is debited', async () => {
    const walk = await fileToDecide(cavren, {
      more: () => [
        change.add('security', { kind: 'vessel', description: 'Cutter Fulmar', value: 6_000_000, registration: 'QH 4471 FL', owner: 'Branwell Tunny' }),
        change.add('payee', { kind: 'supplier', name: 'Tidewrack Boatyard', routing: '011000015', account: '400285678', amount: 500_000 }),
        change.set('request', null, 'debitName', 'Ida Holm'),
        change.set('request', null, 'debitRouting', '011000015'),
        change.set('request', null, 'debitAccount', '400289876'),
      ],
    });
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    await walk.await();
    await walk.act('wren', '/offer/answer', { personId: walk.applicant.id, answer: 'accept', how: 'inPerson' });
    expect((await walk.act('wren', '/agreement')).status).toBe(200);
    await walk.await();
    const answer = await (await cavren.as('wren')).get(`${walk.url}/agreement`);
    const text = textOf(answer.response.rawPayload);
    // 12 CFR 1026.18 in the order of appendix H-2, from memory.
    const order = [
      'Disclosed under 12 CFR 1026',
      'Annual percentage',
      'Finance charge',
      'Amount financed',
      'Total of payments',
      'When it is due',
      'Security',
      'Late charge',
      'Prepayment',
      'Where the amount financed',
    ];
    const at = order.map((word) => text.indexOf(word));
    expect(at, text.slice(0, 700)).not.toContain(-1);
    expect(at).toEqual(at.toSorted((a, b) => a - b));
    // 30,000.00 lent, 350.00 of it kept as a finance charge; 5,000.00 of the rest go to the yard.
    expect(text).toContain('Where the amount financed of $29,650.00 goes');
    expect(text).toMatch(/Ida Holm \$24,650.00 to account ending 1234 Tidewrack Boatyard \$5,000.00 to account ending 5678/);
    expect(text).toContain('Cutter Fulmar, QH 4471 FL, owned by Branwell Tunny');
    expect(text).toContain('from the account of Ida Holm ending 9876');
  });
});
