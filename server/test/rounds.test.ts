import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PublicProduct, PublicRound, Rounds, RoundView } from '@cavren/contract';
import { addDays, computePath, dayAt, drawn, isoDate, sealOfSeed, type IsoDate } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inRoot } from '../../scripts/setup/place.mjs';
import { execute, select } from '../src/db/index';
import { Phone } from './applicant';
import { change, makeCavren, openFile, problem, type TestCavren, type Walk } from './cavren';
import { keysNow } from './insured';
import { png } from './samples';

const ZONE = 'America/New_York';
const DAY_MS = 24 * 60 * 60 * 1000;
let cavren: TestCavren;
let closesOn: IsoDate;
let code = '';
const begun = new Date();
const today = () => dayAt((cavren.clock.at ?? new Date()).toISOString(), ZONE);
const afterDays = (days: number) => (cavren.clock.at = new Date(begun.getTime() + days * DAY_MS));
beforeAll(async () => {
  cavren = await makeCavren();
  cavren.clock.at = begun;
  closesOn = addDays(today(), 10);
  code = `harbour-homes-${today()}`;
});
afterAll(() => cavren.close());

const open = async (who: string, wish: object = {}) =>
  (await cavren.as(who)).post<Rounds>('/api/rounds', { product: 'harbour-homes', name: 'Spring', opensOn: today(), closesOn, ...wish });
const view = async (who = 'wren') => (await (await cavren.as(who)).get<RoundView>(`/api/rounds/${code}`)).body;
const draw = async (who: string) => (await cavren.as(who)).post<RoundView>(`/api/rounds/${code}/draw`);
/** A moment later than the last one. */
const tick = () => (cavren.clock.at = new Date((cavren.clock.at ?? begun).getTime() + 1_000));
const offer = async (unit: string, who = 'wren') => {
  tick();
  return (await cavren.as(who)).post<RoundView>(`/api/rounds/${code}/offers`, { unitId: `harbour-homes.${unit}` });
};

let asked = 0;
interface Wish {
  bedrooms?: number;
  claims?: string[];
  shown?: boolean;
  number?: string;
}
/** Somebody who applies in the round; taken to where papers are gathered, those of their preferences accepted. */
async function hopeful({ bedrooms = 1, claims = [], shown = true, number }: Wish = {}, complete = true): Promise<Walk> {
  asked += 1;
  const name = `Ada Wells${'abcdefghijklmnopqrstuvwxyz'[asked % 26] ?? ''}`;
  const walk = await openFile(cavren, 'wren', name, 'harbour-homes');
  const { id } = walk.applicant;
  const answer = await walk.details([
    change.set('request', null, 'purpose', 'Only home'),
    change.set('request', null, 'bedroomsWanted', bedrooms),
    change.set('request', null, 'termMonths', 12),
    change.set('request', null, 'advanceOn', `${addDays(closesOn, 70).slice(0, 8)}01`),
    change.set('person', id, 'idNumber', number ?? walk.numberOf('4320')),
    change.set('person', id, 'phone', walk.phone(1)),
    change.set('person', id, 'email', `ada${asked}@post.example`),
    change.add('home', { personId: id, line: '4 Capstan Row', town: 'Quillhaven', since: '2019-03-01', tenure: 'rented', monthlyCost: 80_000 }),
    change.add('income', { personId: id, kind: 'wage', source: 'Petrel Ferries', amount: 250_000, frequency: 'monthly', since: '2020-01-06' }),
    change.add('livingCost', { category: 'Food and household', monthly: 60_000 }),
    change.add('person', { role: 'referee', fullName: 'Perpetua Gale', organisation: 'Netmenders Yard Lettings', phone: '(212) 555-0173' }),
    ...claims.map((one) => change.add('preference', { personId: id, code: one, paperOn: today(), hoursThere: one === 'worksHere' ? 90 : null })),
    ...Object.entries({ resident: 'yes', bedrooms: '1', eviction: 'no', owesRent: 'no' }).map(([question, value]) =>
      change.add('answer', { personId: id, question, value }),
    ),
  ]);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  if (!complete) return walk;
  for (const kind of ['dataUse', 'lookUp']) await walk.act('wren', '/consents', { personId: id, kind, how: 'inPerson' });
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('checking');
  await walk.checks();
  await walk.act('wren', '/move');
  expect(walk.file.stage, keysNow(walk).join()).toBe('gathering');
  if (shown)
    for (const { key } of computePath(walk.file, walk.view.today).conditions.filter(({ key: one }) => one.startsWith('preference:'))) {
      await walk.upload(await png(), 'p.png', key);
      await walk.act('wren', `/papers/${walk.file.papers.findLast(({ conditionKey }) => conditionKey === key)?.id ?? ''}/verdict`, {
        verdict: 'accepted',
        page: 1,
        amount: null,
      });
    }
  return walk;
}
const phoneOf = async (walk: Walk): Promise<Phone> => {
  const phone = new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference);
  expect((await phone.comeBack(walk.applicant.phone ?? '')).status).toBe(200);
  return phone;
};

describe('a round from its opening to the third refused offer', () => {
  let [displaced, living, plain, large, late, unshown]: Walk[] = [];

  it('can’t be applied for before it is open, at the desk or at the front door', async () => {
    const wren = await cavren.as('wren');
    const early = await wren.post('/api/files', {
      product: 'harbour-homes',
      channel: 'counter',
      receivedOn: today(),
      personId: null,
      fullName: 'Early Bird',
      birthDate: '1990-04-03',
    });
    expect([early.status, problem(early).code]).toEqual([409, 'round-not-open']);
    const page = (await cavren.stranger().get<PublicProduct>('/api/door/products/harbour-homes')).body;
    expect(page.round).toBeNull();
    expect(page.bar).toMatch(/No round is open/);
  });

  it('is opened by a policy owner alone, for days that are to come and aren’t another’s', async () => {
    expect((await open('wren')).status).toBe(403);
    expect((await open('maud', { closesOn: addDays(today(), -1), opensOn: addDays(today(), -5) })).status).toBe(422);
    expect((await open('maud', { closesOn: addDays(today(), -1) })).status).toBe(422);
    expect((await open('maud', { product: 'quay-cottages' })).status).toBe(409);
    const opened = await open('maud');
    expect(opened.status, JSON.stringify(opened.body)).toBe(200);
    expect(opened.body.rounds).toMatchObject([{ code, state: 'open', seed: null }]);
    expect((await open('maud', { opensOn: addDays(closesOn, -2), closesOn: addDays(closesOn, 9) })).status).toBe(409);
    // The seed can be read nowhere before the draw: not by who opened it, not in the database.
    const [row] = await select<{ seed: string | null; seal: string; seed_cipher: Buffer }>(cavren.db, 'SELECT seed, seal, seed_cipher FROM round');
    expect(row?.seed).toBeNull();
    expect(row?.seed_cipher.toString('latin1')).not.toMatch(/[0-9a-f]{64}/);
    const published = (await cavren.stranger().get<PublicRound>(`/api/door/rounds/${code}`)).body;
    expect(published).toMatchObject({ seal: row?.seal, seed: null, state: 'open' });
    expect((await cavren.stranger().get(`/api/door/rounds/${code}/list.csv`)).status).toBe(409);
    expect((await cavren.stranger().get<PublicProduct>('/api/door/products/harbour-homes')).body).toMatchObject({ round: { seal: row?.seal }, bar: null });
  });

  it('takes applications, each waiting for the draw with nothing chosen', async () => {
    displaced = await hopeful({ claims: ['displaced', 'livesHere'] });
    living = await hopeful({ claims: ['livesHere'] });
    plain = await hopeful();
    large = await hopeful({ bedrooms: 2, claims: ['livesHere'] });
    late = await hopeful({ claims: ['displaced'] }, false);
    unshown = await hopeful({ claims: ['displaced'], shown: false });
    expect(keysNow(plain)).toContain('round:draw');
    expect(keysNow(plain)).not.toContain('unit');
    // Nobody chooses a home: not at the desk, not on a phone.
    const chosen = await plain.act('wren', '/unit', { unitId: 'harbour-homes.ropewalk-1' });
    expect([chosen.status, problem(chosen).code]).toEqual([409, 'by-draw']);
    const byPhone = await (await phoneOf(plain)).post('/api/door/unit', { unitId: 'harbour-homes.ropewalk-1' });
    expect(byPhone.status).toBe(409);
    expect((await plain.act('wren', '/move')).status).toBe(409);
    expect((await offer('ropewalk-1')).status).toBe(409);
  });

  it('finds a household that applies twice, and one of its files goes on', async () => {
    const first = await hopeful({}, false);
    const second = await hopeful({ number: first.numberOf('4320') }, false);
    await cavren.jobs.runDue();
    await first.look();
    await second.look();
    expect(keysNow(first).some((key) => key.startsWith('clash:'))).toBe(true);
    expect(keysNow(second).some((key) => key.startsWith('clash:'))).toBe(true);
    const settle = (walk: Walk, who: string, other: string) =>
      walk.act(who, '/round/settle', { other, reason: 'They ask for the file of the counter to go on' });
    expect((await settle(first, 'ansel', second.reference)).status).toBe(403);
    expect((await settle(first, 'wren', plain?.reference ?? '')).status).toBe(404);
    expect((await settle(first, 'wren', second.reference)).status).toBe(200);
    await cavren.jobs.runDue();
    await first.look();
    await second.look();
    expect([first.file.stage, second.file.stage]).toEqual(['details', 'withdrawn']);
    expect(keysNow(first).filter((key) => key.startsWith('clash:'))).toEqual([]);
    await first.act('wren', '/withdraw', { reason: 'Only tried' });
  });

  it('is drawn once, after its last day, by compliance', async () => {
    expect((await draw('rufus')).status).toBe(409);
    afterDays(11);
    for (const who of ['wren', 'maud', 'ansel', 'dilys']) expect((await draw(who)).status).toBe(403);
    await cavren.jobs.runDue();
    const [first, second] = await Promise.all([draw('rufus'), draw('rufus')]);
    expect([first.status, second.status].sort()).toEqual([200, 409]);
    expect((await draw('rufus')).status).toBe(409);
    const { list, round } = await view();
    expect(list.map(({ reference }) => reference)).not.toContain(late?.reference);
    const points = Object.fromEntries(list.map(({ reference, points: had }) => [reference, had]));
    // 3 for the lost home, 2 for living here, 1 for the size; what no paper shows counts nothing, and one person fills no two bedrooms.
    expect([displaced, living, plain, large, unshown].map((walk) => points[walk?.reference ?? ''])).toEqual([6, 3, 1, 2, 1]);
    expect(sealOfSeed(round.seed ?? '')).toBe(round.seal);
    expect(list.map(({ reference }) => reference)).toEqual(
      drawn(
        round.seed ?? '',
        list.map(({ reference, points: had }) => ({ reference, points: had })),
      ).map(({ reference }) => reference),
    );
  });

  it('can be worked again by anybody from what is published, with ten lines', async () => {
    const { seed } = (await cavren.stranger().get<PublicRound>(`/api/door/rounds/${code}`)).body;
    const list = (await cavren.stranger().get<string>(`/api/door/rounds/${code}/list.csv`)).body;
    const path = join(mkdtempSync(join(tmpdir(), 'cavren-draw-')), 'list.csv');
    const run = (text: string) => {
      writeFileSync(path, text);
      return spawnSync(process.execPath, [inRoot('docs', 'draw.mjs'), seed ?? '', path], { encoding: 'utf8' });
    };
    const again = run(list);
    expect([again.status, again.stderr]).toEqual([0, '']);
    expect(again.stdout.trim().split('\n').slice(1)).toEqual((await view()).list.map(({ rank, reference }) => `${rank} ${reference}`));
    // A list in which two change places is found out.
    const lines = list.trim().split('\n');
    const swapped = lines.map((line) => line.replace(/,(1|2),/, (_, place: string) => `,${place === '1' ? '2' : '1'},`));
    expect(run(swapped.join('\n')).status).toBe(1);
  });

  it('tells everybody their place, in the file, by message and on the phone', async () => {
    await cavren.jobs.runDue();
    await plain?.look();
    expect(plain?.file.round).toMatchObject({ of: 5 });
    expect(keysNow(plain as Walk)).toContain('round:place');
    expect(plain?.file.notices.map(({ kind }) => kind)).toEqual(['roundPlace']);
    await late?.look();
    expect(computePath((late as Walk).file, (late as Walk).view.today).entries.map(({ key }) => key)).toContain('round:out');
    const phone = await phoneOf(living as Walk);
    expect(phone.view.round).toMatchObject({ drawn: true, rank: 2, of: 5, ahead: 1, points: 3, offer: null });
    expect(phone.view.round?.preferences).toMatchObject([
      { label: 'Lives here', counts: true },
      { label: 'A size that fits', counts: true },
    ]);
  });

  it('offers a home to the first who waits for its size, once', async () => {
    expect((await offer('ropewalk-1', 'ansel')).status).toBe(403);
    const [one, two] = await Promise.all([offer('ropewalk-1'), offer('ropewalk-1', 'tamsin')]);
    expect([one.status, two.status].sort()).toEqual([200, 409]);
    await displaced?.look();
    expect(displaced?.file.unit).toMatchObject({ unit: { code: 'ropewalk-1' }, holdsUntil: null });
    expect(displaced?.file.request.amount).toBe(69_000);
    expect(keysNow(displaced as Walk)).toContain('round:offer');
    // Two bedrooms go to who asked for two, though others stand before them.
    await offer('ropewalk-4');
    expect((await view()).units.find(({ unit }) => unit.code === 'ropewalk-4')).toMatchObject({ taken: 'offered', by: large?.reference });
    expect((await offer('ropewalk-5')).status).toBe(409);
    // The database itself keeps a unit from being offered twice.
    const [row] = await select<{ id: string; file_id: string }>(cavren.db, "SELECT id, file_id FROM round_offer WHERE unit_id = 'harbour-homes.ropewalk-1'");
    const beside = execute(
      cavren.db,
      `INSERT INTO round_offer (id, round, file_id, unit_id, offered_at, offered_by, answer_by, state)
       SELECT 'beside', round, (SELECT id FROM file WHERE reference = :other), unit_id, offered_at, offered_by, answer_by, 'open' FROM round_offer WHERE id = :id`,
      { id: row?.id, other: plain?.reference },
    );
    await expect(beside).rejects.toThrow();
  });

  it('is answered by who it was made to, in time, and lets the refused home go to the next', async () => {
    const phone = await phoneOf(displaced as Walk);
    const offerId = phone.view.round?.offer?.id ?? '';
    expect(phone.view.round?.offer).toMatchObject({ unit: '1 Ropewalk', rent: '$690.00' });
    // Another’s offer isn’t theirs to answer.
    const other = await phoneOf(plain as Walk);
    expect((await other.post('/api/door/round/answer', { offerId, answer: 'accept' })).status).toBe(409);
    expect((await living?.act('wren', '/round/answer', { offerId, answer: 'accept' }))?.status).toBe(409);
    expect((await displaced?.act('ansel', '/round/answer', { offerId, answer: 'accept' }))?.status).toBe(403);
    expect((await displaced?.act('wren', '/unit/release'))?.status).toBe(409);
    expect((await phone.post('/api/door/round/answer', { offerId, answer: 'refuse', reason: 'No balcony' })).status).toBe(200);
    expect((await phone.post('/api/door/round/answer', { offerId, answer: 'accept' })).status).toBe(409);
    await displaced?.look();
    expect(displaced?.file.unit).toBeNull();
    expect(displaced?.file.round?.offers).toMatchObject([{ state: 'refused', reason: 'No balcony' }]);
    await offer('ropewalk-1');
    await living?.look();
    expect(living?.file.round?.offers).toMatchObject([{ unit: '1 Ropewalk', state: 'open' }]);
    const accepted = await living?.act('wren', '/round/answer', { offerId: living.file.round?.offers[0]?.id, answer: 'accept' });
    expect(accepted?.status, JSON.stringify(accepted?.body)).toBe(200);
    expect(keysNow(living as Walk).filter((key) => key.startsWith('round:'))).toEqual([]);
  });

  it('gives a place up after three: one refused, one not answered in time, one refused', async () => {
    await offer('ropewalk-2');
    await displaced?.look();
    expect(displaced?.file.round?.offers.at(-1)).toMatchObject({ unit: '2 Ropewalk', state: 'open' });
    const answerBy = displaced?.file.round?.offers.at(-1)?.answerBy ?? isoDate('2000-01-01');
    afterDays(11 + 20);
    expect(today() > answerBy).toBe(true);
    const tooLate = await displaced?.act('wren', '/round/answer', { offerId: displaced.file.round?.offers.at(-1)?.id, answer: 'accept' });
    expect([tooLate?.status, problem(tooLate as NonNullable<typeof tooLate>).code]).toEqual([409, 'late']);
    await cavren.services.rounds.sweep();
    await displaced?.look();
    expect(displaced?.file.round?.offers.map(({ state }) => state)).toEqual(['refused', 'lapsed']);
    await offer('ropewalk-3');
    await displaced?.look();
    await displaced?.act('wren', '/round/answer', { offerId: displaced.file.round?.offers.at(-1)?.id, answer: 'refuse', reason: 'Stairs' });
    expect(keysNow(displaced as Walk)).toContain('round:left');
    expect(displaced?.file.notices.map(({ kind }) => kind)).toContain('roundLeft');
    expect((await view()).list.find(({ reference }) => reference === displaced?.reference)).toMatchObject({ state: 'left', refused: 3 });
    // From then on homes go past them.
    await offer('ropewalk-3');
    expect((await view()).units.find(({ unit }) => unit.code === 'ropewalk-3')?.by).not.toBe(displaced?.reference);
    // Nobody who waited has lapsed meanwhile.
    await cavren.services.lapse.sweep();
    await plain?.look();
    expect(plain?.file.stage).toBe('gathering');
  });

  it('takes an offer back when its file ends, so that the home is free', async () => {
    const taken = (await view()).units.find(({ unit }) => unit.code === 'ropewalk-3');
    const holder = [plain, unshown].find((walk) => walk?.reference === taken?.by);
    await holder?.look();
    await holder?.act('wren', '/withdraw', { reason: 'Found a home elsewhere' });
    expect(holder?.file.round?.offers.at(-1)).toMatchObject({ state: 'takenBack' });
    expect((await view()).units.find(({ unit }) => unit.code === 'ropewalk-3')).toMatchObject({ taken: null });
  });

  it('leads from the home that was accepted to the keys, as every let does', async () => {
    await living?.look();
    for (const { key } of computePath((living as Walk).file, (living as Walk).view.today).conditions.filter(({ state }) => state === 'outstanding')) {
      await living?.upload(await png(), 'p.png', key);
      const amount = key.startsWith('income:') ? (living?.file.incomes[0]?.amount ?? null) : null;
      await living?.act('wren', `/papers/${living.file.papers.findLast(({ conditionKey }) => conditionKey === key)?.id ?? ''}/verdict`, {
        verdict: 'accepted',
        page: 1,
        amount,
      });
    }
    await living?.act('wren', '/move');
    expect(living?.file.stage, keysNow(living as Walk).join()).toBe('deciding');
  });
});
