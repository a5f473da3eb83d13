import type { StaffList } from '@cavren/contract';
import { computePath } from '@cavren/core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/spoken';
import { Client, makeCavren, openFile, PASSWORD, problem, problems, type TestCavren } from './cavren';
import { fileToDecide } from './stages';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const SIGNE = { username: 'signe', name: 'Signe Rask', role: 'intake', password: PASSWORD };
const add = async (values: object) => (await cavren.as('maud')).post<StaffList>('/api/staff', { ...SIGNE, ...values });
const idOf = async (username: string) =>
  (await (await cavren.as('maud')).get<StaffList>('/api/staff')).body.staff.find((one) => one.username === username)?.id ?? '';
const signIn = (username: string, password = PASSWORD) => new Client(cavren.app).post('/api/session', { username, password });
async function certify(staffId: string, number: string): Promise<void> {
  await (await cavren.as('maud')).post('/api/certificates', { staffId, number, line: 'lending', places: ['us'], from: '2020-01-01', until: null });
}

describe('staff', () => {
  it('begin with a name of their own and a password of some length, added by policy alone', async () => {
    for (const who of ['wren', 'ansel', 'dilys', 'rufus']) expect((await (await cavren.as(who)).post('/api/staff', SIGNE)).status).toBe(403);
    expect(problems(await add({ username: 'signe', password: 'short' }))).toEqual([['password', 'At least twelve characters']]);
    expect((await add({ username: 'Signe Rask' })).status).toBe(422);
    expect((await add({ username: 'signe' })).status).toBe(200);
    expect(problems(await add({ username: 'signe' }))).toEqual([['username', 'This sign-in name is taken']]);
    expect((await signIn('signe')).status).toBe(200);
    expect(JSON.stringify((await (await cavren.as('maud')).get('/api/staff')).body)).not.toMatch(/password|argon/i);
  });

  it('whoever ends comes in no more, at once, and leaves no file without an owner', async () => {
    await add({ username: 'osk', name: 'Osk Venn' });
    const id = await idOf('osk');
    await certify(id, 'QM-L-9001');
    const osk = new Client(cavren.app);
    await osk.post('/api/session', { username: 'osk', password: PASSWORD });
    const walk = await openFile(cavren, 'wren', 'Handed Over');
    expect((await walk.act('wren', '/owner', { toId: id })).status).toBe(200);
    expect(walk.view.owner).toBe('Osk Venn');
    expect((await osk.get<{ items: { reference: string }[] }>('/api/today')).body.items.map(({ reference }) => reference)).toContain(walk.reference);
    const maud = await cavren.as('maud');
    expect(problem(await maud.post(`/api/staff/${id}/end`, { toId: null })).code).toBe('has-files');
    expect(problem(await maud.post(`/api/staff/${id}/end`, { toId: await idOf('ansel') })).title).toMatch(/Choose an intake officer/);
    expect((await maud.post(`/api/staff/${id}/end`, { toId: await idOf('wren') })).status).toBe(200);
    await walk.look();
    expect(walk.view.owner).toBe('Wren Halloway');
    expect((await osk.get('/api/today')).status).toBe(401);
    expect((await signIn('osk')).status).toBe(401);
    // Nothing new comes to somebody whose work has ended.
    expect((await walk.act('wren', '/owner', { toId: id })).status).toBe(422);
    expect(walk.view.recent.map(({ act }) => act)).toContain('file.handOver');
  });

  it('nobody ends or demotes themselves, or leaves nobody who looks after the staff', async () => {
    const maud = await cavren.as('maud');
    const own = await idOf('maud');
    expect(problem(await maud.post(`/api/staff/${own}/end`, { toId: null })).code).toBe('yourself');
    expect(problem(await maud.call('PATCH', `/api/staff/${own}`, { role: 'intake' })).code).toBe('yourself');
    await add({ username: 'pia', name: 'Pia Linden', role: 'policy' });
    const pia = new Client(cavren.app);
    await pia.post('/api/session', { username: 'pia', password: PASSWORD });
    expect((await pia.post(`/api/staff/${await idOf('pia')}/end`, { toId: null })).status).toBe(409);
    expect((await maud.post(`/api/staff/${await idOf('pia')}/end`, { toId: null })).status).toBe(200);
    expect((await pia.get('/api/staff')).status).toBe(401);
    expect((await maud.post('/api/staff/nobody-here/end', { toId: null })).status).toBe(404);
  });

  it('a changed role or password signs out, and holds from then on', async () => {
    await add({ username: 'bera', name: 'Bera Holt' });
    const id = await idOf('bera');
    const bera = new Client(cavren.app);
    await bera.post('/api/session', { username: 'bera', password: PASSWORD });
    const maud = await cavren.as('maud');
    await maud.call('PATCH', `/api/staff/${id}`, {
      role: 'approver',
      authority: { lending: { amount: 1_000_000, exceptions: false } },
      password: 'another long one',
    });
    expect((await bera.get('/api/today')).status).toBe(401);
    expect((await signIn('bera')).status).toBe(401);
    const again = await signIn('bera', 'another long one');
    expect(again.body).toMatchObject({ role: 'approver', authority: { lending: { amount: 1_000_000, exceptions: false } } });
    expect((await maud.call('PATCH', `/api/staff/${id}`, { authority: { fishing: { amount: 1, exceptions: true } } })).status).toBe(422);
  });
});

describe('a file is handed over', () => {
  it('by an officer, to an officer who may offer what it is about', async () => {
    const walk = await openFile(cavren, 'wren', 'Somebody Else');
    const wren = await idOf('wren');
    expect(problem(await walk.act('wren', '/owner', { toId: wren })).code).toBe('theirs-already');
    expect((await walk.act('ansel', '/owner', { toId: await idOf('tamsin') })).status).toBe(403);
    expect((await walk.act('wren', '/owner', { toId: 'nobody-here' })).status).toBe(422);
    await add({ username: 'nils', name: 'Nils Uncertified' });
    expect(problem(await walk.act('wren', '/owner', { toId: await idOf('nils') })).title).toMatch(/no certificate for Workboat refit loan/);
    await walk.act('wren', '/withdraw', { reason: 'No longer wanted' });
    expect(problem(await walk.act('wren', '/owner', { toId: await idOf('tamsin') })).code).toBe('ended');
  });

  it('all of somebody’s at once, except what the other may not take', async () => {
    const maud = await cavren.as('maud');
    const [tamsin, wren] = [await idOf('tamsin'), await idOf('wren')];
    const before = (await maud.get<StaffList>('/api/staff')).body.staff.find(({ id }) => id === tamsin)?.files ?? 0;
    await openFile(cavren, 'tamsin', 'First Of Two');
    const walk = await openFile(cavren, 'tamsin', 'Second Of Two');
    expect((await maud.post<{ files: number }>(`/api/staff/${tamsin}/hand-over`, { toId: wren })).body.files).toBe(before + 2);
    await walk.look();
    expect(walk.view.owner).toBe('Wren Halloway');
    expect((await (await cavren.as('wren')).post(`/api/staff/${tamsin}/hand-over`, { toId: wren })).status).toBe(403);
  });
});

describe('authority', () => {
  it('ends at its amount: an approver recommends, what they judged goes along, and one with more decides', async () => {
    await add({ username: 'liv', name: 'Liv Small', role: 'approver', authority: { lending: { amount: 2_999_999, exceptions: true } } });
    const walk = await fileToDecide(cavren);
    const approve = (who: string) => walk.act(who, '/decision', { outcome: 'approve' });
    expect(problem(await approve('liv'))).toMatchObject({
      code: 'beyond-authority',
      title: 'You may approve up to $29,999.99: recommend it to somebody with more authority.',
    });
    // A smaller offer is within it, a larger one is not.
    const other = (amount: number) =>
      walk.act('liv', '/decision', {
        outcome: 'counter',
        changes: [{ op: 'set', entity: 'request', id: null, field: 'amount', value: amount }],
        reasons: ['obligations-excessive'],
      });
    expect(problem(await other(3_100_000)).code).toBe('beyond-authority');
    expect((await walk.act('wren', '/decision', { outcome: 'recommend', comment: 'I like it' })).status).toBe(403);
    await walk.act('liv', '/decision', { outcome: 'recommend', comment: 'Sound; the engine is new' });
    expect(walk.file).toMatchObject({ stage: 'deciding', decisions: [{ outcome: 'recommend', by: 'Liv Small', comment: 'Sound; the engine is new' }] });
    expect(computePath(walk.file, walk.view.today).now[0]?.what).toBe('Decide: Liv Small recommends it, and may not approve it alone');
    expect((await approve('ansel')).status).toBe(200);
    expect(walk.file.stage).toBe('offering');
  });

  it('of another line, or without exceptions, is none here', async () => {
    await add({ username: 'ada', name: 'Ada Lines', role: 'approver', authority: { leasing: { amount: 99_999_999, exceptions: true } } });
    const walk = await fileToDecide(cavren);
    expect(problem(await walk.act('ada', '/decision', { outcome: 'approve' })).code).toBe('beyond-authority');
    // Saying no needs no authority.
    expect((await walk.act('ada', '/decision', { outcome: 'decline', reasons: ['income-insufficient'] })).status).toBe(200);
  });
});
