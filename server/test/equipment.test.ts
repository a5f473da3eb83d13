import { computePath, consentsAskedOf, equipmentLease, owedBefore, signersOf } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Phone } from './applicant';
import { change, dayAtHome, makeCavren, openFile, problem, Walk, type TestCavren } from './cavren';
import { keysNow } from './insured';
import { png, textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

/** What is leased, on which terms, and whom the supplier's money goes to. */
const terms = (purpose: string) => [
  change.set('request', null, 'purpose', purpose),
  change.set('request', null, 'termMonths', 36),
  change.set('request', null, 'downPayment', 200_000),
  change.set('request', null, 'residual', 250_000),
  change.set('request', null, 'paymentsDue', 'advance'),
  change.set('request', null, 'endChoice', 'return'),
  change.set('request', null, 'payoutName', 'Tidewrack Marine Supply'),
  change.set('request', null, 'payoutRouting', '011000015'),
  change.set('request', null, 'payoutAccount', '500317742'),
  change.add(
    'leasedItem',
    { kind: 'engine', description: 'Petrel 90', supplier: 'Tidewrack Marine Supply', quote: 'T-1', price: 1_200_000, count: 1, state: 'new' },
    'item-one',
  ),
];

async function company(): Promise<Walk> {
  await cavren.enter([{ number: '951-27-6644', fullName: 'Hob Tarn', birthDate: '1979-07-23' }]);
  const wish = {
    product: 'gear-lease',
    channel: 'counter',
    receivedOn: dayAtHome(),
    personId: null,
    fullName: 'Fulmar Nets LLC',
    birthDate: '2011-04-18',
    kind: 'organisation',
  };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  const walk = await new Walk(cavren, body.reference).look();
  const of = walk.applicant.id;
  const made = await walk.details([
    ...terms('A business'),
    change.set('person', of, 'idNumber', '47-1234567'),
    change.set('person', of, 'phone', '(212) 555-0117'),
    change.set('person', of, 'email', 'office@nets.example'),
    change.set('person', of, 'industry', '314994'),
    change.set('person', of, 'employees', 5),
    change.set('person', of, 'turnover', 41_800_000),
    change.add(
      'person',
      {
        role: 'beneficialOwner',
        fullName: 'Hob Tarn',
        birthDate: '1979-07-23',
        idNumber: '951-27-6644',
        phone: '(212) 555-0118',
        email: 'hob@post.example',
        signsFor: of,
        signsHow: 'alone',
      },
      'owner-one',
    ),
    change.add('stake', { ofId: of, ownerId: 'owner-one', share: 100, controls: true }),
    change.add('home', { personId: of, line: '7 Ropewalk', town: 'Quillhaven', region: 'QH', postalCode: '00410', since: '2011-04-18' }),
    change.add('account', {
      kind: 'year',
      yearEnd: '2025-12-31',
      monthsCovered: 12,
      revenue: 41_800_000,
      costs: 36_000_000,
      depreciation: 2_000_000,
      interest: 500_000,
      drawings: 1_800_000,
    }),
    ...Object.entries({ bankruptcy: 'no', proceedings: 'no', stateDebt: 'no', debtsAndSupport: 'yes', loansAlongside: 'no' }).map(([question, value]) =>
      change.add('answer', { personId: of, question, value }),
    ),
  ]);
  expect(made.status, JSON.stringify(made.body)).toBe(200);
  return walk;
}

/** Whoever is asked agrees, everything is checked and shown: what is left stands on the Path. */
async function toDeciding(walk: Walk): Promise<void> {
  for (const person of walk.file.people)
    for (const { kind } of consentsAskedOf(walk.file, person).filter(({ before }) => before !== null))
      await walk.act('wren', '/consents', { personId: person.id, kind, how: 'inPerson' });
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('checking');
  await walk.act('wren', '/checks/all');
  await walk.await();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('gathering');
  for (const { key } of computePath(walk.file, walk.view.today).conditions) {
    await walk.upload(await png(), 'p.png', key);
    const amount = walk.file.incomes.find(({ id }) => key === `income:${id}`)?.amount ?? null;
    await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount });
  }
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('deciding');
}

describe('a company that leases an engine', () => {
  let walk: Walk;
  it('has its payment worked from what is leased, and is weighed by what its business earns', async () => {
    walk = await company();
    const { figures } = computePath(walk.file, walk.view.today);
    const lease = equipmentLease(walk.file, walk.view.today);
    // Base 242.71 by hand, and 5.5 % tax of Quillhaven.
    expect([lease?.base, lease?.payment]).toEqual([24_271, 25_606]);
    expect(figures.figures.find(({ measure }) => measure === 'payment')?.value).toBe(25_606);
    // (418,000 − 360,000 + 20,000 + 5,000 − 18,000) ÷ 12 = 5,416.67 over 256.06.
    expect(figures.figures.find(({ measure }) => measure === 'debtServiceCover')?.value).toBeCloseTo(21.1539, 3);
    expect(keysNow(walk).filter((key) => key.startsWith('bound:'))).toEqual([]);
    const low = await walk.details([change.set('request', null, 'residual', 900_000)]);
    expect(low.status).toBe(200);
    expect(keysNow(walk)).toContain('bound:residual');
    expect((await walk.act('wren', '/move')).status).toBe(409);
    await walk.details([change.set('request', null, 'residual', 250_000)]);
  });

  it('keeps the number of what is delivered for the delivery: nobody keys it beforehand', async () => {
    expect((await walk.details([change.set('leasedItem', 'item-one', 'serial', 'N-1')])).status).toBe(422);
    const early = await walk.act('wren', '/equipment/accept', { itemId: 'item-one', serial: 'N-1', on: dayAtHome() });
    expect([early.status, problem(early).code]).toEqual([409, 'stage']);
  });

  it('goes by who may approve its price, and is signed as the agreement says', async () => {
    await toDeciding(walk);
    expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(200);
    await walk.act('wren', '/agreement');
    await walk.await();
    const [signer] = signersOf(walk.file);
    expect(signer?.fullName).toBe('Hob Tarn');
    const phone = await new Phone(cavren, 'hob@post.example', signer?.phone ?? '', walk.reference).comeIn();
    await phone.signAll({ mark: 'typed', name: 'Hob Tarn' });
    await walk.await();
    const text = textOf((await phone.get('/api/door/agreement?document=agreement')).response.rawPayload);
    for (const part of ['$12,000.00', '$10,000.00', '$2,500.00', '$7,500.00', '$256.06', 'Petrel 90', 'Beside a loan for the same'])
      expect(text).toContain(part);
    // What a consumer is told isn't told a company.
    expect(text).not.toContain('12 CFR 1013.4.');
    await walk.act('wren', '/move');
    expect(walk.file.stage, keysNow(walk).join()).toBe('completing');
  });

  it('pays the supplier once everything is paid and delivered, by a third person', async () => {
    expect(keysNow(walk).filter((key) => /^(owed|delivery):/.test(key))).toEqual(['owed:completing', 'delivery:item-one']);
    // Documents 185.00, paid at first 2,000.00, the first payment in advance 256.06.
    expect(owedBefore(walk.file, 'completing')).toBe(18_500 + 200_000 + 25_606);
    const too = await walk.act('wren', '/receipts', { way: 'counter', amount: 244_107, payer: 'Fulmar Nets LLC', reference: 'R-1' });
    expect(too.status).toBe(422);
    await walk.act('wren', '/receipts', { way: 'counter', amount: 244_106, payer: 'Fulmar Nets LLC', reference: 'R-1' });
    const release = () => walk.act('dilys', '/payout/release');
    await walk.act('dilys', '/payout/verify');
    await walk.await();
    expect((await release()).status).toBe(409);
    expect((await walk.act('ansel', '/equipment/accept', { itemId: 'item-one', serial: 'N-1', on: dayAtHome() })).status).toBe(403);
    expect((await walk.act('wren', '/equipment/accept', { itemId: 'item-one', serial: 'N-1', on: '2999-01-01' })).status).toBe(422);
    expect((await walk.act('wren', '/equipment/accept', { itemId: 'another', serial: 'N-1', on: dayAtHome() })).status).toBe(404);
    const accepted = await walk.act('wren', '/equipment/accept', { itemId: 'item-one', serial: 'N-44817', on: dayAtHome() });
    expect(accepted.status, JSON.stringify(accepted.body)).toBe(200);
    expect((await walk.act('wren', '/equipment/accept', { itemId: 'item-one', serial: 'N-2', on: dayAtHome() })).status).toBe(409);
    expect(walk.file.leasedItems).toMatchObject([{ serial: 'N-44817', deliveredOn: dayAtHome() }]);
    expect((await walk.act('wren', '/payout/release')).status).toBe(403);
    const released = await release();
    expect(released.status, JSON.stringify(released.body)).toBe(200);
    await walk.await();
    expect(walk.file.stage).toBe('done');
    expect((await cavren.transfers()).at(-1)).toMatchObject({ amount: 1_200_000 });
  });

  it('stands beside a loan on one sheet', async () => {
    const sheet = await (await cavren.as('ansel')).call('GET', `/api/files/${walk.reference}/equipment/sheet`);
    expect(sheet.status).toBe(200);
    expect(textOf(sheet.response.rawPayload)).toContain('$12,000.00');
  });
});

describe('a household that leases', () => {
  it('is told what the law asks, and has back what it paid where nothing comes of it', async () => {
    const walk = await openFile(cavren, 'wren', 'Una Harrow', 'gear-lease');
    const { id } = walk.applicant;
    await walk.details([
      ...terms('A household').map((one) => ('id' in one && one.id === 'item-one' ? { ...one, id: 'item-two' } : one)),
      change.set('person', id, 'idNumber', walk.numberOf('4320')),
      change.set('person', id, 'phone', walk.phone(1)),
      change.set('person', id, 'email', 'una@post.example'),
      change.add('home', { personId: id, line: '4 Capstan Row', town: 'Quillhaven', region: 'QH', since: '2015-03-01', tenure: 'rented', monthlyCost: 80_000 }),
      change.add('work', { personId: id, kind: 'employed', employer: 'Petrel Ferries', since: '2015-01-05' }),
      change.add('income', { personId: id, kind: 'wage', source: 'Petrel Ferries', amount: 420_000, frequency: 'monthly', since: '2015-01-05' }),
      change.add('livingCost', { category: 'Food and household', monthly: 60_000 }),
      ...Object.entries({
        resident: 'yes',
        citizen: 'yes',
        bankruptcy: 'no',
        proceedings: 'no',
        stateDebt: 'no',
        debtsAndSupport: 'yes',
        loansAlongside: 'no',
      }).map(([question, value]) => change.add('answer', { personId: id, question, value })),
    ]);
    await toDeciding(walk);
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    await walk.act('wren', '/agreement');
    await walk.await();
    const phone = await new Phone(cavren, 'una@post.example', walk.applicant.phone ?? '', walk.reference).comeIn();
    await phone.signAll({ mark: 'typed', name: 'Una Harrow' });
    expect(textOf((await phone.get('/api/door/agreement?document=agreement')).response.rawPayload)).toContain('These are the disclosures of 12 CFR 1013.4.');
    await walk.await();
    await walk.act('wren', '/move');
    await walk.act('wren', '/receipts', { way: 'counter', amount: 100_000, payer: 'Una Harrow', reference: 'R-2' });
    await walk.act('wren', '/withdraw', { reason: 'The engine can’t be had' });
    expect(walk.file.stage).toBe('withdrawn');
    expect(keysNow(walk)).toContain('giveBack');
    expect((await walk.act('dilys', '/receipts/back', { reason: 'Nothing is leased', overCounter: 'B-1' })).status).toBe(200);
    expect(keysNow(walk)).not.toContain('giveBack');
  });
});
