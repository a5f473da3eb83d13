import type { DoorView } from '@cavren/contract';
import { amountOf, assistanceOf, assistanceStanding, computePath, dayAt, type DetailChange } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Phone } from './applicant';
import { change, makeCavren, openFile, Walk, type TestCavren } from './cavren';
import { keysNow, toGathered, toPolicy, toSigned } from './insured';
import { png, textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ places: ['us', 'nz'] });
});
afterAll(() => cavren.close());

const today = (): string => dayAt(new Date().toISOString(), 'America/New_York');
let homes = 0;
/** A parent who earns this much a month, and a child: both to be covered, and nothing chosen yet. */
async function home(monthly = 260_000, more: (parent: string, child: string) => DetailChange[] = () => []): Promise<Walk> {
  homes += 1;
  const [fullName, birthDate, number] = ['Avis Penrose', `${1989 - homes}-04-07`, `9${String(60 + homes)}-47-${String(4000 + homes)}`];
  const wish = { product: 'care-cover', channel: 'counter', receivedOn: today(), personId: null, fullName, birthDate };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  const walk = await new Walk(cavren, body.reference).look();
  await cavren.enter([{ number, fullName, birthDate }]);
  const [{ id }, child] = [walk.applicant, `child-of-the-home-${homes}`];
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Cover for what care costs'),
    change.set('request', null, 'premiumMode', 'month'),
    change.set('request', null, 'advanceOn', today()),
    change.set('request', null, 'assistance', 'asked'),
    change.set('request', null, 'debitName', fullName),
    change.set('request', null, 'debitRouting', '011000015'),
    change.set('request', null, 'debitAccount', '44710099'),
    change.set('person', id, 'idNumber', number),
    change.set('person', id, 'phone', `(212) 555-${String(3300 + homes)}`),
    change.set('person', id, 'email', `home${homes}@post.example`),
    change.set('person', id, 'filingStatus', 'headOfHousehold'),
    change.set('person', id, 'otherCover', 'none'),
    change.add('person', { role: 'dependant', fullName: 'Wyn Penrose', birthDate: `${2012 + homes}-05-05`, claimedBy: id, otherCover: 'none' }, child),
    change.add('relation', { personId: child, toId: id, kind: 'child' }),
    change.add('cover', { personId: id, tobacco: 'no' }),
    change.add('cover', { personId: child, tobacco: 'no' }),
    change.add('home', {
      personId: id,
      line: '3 Rope Walk',
      town: 'Quillhaven',
      region: 'QH',
      postalCode: '00412',
      since: '2019-01-01',
      tenure: 'rented',
      monthlyCost: 90_000,
    }),
    change.add('income', { personId: id, kind: 'wage', source: 'Longline', amount: monthly, frequency: 'monthly', since: '2020-01-01' }),
    change.add('answer', { personId: id, question: 'livesHere', value: 'yes' }),
    ...more(id, child),
  ]);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return walk;
}
const standing = (walk: Walk) => assistanceStanding(walk.file, assistanceOf(walk.file, walk.view.today));
const plan = (walk: Walk, code: string) => walk.details(walk.file.covers.map(({ id }) => change.set('cover', id, 'plan', code)));
const give = (walk: Walk) => walk.act('wren', '/assistance');
const read = (walk: Walk, resultId = walk.file.assistanceResult?.id ?? '') => walk.act('wren', '/assistance/read', { resultId, how: 'byPhone' });
const phoneOf = (walk: Walk) => new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();

describe('assistance', () => {
  it('is given, read, and only then a plan can be chosen; nobody gets past that by asking the server', async () => {
    const walk = await home();
    expect(await plan(walk, 'harbour')).toMatchObject({ status: 422 });
    const added = await walk.details([change.add('cover', { personId: walk.applicant.id, plan: 'harbour' })]);
    expect(added.status).toBe(422);
    expect(await read(walk, 'no-such-result-of-it')).toMatchObject({ status: 404 });
    expect((await give(walk)).status).toBe(200);
    expect(standing(walk)).toBe('toRead');
    expect(await give(walk)).toMatchObject({ status: 409, body: { code: 'given' } });
    expect(await plan(walk, 'harbour')).toMatchObject({ status: 422 });
    expect(await read(walk, 'no-such-result-of-it')).toMatchObject({ status: 409, body: { code: 'changed' } });
    expect((await walk.act('ansel', '/assistance/read', { resultId: walk.file.assistanceResult?.id ?? '', how: 'byPhone' })).status).toBe(403);
    expect((await walk.act('wren', '/assistance/read', { resultId: walk.file.assistanceResult?.id ?? '', how: 'frontDoor' })).status).toBe(422);
    expect((await read(walk)).status).toBe(200);
    expect(walk.file.assistanceResult).toMatchObject({ readBy: 'Wren Halloway', readHow: 'byPhone' });
    expect(await read(walk)).toMatchObject({ status: 409, body: { code: 'read' } });
    expect((await plan(walk, 'harbour')).status).toBe(200);
    expect(walk.view.recent.map(({ act }) => act)).toEqual(expect.arrayContaining(['assistance.give', 'assistance.read']));
  });

  it('is given anew where it says something else, and what was shown before can’t be read any more', async () => {
    const walk = await home();
    await give(walk);
    const shown = walk.file.assistanceResult?.id ?? '';
    await walk.details([change.add('yearChange', { personId: walk.applicant.id, what: 'A second job', direction: 'more', monthly: 50_000, since: today() })]);
    expect(standing(walk)).toBe('toGive');
    expect(keysNow(walk)).toContain('assistance:give');
    expect(await read(walk, shown)).toMatchObject({ status: 409, body: { code: 'changed' } });
    await give(walk);
    expect(walk.file.assistanceResult?.id).not.toBe(shown);
    expect((await read(walk)).status).toBe(200);
    // The older letter stays with the file, beside the newer one.
    expect(walk.file.notices.map(({ kind }) => kind)).toEqual(['assistance', 'assistance']);
  });

  it('is told in a letter in plain words', async () => {
    const walk = await home(260_000, (parent) => [change.set('person', parent, 'otherCover', 'public')]);
    await give(walk);
    await walk.await();
    const [notice] = walk.file.notices;
    const { response } = await (await cavren.as('wren')).get(`${walk.url}/notices/${notice?.id ?? ''}`);
    const text = textOf(response.rawPayload).replace(/\s+/g, ' ');
    for (const said of [
      '$31,200.00',
      '2 people',
      'Harbour plan with visits',
      'Avis Penrose is not given assistance: a public cover is open to them',
      'Within 95 days',
    ])
      expect(text).toContain(said);
  });

  it('is read and a plan chosen on a phone, by who applies and nobody else', async () => {
    const walk = await home();
    await give(walk);
    await walk.await();
    const phone = await phoneOf(walk);
    expect(phone.view.assistance?.lines.join(' ')).toContain('you are given up to');
    expect(phone.view.plans).toMatchObject({ bar: expect.stringContaining('Read first') as string });
    expect(phone.view.plans?.choices.map(({ each }) => each)).not.toContain(null);
    expect(await phone.post('/api/door/plan', { plan: 'roads' })).toMatchObject({ status: 409, body: { code: 'blocked' } });
    expect(await phone.post('/api/door/assistance/read', { resultId: 'another-result-than-it' })).toMatchObject({ status: 409 });
    const after = (await phone.post<DoorView>('/api/door/assistance/read', { resultId: phone.view.assistance?.resultId })).body;
    expect(after).toMatchObject({ assistance: { readAt: expect.any(String) as string }, plans: { bar: null } });
    expect(await phone.post('/api/door/plan', { plan: 'no-such-plan' })).toMatchObject({ status: 422 });
    const chosen = (await phone.post<DoorView>('/api/door/plan', { plan: 'roads' })).body;
    expect(chosen.plans?.choices.filter((one) => one.chosen).map(({ code }) => code)).toEqual(['roads']);
    await walk.look();
    expect(walk.file.covers.map(({ plan: code }) => code)).toEqual(['roads', 'roads']);
    expect(walk.file.assistanceResult).toMatchObject({ readHow: 'frontDoor', readBy: 'Avis Penrose' });
    // A file in which nobody chooses plans shows none, and takes none.
    const loan = await openFile(cavren);
    expect((await loan.act('wren', '/assistance')).status).toBe(409);
  });

  it('waits for what lacks and says which', async () => {
    const walk = await home(260_000, (parent) => [change.set('person', parent, 'filingStatus', 'jointly')]);
    const answer = await give(walk);
    expect(answer).toMatchObject({ status: 409, body: { title: expect.stringContaining('with whom Avis Penrose files jointly') as string } });
    expect(await walk.details([change.set('person', walk.applicant.id, 'claimedBy', walk.applicant.id)])).toMatchObject({ status: 422 });
    expect(await walk.details([change.add('deduction', { personId: walk.applicant.id, code: 'yacht', yearly: 100 })])).toMatchObject({ status: 422 });
  });

  it('goes to a policy: the premium is collected without it, its year may be shown later, and authority goes by what care can cost', async () => {
    const walk = await home();
    await give(walk);
    await read(walk);
    await plan(walk, 'harbour-visits');
    await toGathered(walk);
    const year = computePath(walk.file, walk.view.today).entries.find(({ key }) => key.startsWith('condition:year:'));
    expect(year).toMatchObject({ gate: 'done', due: expect.any(String) as string });
    const phone = await toSigned(cavren, walk, 'Avis Penrose');
    // Authority goes by what the plans could meet of each, whatever is paid for them.
    expect(amountOf(walk.file)).toBe(2 * walk.file.product.bounds.amount.most);
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    const seen = (await phone.get<DoorView>('/api/door/me')).body;
    expect(seen.offer?.terms[0]).toMatchObject({ label: 'Covered', value: 'Avis Penrose, Wyn Penrose' });
    expect(seen.plans).toBeNull();
    expect((await phone.post('/api/door/plan', { plan: 'roads' })).status).toBe(409);
    const whole = walk.file.offer?.terms.payment ?? 0;
    await toPolicy(walk);
    expect(walk.file.policy).toMatchObject({ premium: whole, state: 'issued' });
    // At 31,200 for two, 147.52 % of 21,150: 4.04 % of it, 105.04 a month, is what the benchmark leaves to pay.
    expect(whole).toBe(10_504);
    const schedule = await (await cavren.as('wren')).get(`${walk.url}/policy/schedule`);
    const text = textOf(schedule.response.rawPayload).replace(/\s+/g, ' ');
    expect(text).toContain('visits to a physician cost $30');
    expect(text).not.toContain('NaN');
    expect((await (await cavren.as('wren')).get(`${walk.url}/policy/cards`)).status).toBe(200);
    // What may come later still comes once the policy is there; other papers don't.
    const key = `year:${walk.applicant.id}`;
    expect(keysNow(walk)).toEqual([`condition:${key}`]);
    expect((await walk.upload(await png(), 'id.png', `identity:${walk.applicant.id}`)).status).toBe(409);
    expect((await walk.upload(await png(), 'return.png', key)).status).toBe(201);
    expect((await walk.act('wren', `/papers/${walk.file.papers.at(-1)?.id ?? ''}/verdict`, { verdict: 'accepted', page: 1, amount: null })).status).toBe(200);
    expect(keysNow(walk)).toEqual([]);
  });
});
