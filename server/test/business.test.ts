import type { DoorDetailsView, DoorView, PublicProduct } from '@cavren/contract';
import { applicantsOf, computePath, signersOf } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newestMessage, Phone } from './applicant';
import { change, makeCavren, problem, Walk, type Client, type TestCavren } from './cavren';
import { png, textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const PHONE = '(212) 555-0146';
const WISH = {
  product: 'payroll-bridge',
  fullName: 'Ysolde Fenn',
  birthDate: '1979-07-23',
  phone: PHONE,
  email: 'ysolde@post.example',
  agrees: true,
  business: { name: 'Fulmar Nets LLC', foundedOn: '2011-04-18' },
};
async function comeIn(client: Client, reference: string): Promise<DoorView> {
  const code = /^(\d{6})/.exec(await newestMessage(cavren, '+12125550146', reference, 'is your code'))?.[1] ?? '';
  return (await client.post<DoorView>('/api/door/return/enter', { reference, phone: PHONE, code })).body;
}

describe('a company at the front door', () => {
  const client = () => stranger;
  let stranger: Client;
  let reference = '';
  let details: DoorDetailsView;
  let company = '';
  const put = async (changes: object[]) => {
    const answer = await client().call<DoorView>('PATCH', '/api/door/details', { version: details.version, changes });
    if (answer.status === 200 && answer.body.details) details = answer.body.details;
    return answer;
  };
  it('begins as what it is, by the person who signs for it, and only where the product is for businesses', async () => {
    stranger = cavren.stranger();
    expect((await stranger.get<PublicProduct>('/api/door/products/payroll-bridge')).body.forBusinesses).toBe(true);
    expect((await stranger.get<PublicProduct>('/api/door/products/workboat-refit')).body.forBusinesses).toBe(false);
    expect((await stranger.post('/api/door/apply', { ...WISH, product: 'workboat-refit' })).status).toBe(422);
    const applied = await stranger.post<{ reference: string }>('/api/door/apply', WISH);
    expect(applied.status, JSON.stringify(applied.body)).toBe(201);
    ({ reference } = applied.body);
    const inside = await comeIn(stranger, reference);
    expect(inside.fullName).toBe('Ysolde Fenn');
    details = inside.details as DoorDetailsView;
    company = details.business?.fields.id ?? '';
    expect(details.business?.fields).toMatchObject({ fullName: 'Fulmar Nets LLC', birthDate: '2011-04-18' });
    // Both agreed when they began: who signs, and the company by who signs.
    expect(details.consents.filter(({ kind }) => kind === 'dataUse')).toMatchObject([
      { of: null, given: true },
      { of: 'Fulmar Nets LLC', given: true },
    ]);
  });
  it('is asked for itself, its owners, whom it pays and its accounts, by whoever signs for it', async () => {
    const { personId } = details;
    const answer = await put([
      change.set('request', null, 'purpose', 'Taking on crew'),
      change.set('request', null, 'legalForm', 'limitedLiability'),
      change.set('request', null, 'price', 3_000_000),
      change.set('request', null, 'amount', 3_000_000),
      change.set('request', null, 'termMonths', 24),
      change.set('person', company, 'idNumber', '47-1234567'),
      change.set('person', company, 'industry', '314994'),
      change.set('person', company, 'employees', 5),
      change.set('person', company, 'turnover', 41_800_000),
      change.set('person', personId, 'idNumber', '951-27-6610'),
      change.add('home', { personId: company, line: '7 Ropewalk', town: 'Quillhaven', postalCode: '00410', since: '2011-04-18' }),
      change.add('person', { role: 'beneficialOwner', fullName: 'Evander Fenn', birthDate: '1983-02-11' }, 'evander-fenn'),
      change.add('stake', { ofId: company, ownerId: personId, share: 55, controls: true }),
      change.add('stake', { ofId: company, ownerId: 'evander-fenn', share: 35 }),
      change.add('stake', { ofId: company, others: 'Eleven crew members', share: 10 }),
      change.add('payroll', { name: 'Ysolde Fenn', kind: 'owner', yearlyPay: 5_200_000 }),
      change.add('payroll', { name: 'Net loft, three hands', kind: 'employee', yearlyPay: 9_600_000 }),
      change.add('account', { yearEnd: '2025-12-31', revenue: 41_800_000, costs: 35_200_000, depreciation: 2_100_000, interest: 640_000, drawings: 1_800_000 }),
    ]);
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    for (const { code, personId: whose, explain } of details.questions)
      await put([change.add('answer', { personId: whose, question: code, value: code === 'paysWages' || code === 'debtsAndSupport' ? 'yes' : 'no' })]).then(
        () => expect(explain).toBe(false),
      );
    expect(details.business?.owners).toMatchObject([
      { name: 'Ysolde Fenn', share: 55, directs: true },
      { name: 'Evander Fenn', share: 35 },
      { name: 'Eleven crew members', share: 10 },
    ]);
  });
  it('lets nobody state what isn’t theirs', async () => {
    const { personId } = details;
    const foreign: [string, object][] = [
      ['somebody who applies with a company', change.add('person', { role: 'guarantor', fullName: 'Some Body' })],
      ['an owner who signs', change.add('person', { role: 'beneficialOwner', fullName: 'Some Body', signsFor: company })],
      ['that another signs', change.set('person', 'evander-fenn', 'signsFor', company)],
      ['another owner’s name', change.set('person', 'evander-fenn', 'fullName', 'Some Body')],
      ['how they sign', change.set('person', personId, 'signsHow', 'alone')],
      ['a share of something else', change.add('stake', { ofId: 'evander-fenn', ownerId: personId, share: 1 })],
      ['a cost of once only', change.add('account', { yearEnd: '2024-12-31', oneOff: 1 })],
      ['a role', change.set('person', company, 'role', 'contact')],
      ['where the money goes', change.set('request', null, 'payoutAccount', '400281234')],
    ];
    for (const [what, wish] of foreign) expect([what, (await put([wish])).status]).toEqual([what, 403]);
    // Nothing is left of the whole.
    expect((await put([change.add('stake', { ofId: company, others: 'More', share: 1 })])).status).toBe(422);
    expect((await client().post('/api/door/consents', { kind: 'lookUp', personId: 'evander-fenn' })).status).toBe(403);
  });
  it('agrees, hands in, accepts, signs and is paid', async () => {
    for (const { kind, personId, given, needed, later } of details.consents)
      if ((needed || later) && !given) expect((await client().post('/api/door/consents', { kind, personId })).status).toBe(200);
    details = (await client().get<DoorView>('/api/door/me')).body.details as DoorDetailsView;
    expect(details.missing).toEqual([]);
    expect((await client().post('/api/door/details/done')).status).toBe(200);
    const walk = await new Walk(cavren, reference).look();
    expect(signersOf(walk.file).map(({ fullName }) => fullName)).toEqual(['Ysolde Fenn']);
    const open = () => computePath(walk.file, walk.view.today).now.map(({ key }) => key);
    // What the desk adds: the other owner, whom it asked itself, and where the money goes.
    const evander = await walk.details([
      change.set('person', 'evander-fenn', 'idNumber', '951-27-6620'),
      change.set('person', company, 'phone', '(212) 555-0117'),
      change.set('request', null, 'payoutName', 'Fulmar Nets LLC'),
      change.set('request', null, 'payoutRouting', '011000015'),
      change.set('request', null, 'payoutAccount', '400281234'),
    ]);
    expect(evander.status, JSON.stringify(evander.body)).toBe(200);
    await cavren.enter([
      { number: '951-27-6610', fullName: 'Ysolde Fenn', birthDate: '1979-07-23' },
      { number: '951-27-6620', fullName: 'Evander Fenn', birthDate: '1983-02-11' },
    ]);
    for (const kind of ['dataUse', 'lookUp']) await walk.act('wren', '/consents', { personId: 'evander-fenn', kind, how: 'inPerson' });
    expect(open()).toEqual([]);
    await walk.act('wren', '/move');
    for (const key of open().filter((entry) => entry.startsWith('check:'))) {
      const [, kind, personId] = key.split(':');
      await walk.act('wren', '/checks', { personId, kind });
    }
    await walk.await();
    for (const entry of open()) if (entry.startsWith('owner') || entry.startsWith('check:')) expect(entry).toBe('settled');
    expect((await walk.act('wren', '/move')).status, open().join(', ')).toBe(200);
    for (const { key } of computePath(walk.file, walk.view.today).conditions) {
      await walk.upload(await png(), 'p.png', key);
      await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount: null });
    }
    expect((await walk.act('wren', '/move')).status, open().join(', ')).toBe(200);
    await signApplication(walk, open, reference);
    expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status, open().join(', ')).toBe(200);
    await walk.await();
    const again = new Phone(cavren, WISH.email, '+12125550146', reference);
    await again.comeBack(PHONE);
    expect((await again.post('/api/door/offer', { offerId: again.view.offer?.id, answer: 'accept' })).status).toBe(200);
    await walk.look();
    expect(applicantsOf(walk.file).map(({ fullName }) => fullName)).toEqual(['Fulmar Nets LLC']);
    expect((await walk.act('wren', '/agreement')).status, open().join(', ')).toBe(200);
    await walk.await();
    await again.comeBack(PHONE);
    const signed = await again.signAll({ mark: 'typed', name: 'Ysolde Fenn' });
    expect(signed.status, JSON.stringify(signed.body)).toBe(200);
    await walk.await();
    await walk.act('wren', '/move');
    await walk.act('dilys', '/payout/verify');
    await walk.await();
    expect((await walk.act('dilys', '/payout/release')).status, open().join(', ')).toBe(200);
    await walk.await();
    expect(walk.file.stage).toBe('done');
  });
});

/** The application is signed before anybody decides: by who signs for the company, and nothing is decided without. */
async function signApplication(walk: Walk, open: () => string[], reference: string): Promise<void> {
  expect(walk.file.stage).toBe('applying');
  expect(open()).toEqual(['application:send']);
  expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(409);
  expect((await walk.act('wren', '/move')).status).toBe(409);
  expect((await walk.act('wren', '/agreement')).status, open().join(', ')).toBe(200);
  await walk.await();
  const again = new Phone(cavren, WISH.email, '+12125550146', reference);
  await again.comeBack(PHONE);
  expect(again.view.signing).toMatchObject({ document: 'application', state: 'yours', question: null, options: [] });
  // What an agreement asks isn't asked here, and what wasn't read isn't given whole.
  expect((await again.get('/api/door/agreement?document=application')).status).toBe(409);
  await again.post('/api/door/consent');
  await again.readAll();
  expect(problem(await again.post('/api/door/sign', { mark: 'typed', name: 'Ysolde Fenn', choice: 'By transfer that I make myself' })).code).toBe('invalid');
  expect((await again.post('/api/door/sign', { mark: 'typed', name: 'Ysolde Fenn' })).status).toBe(200);
  await walk.await();
  expect(walk.file).toMatchObject({ application: { document: 'application', state: 'complete' }, envelope: null });
  const text = textOf((await (await cavren.as('ansel')).get(`${walk.url}/agreement?document=application`)).response.rawPayload);
  for (const part of [
    'Application for a payroll bridge loan',
    'Fulmar Nets LLC',
    'Ysolde Fenn',
    'What this application says is complete and true',
    'Record of signatures',
  ])
    expect(text).toContain(part);
  // What was signed stays as it was signed; unlocking voids it.
  expect((await walk.details([change.set('request', null, 'amount', 1_000_000)])).status).toBe(409);
  expect((await walk.act('wren', '/move')).status, open().join(', ')).toBe(200);
}

describe('what is told to a company', () => {
  it('is read by who signs for it, and by nobody else', async () => {
    const client = cavren.stranger();
    const { reference } = (await client.post<{ reference: string }>('/api/door/apply', { ...WISH, phone: '(212) 555-0161', email: 'else@post.example' })).body;
    const walk = await new Walk(cavren, reference).look();
    await walk.act('wren', '/withdraw', { reason: 'They sold the loft' });
    await walk.await();
    const phone = new Phone(cavren, 'else@post.example', '+12125550161', reference);
    await phone.comeBack('(212) 555-0161');
    const [notice] = phone.view.notices;
    expect(walk.file.notices).toMatchObject([{ id: notice?.id, personId: walk.applicant.id, kind: 'withdrawn' }]);
    expect((await phone.get(`/api/door/notices/${notice?.id ?? ''}`)).response.headers['content-type']).toBe('application/pdf');
    const other = new Phone(cavren, WISH.email, '+12125550146', '%');
    expect((await other.get(`/api/door/notices/${notice?.id ?? ''}`)).status).toBe(401);
  });
});

describe('before somebody agreed to its being kept', () => {
  it('nothing is taken down at the front door, whoever asks', async () => {
    const walk = await new Walk(
      cavren,
      (
        await (
          await cavren.as('wren')
        ).post<{ reference: string }>('/api/files', {
          product: 'workboat-refit',
          channel: 'phone',
          receivedOn: new Date(Date.now() - 24 * 3_600_000).toISOString().slice(0, 10),
          personId: null,
          fullName: 'Perrin Oake',
          birthDate: '1981-02-03',
        })
      ).body.reference,
    ).look();
    const { id } = walk.applicant;
    await walk.details([change.set('person', id, 'phone', '(212) 555-0149'), change.set('person', id, 'email', 'perrin@post.example')]);
    await walk.act('wren', '/invite', { personId: id });
    await walk.await();
    const client = cavren.stranger();
    await client.post('/api/door/return', { reference: walk.reference, phone: '(212) 555-0149' });
    const code = /^(\d{6})/.exec(await newestMessage(cavren, '+12125550149', walk.reference, 'is your code'))?.[1] ?? '';
    const view = (await client.post<DoorView>('/api/door/return/enter', { reference: walk.reference, phone: '(212) 555-0149', code })).body;
    const wish = { version: view.details?.version, changes: [change.set('person', id, 'knownAs', 'Perry')] };
    expect(problem(await client.call('PATCH', '/api/door/details', wish)).code).toBe('agree-first');
    expect((await client.post<DoorView>('/api/door/consents', { kind: 'dataUse' })).status).toBe(200);
    const { details } = (await client.get<DoorView>('/api/door/me')).body;
    expect((await client.call('PATCH', '/api/door/details', { ...wish, version: details?.version })).status).toBe(200);
  });
});
