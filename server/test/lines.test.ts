import type { DoorView } from '@cavren/contract';
import { computePath, dayAt, standingOf, type DetailChange, type LineVersion } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { change, makeCavren, openFile, Walk, type TestCavren } from './cavren';
import { execute } from '../src/db/index';
import { keysNow, toGathered, toPolicy, toSigned } from './insured';
import { textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren({ places: ['us', 'nz'] });
});
afterAll(() => cavren.close());

const today = (): string => dayAt(new Date().toISOString(), 'America/New_York');
const LINE = { item: 'trap', mark: 'Green buoys', place: 'quay', units: 100, unitPrice: 8_000, share: 100, level: 'half', weeks: 52, agent: 'wickmoor' };

let births = 0;
/** A file on hull and gear with these lines, and all else that its details ask for. */
async function boats(lines: object[], more: (of: string) => DetailChange[] = () => []): Promise<Walk> {
  births += 1;
  const [fullName, birthDate, number] = ['Rowena Teal', `${1990 - births}-05-06`, `9${String(30 + births)}-44-${String(3000 + births)}`];
  const wish = { product: 'hull-gear', channel: 'counter', receivedOn: today(), personId: null, fullName, birthDate };
  const { body } = await (await cavren.as('wren')).post<{ reference: string }>('/api/files', wish);
  const walk = await new Walk(cavren, body.reference).look();
  await cavren.enter([{ number, fullName, birthDate }]);
  const { id } = walk.applicant;
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Boat and gear at work'),
    change.set('request', null, 'premiumMode', 'year'),
    change.set('request', null, 'advanceOn', today()),
    change.set('request', null, 'debitName', fullName),
    change.set('request', null, 'debitRouting', '011000015'),
    change.set('request', null, 'debitAccount', '44710099'),
    change.set('person', id, 'idNumber', number),
    change.set('person', id, 'phone', `(212) 555-${String(3100 + births)}`),
    change.set('person', id, 'email', `boats${births}@post.example`),
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
    change.add('income', { personId: id, kind: 'wage', source: 'Longline', amount: 600_000, frequency: 'monthly', since: '2020-01-01' }),
    change.add('answer', { personId: id, question: 'ownsBoat', value: 'yes' }),
    change.add('answer', { personId: id, question: 'lostBefore', value: 'no' }),
    ...lines.map((line, at) => change.add('coverLine', { ...LINE, ...line }, lineId(births, at))),
    ...more(lineId(births, 0)),
  ]);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return walk;
}
const lineId = (file: number, at: number): string => `line-${file}-of-the-file-${at}`;
const lines = (walk: Walk) => walk.file.coverLines.map((line) => standingOf(walk.file, line));
const states = (walk: Walk): string[] => lines(walk).map(({ state, version }) => `${state} ${version}`);
const set = (walk: Walk, at: number, field: string, value: string | number | null) =>
  walk.details([change.set('coverLine', walk.file.coverLines[at]?.id ?? '', field, value)]);
/** What was sent is taken, and then answered, which the issuing system does at the second question. */
async function answered(walk: Walk): Promise<void> {
  for (let turn = 0; turn < 3; turn += 1) {
    await cavren.jobs.runDue();
    await cavren.jobs.makeAllDue();
  }
  await walk.await();
}
const send = (walk: Walk, wish: object = {}, who = 'wren') => walk.act(who, '/lines/send', wish);

describe('lines of cover', () => {
  it('are sent as they are, stay so until they are answered, and are accepted or rejected at a field, later', async () => {
    const walk = await boats([{}, { item: 'hull-steel', mark: 'Petrel', unitPrice: 9_000_000, units: 1 }]);
    expect(states(walk)).toEqual(['entered 1', 'entered 1']);
    expect((await send(walk)).status).toBe(200);
    expect(states(walk)).toEqual(['sent 1', 'sent 1']);
    const refused = await set(walk, 0, 'units', 120);
    expect([refused.status, refused.body]).toMatchObject([409, { code: 'line-sent' }]);
    expect((await walk.details([{ op: 'remove', entity: 'coverLine', id: walk.file.coverLines[0]?.id ?? '' }])).status).toBe(409);
    // Somebody's interest in all lines would change what was sent too.
    expect((await walk.details([change.add('interest', { who: 'Cato', kind: 'lender', share: 20 })])).status).toBe(409);
    expect(await send(walk)).toMatchObject({ status: 409, body: { code: 'nothing-to-send' } });

    await cavren.jobs.runDue();
    await walk.look();
    expect(states(walk)).toEqual(['sent 1', 'sent 1']);
    await answered(walk);
    expect(states(walk)).toEqual(['accepted 1', 'rejected 1']);
    expect(lines(walk)[1]?.faults.map(({ field }) => field)).toEqual(['mark']);
    const rejected = computePath(walk.file, walk.view.today).now.find(({ key }) => key.startsWith('lines:rejected:mark:'));
    expect(rejected?.place).toEqual({ chapter: 'lines', anchor: `${walk.file.coverLines[1]?.id ?? ''}.mark` });

    await set(walk, 1, 'mark', 'Petrel QH 12');
    expect(states(walk)).toEqual(['accepted 1', 'entered 2']);
    await send(walk);
    await answered(walk);
    expect(states(walk)).toEqual(['accepted 1', 'accepted 2']);
    // They land on the day's list of whoever prepares the file, and in its history.
    const { recent } = walk.view;
    expect(recent.filter(({ act }) => act === 'lines.answer')).toHaveLength(2);
  });

  it('that are changed after they were accepted are a new version, and the old one stays as it was', async () => {
    const walk = await boats([{}, { mark: 'Red buoys' }]);
    await send(walk);
    await answered(walk);
    const number = lines(walk)[0]?.number;
    expect(number).toMatch(/^QL-\d+$/);
    await set(walk, 0, 'units', 140);
    expect(states(walk)).toEqual(['entered 2', 'accepted 1']);
    // Taken back, it is what was accepted.
    await set(walk, 0, 'units', 100);
    expect(states(walk)).toEqual(['accepted 1', 'accepted 1']);
    await set(walk, 0, 'units', 140);
    await send(walk);
    await answered(walk);
    expect(lines(walk)[0]).toMatchObject({ state: 'accepted', version: 2, number });
    const versions = await (await cavren.as('wren')).get<LineVersion[]>(`${walk.url}/lines/${walk.file.coverLines[0]?.id ?? ''}/versions`);
    expect(versions.body.map(({ version, state, values }) => [version, state, values.units])).toEqual([
      [2, 'accepted', 140],
      [1, 'accepted', 100],
    ]);
  });

  it('that are taken out are taken out there too, with the interests in them', async () => {
    const walk = await boats([{}, { mark: 'Red buoys' }], (first) => [
      change.add('interest', { who: 'Cato Brightwater', kind: 'owner', share: 0, lineId: first }),
    ]);
    await send(walk);
    await answered(walk);
    await walk.details([{ op: 'remove', entity: 'coverLine', id: walk.file.coverLines[0]?.id ?? '' }]);
    expect(walk.file.interests).toEqual([]);
    expect(keysNow(walk).concat(computePath(walk.file, walk.view.today).entries.map(({ key }) => key))).toContain('lines:send');
    await send(walk);
    await answered(walk);
    expect(walk.file.lineVersions.map(({ state }) => state).sort()).toEqual(['accepted', 'withdrawn']);
    expect(computePath(walk.file, walk.view.today).entries.some(({ key }) => key.startsWith('lines:'))).toBe(false);
  });

  it('of a file that ends without a policy are taken out there, those too that were still on their way', async () => {
    const walk = await boats([{}, { mark: 'Red buoys' }]);
    await send(walk, { lines: [walk.file.coverLines[0]?.id] });
    await answered(walk);
    await send(walk);
    expect(states(walk)).toEqual(['accepted 1', 'sent 1']);
    expect((await walk.act('wren', '/withdraw', { reason: 'The boat is sold' })).status).toBe(200);
    for (let turn = 0; turn < 3; turn += 1) await answered(walk);
    expect(walk.file.stage).toBe('withdrawn');
    expect(walk.file.lineVersions.map(({ state }) => state)).toEqual(['withdrawn', 'withdrawn']);
  });

  it('are sent by officers only, whole, and only of a product that covers lines', async () => {
    const walk = await boats([{ weeks: null }, { agent: 'gannet', mark: 'Red buoys' }]);
    expect((await send(walk, {}, 'ansel')).status).toBe(403);
    expect((await send(walk, {}, 'dilys')).status).toBe(403);
    expect(await send(walk)).toMatchObject({ status: 409, body: { code: 'line-not-whole' } });
    await set(walk, 0, 'weeks', 20);
    // An agent without a certificate on the day that cover begins.
    expect(await send(walk)).toMatchObject({ status: 409, body: { code: 'line-not-whole' } });
    expect(await send(walk, { lines: [walk.file.coverLines[0]?.id] })).toMatchObject({ status: 200 });
    expect(states(walk)).toEqual(['sent 1', 'entered 1']);

    expect((await set(walk, 1, 'item', 'submarine')).status).toBe(422);
    expect((await set(walk, 1, 'weeks', 53)).status).toBe(422);
    expect((await set(walk, 1, 'share', 100.01)).status).toBe(422);
    const loan = await openFile(cavren);
    expect((await loan.details([change.add('coverLine', LINE)])).status).toBe(422);
    expect((await loan.act('wren', '/lines/send')).status).toBe(409);
    const interest = await walk.details([change.add('interest', { who: 'Cato', lineId: 'line-of-another-file' })]);
    expect(interest.status).toBe(422);
  });

  it('go on where the server was ended between sending and answer, each sending once', async () => {
    const walk = await boats([{}]);
    await send(walk);
    await cavren.jobs.runDue();
    // Another server takes the sending for unsent: it goes out once more, with the same key, and the issuing system knows it.
    await execute(cavren.db, "UPDATE line_version SET ticket = NULL WHERE state = 'sent'", {});
    await execute(cavren.db, "UPDATE job SET state = 'ready' WHERE kind = 'lines.send'", {});
    await answered(walk);
    expect(states(walk)).toEqual(['accepted 1']);
  });
});

describe('a cover of lines', () => {
  it('goes from its lines to a policy: nothing moves before they are accepted, and the papers name every line', async () => {
    const walk = await boats([{}, { item: 'hull-timber', mark: 'Heron QH 7', units: 1, unitPrice: 6_000_000, level: 'three-quarters' }], () => [
      change.add('interest', { who: 'Gullstone Credit Union', kind: 'lender', share: 40 }),
    ]);
    await toGathered(walk);
    expect(keysNow(walk)).toEqual(['lines:send']);
    expect((await walk.act('wren', '/move')).status).toBe(409);
    await send(walk);
    expect(keysNow(walk)).toEqual(['lines:sent']);
    await answered(walk);
    const phone = await toSigned(cavren, walk, 'Rowena Teal');
    expect((await set(walk, 0, 'units', 1)).status).toBe(409);
    expect((await send(walk)).status).toBe(409);

    expect((await walk.act('ansel', '/decision', { outcome: 'approve' })).status).toBe(200);
    expect(walk.file.offer?.terms).toMatchObject({ amount: 400_000 + 3_600_000 * 1.25, insured: [{ insured: 400_000 }, { insured: 4_500_000 }] });
    const seen = (await phone.get<DoorView>('/api/door/me')).body;
    expect(seen.offer?.terms.map(({ label }) => label)).toEqual(
      expect.arrayContaining(['Sum insured', 'Trap or pot “Green buoys”', 'Hull, timber “Heron QH 7”']),
    );
    await toPolicy(walk);
    const schedule = await (await cavren.as('wren')).get(`${walk.url}/policy/schedule`);
    const text = textOf(schedule.response.rawPayload).replace(/\s+/g, ' ');
    for (const said of ['Green buoys', 'Heron QH 7', 'Gullstone Credit Union', 'lost or damaged']) expect(text).toContain(said);
    // A line that is changed while the policy runs goes out as its next version.
    const [first] = walk.file.coverLines;
    const wish = { on: today(), changes: [change.set('coverLine', first?.id ?? '', 'units', 60)], reason: 'Forty were lost' };
    expect((await walk.act('wren', '/policy/changes', wish)).status).toBe(200);
    expect((await walk.act('ansel', `/policy/changes/${walk.file.policyChanges[0]?.id ?? ''}`, { answer: 'make' })).status).toBe(200);
    expect(states(walk)).toEqual(['sent 2', 'accepted 1']);
    await answered(walk);
    expect(states(walk)).toEqual(['accepted 2', 'accepted 1']);
    // What is said of persons who can’t work has nothing to do with things.
    expect(text).not.toContain('physician');
    // Cards are for persons.
    expect((await (await cavren.as('wren')).get(`${walk.url}/policy/cards`)).status).toBe(404);
    expect((await phone.get<DoorView>('/api/door/me')).body.policy).toMatchObject({ cards: false });
  });
});
