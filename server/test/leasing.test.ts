import type { DoorView, TodayPage, UnitBoard, UnitMatches } from '@cavren/contract';
import { addDays, addMonths, computePath, isoDate, leaseTermsOf, NO_LAST_DAY, paidIn } from '@cavren/core';
import { UniqueConstraintError } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { select } from '../src/db/index';
import { Phone } from './applicant';
import { Client, makeCavren, problem, Walk, type TestCavren } from './cavren';
import { keysNow } from './insured';
import { cottage, hold, owed, payOver, startOfLet, toDeciding, toLet, toMovingIn, toPay } from './letting';
import { png, textOf } from './samples';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const client = (who: string): Promise<Client> => cavren.as(who);
const bookings = (unit: string) =>
  select<{ file_id: string; state: string }>(cavren.db, 'SELECT file_id, state FROM unit_booking WHERE unit_id = :unit', { unit: `quay-cottages.${unit}` });

describe('a unit held for a file', () => {
  it('is held at the rent of the list, and stands on the board', async () => {
    const walk = await cottage(cavren);
    expect(keysNow(walk)).toContain('unit');
    expect((await hold(walk, 'gannet-5')).status).toBe(200);
    expect(walk.file.request.amount).toBe(108_000);
    expect(walk.file.unit).toMatchObject({ unit: { label: '5 Gannet Steps' }, state: 'held', startsOn: startOfLet() });
    expect(keysNow(walk).filter((key) => key.startsWith('unit'))).toEqual([]);
    const board = await (
      await client('ansel')
    ).get<UnitBoard>(`/api/units/quay-cottages/board?from=${startOfLet()}&until=${addDays(isoDate(startOfLet()), 40)}`);
    const taken = board.body.taken.filter(({ unitId }) => unitId === 'quay-cottages.gannet-5');
    expect(taken).toMatchObject([{ state: 'held', reference: walk.reference, name: walk.applicant.fullName, endsOn: NO_LAST_DAY }]);
  });

  it('goes to one of two: the other is told what else would do, and keeps what it had', async () => {
    const [first, second] = [await cottage(cavren), await cottage(cavren)];
    await hold(second, 'gannet-6');
    expect((await hold(first, 'gannet-7')).status).toBe(200);
    const refusal = await hold(second, 'gannet-7', 'tamsin');
    expect([refusal.status, problem(refusal).code]).toEqual([409, 'unit-taken']);
    expect(problem(refusal).title).toMatch(/^7 Gannet Steps can’t be had: held for somebody else\. These/);
    const others = problem(refusal).errors ?? [];
    expect(others.length).toBeGreaterThan(1);
    expect(others[0]?.message).toMatch(/, Two bedrooms, \$1,080\.00 a month$/);
    await second.look();
    expect(second.file.unit?.unit.code).toBe('gannet-6');
    // One of those that were named is taken at once.
    expect((await second.act('wren', '/unit', { unitId: others[0]?.path })).status).toBe(200);
    expect(await bookings('gannet-6')).toEqual([]);
  });

  it('can be swapped, and the rent goes with it; for other days it is held anew', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'coble-11');
    expect(walk.file.request.amount).toBe(118_000);
    await hold(walk, 'gannet-3');
    expect(walk.file.request.amount).toBe(86_000);
    await walk.details([{ op: 'set', entity: 'request', id: null, field: 'termMonths', value: 6 }]);
    expect(keysNow(walk)).toContain('unit:dates');
    await hold(walk, 'gannet-3');
    expect(walk.file.request.amount).toBe(93_000);
    expect(keysNow(walk)).not.toContain('unit:dates');
    await walk.details([{ op: 'set', entity: 'request', id: null, field: 'amount', value: 70_000 }]);
    expect(keysNow(walk)).toContain('unit:rent');
    await walk.act('wren', '/unit/release');
    expect(walk.file.unit).toBeNull();
    expect(await bookings('gannet-3')).toEqual([]);
  });

  it('is refused to who may not, for what isn’t there, without days, and for another product’s stock', async () => {
    const walk = await cottage(cavren);
    expect((await hold(walk, 'gannet-1', 'ansel')).status).toBe(403);
    expect((await hold(walk, 'nothing-1')).status).toBe(404);
    expect((await walk.act('wren', '/unit', { unitId: 'skerry-berths.a-1' })).status).toBe(404);
    expect((await hold(walk, 'gannet-8')).status).toBe(startOfLet() < '2027-04-01' ? 409 : 200);
    await walk.details([{ op: 'set', entity: 'request', id: null, field: 'termMonths', value: null }]);
    expect(problem(await hold(walk, 'gannet-1')).code).toBe('dates-missing');
    const stale = await (await client('wren')).post(`${walk.url}/unit`, { version: walk.version - 1, unitId: 'quay-cottages.gannet-1' });
    expect(stale.status).toBe(409);
  });

  it('runs out with a warning, and can then be had by another', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'coble-12');
    const begun = Date.parse(walk.file.unit?.holdsUntil ?? '');
    try {
      cavren.clock.at = new Date(begun - 5 * 3_600_000);
      await cavren.services.units.sweep();
      await cavren.jobs.runDue();
      const told = (await cavren.delivered()).filter(({ to }) => to === walk.applicant.email).map(({ body }) => body);
      expect(told.some((body) => body.includes('12 Coble Row is held for you for 5 more hours'))).toBe(true);
      await walk.look();
      expect(walk.file.unit?.unit.code).toBe('coble-12');
      // Run out, but nobody has looked yet: whoever asks first gets it, and the file learns that it has none.
      cavren.clock.at = new Date(begun + 1000);
      const other = await cottage(cavren);
      expect((await hold(other, 'coble-12')).status).toBe(200);
      await walk.await();
      expect(walk.file.unit).toBeNull();
      expect(keysNow(walk)).toContain('unit');
      expect(walk.view.recent[0]?.act).toBe('unit.runOut');
      // Where nobody asks, the sweep gives it up.
      cavren.clock.at = new Date(begun + 200 * 3_600_000);
      await cavren.services.units.sweep();
      await other.look();
      expect(other.file.unit).toBeNull();
      expect(await bookings('coble-12')).toEqual([]);
    } finally {
      cavren.clock.at = null;
    }
  });

  it('is found by need: sleeps four, step-free, under 1,300', async () => {
    const from = addDays(isoDate(startOfLet()), 400);
    const query = `from=${from}&months=12&sleeps=4&rentMost=130000&access=${encodeURIComponent('Step-free')}`;
    const { body } = await (await client('wren')).get<UnitMatches>(`/api/units/quay-cottages?${query}`);
    expect(body.matches.filter(({ why }) => why.length === 0).map(({ unit }) => unit.code)).toEqual(['gannet-6', 'coble-7', 'coble-12']);
    expect(body.access).toContain('Wide doors');
    expect((await (await client('wren')).get('/api/units/no-such?from=2027-01-01&months=12')).status).toBe(404);
    expect((await cavren.stranger().get('/api/units/quay-cottages?from=2027-01-01&months=12')).status).toBe(401);
  });
});

describe('two hundred who want the same unit on two servers', () => {
  it('never get a day of it twice', async () => {
    const second = await cavren.another();
    const walks: Walk[] = [];
    for (let at = 0; at < 8; at += 1) walks.push(await cottage(cavren, { from: addDays(isoDate(startOfLet()), at * 20), months: 6 + (at % 3) * 3 }));
    const here = await client('wren');
    const there = await new Client(second.app).signIn('tamsin');
    const units = ['coble-9', 'coble-10'];
    const answers: number[] = [];
    const codes = new Set<string>();
    for (let round = 0; round < 5; round += 1) {
      const tries = Array.from({ length: 40 }, async (_, at) => {
        const walk = walks[(at + round) % walks.length];
        const unit = units[(at + round) % units.length] ?? '';
        const { version } = (await here.get<{ version: number }>(walk?.url ?? '')).body;
        const answer = await (at % 2 === 0 ? here : there).post(`${walk?.url ?? ''}/unit`, { version, unitId: `quay-cottages.${unit}` });
        answers.push(answer.status);
        if (answer.status !== 200) codes.add(problem(answer).code);
      });
      await Promise.all(tries);
      const twice = await select<{ n: string }>(
        cavren.db,
        `SELECT COUNT(*) AS n FROM unit_booking a JOIN unit_booking b ON a.unit_id = b.unit_id AND a.id < b.id AND a.starts_on < b.ends_on AND b.starts_on < a.ends_on`,
      );
      expect(Number(twice[0]?.n)).toBe(0);
    }
    expect(answers).toHaveLength(200);
    expect(answers.filter((status) => status === 200).length).toBeGreaterThan(4);
    // Nobody met anything but a unit that was taken, or a file that was changed meanwhile.
    expect([...codes].filter((code) => !['unit-taken', 'stale', 'busy'].includes(code))).toEqual([]);
    for (const walk of walks) {
      await walk.look();
      const id = await walk.id();
      const rows = await select<{ unit_id: string }>(cavren.db, 'SELECT unit_id FROM unit_booking WHERE file_id = :id', { id });
      expect(rows.map(({ unit_id: unit }) => unit)).toEqual(walk.file.unit ? [walk.file.unit.unit.id] : []);
      await walk.act('wren', '/unit/release');
    }
  });
  it('are held apart by the database itself', async () => {
    const walk = await cottage(cavren, { from: addDays(isoDate(startOfLet()), 900) });
    await hold(walk, 'coble-13');
    const other = await cottage(cavren);
    const id = await other.id();
    const booked = () =>
      cavren.db.query(
        `INSERT INTO unit_booking (id, unit_id, file_id, starts_on, ends_on, term_ends_on, state, held_at, held_by)
         SELECT 'sneaked-in-row', unit_id, :id, starts_on, DATE_ADD(starts_on, INTERVAL 1 DAY), ends_on, 'held', NOW(), 'x' FROM unit_booking WHERE unit_id = 'quay-cottages.coble-13'`,
        { replacements: { id } },
      );
    await expect(booked()).rejects.toThrow(UniqueConstraintError);
  });
});

describe('what is paid', () => {
  it('stands before the gate that waits for it, in parts, and never more than is owed', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'gannet-1');
    await walk.consents();
    await walk.act('wren', '/move');
    expect(owed(walk)).toEqual(['owed:checking']);
    await payOver(walk, 1_000);
    expect(owed(walk)).toEqual(['owed:checking']);
    expect(problem(await payOver(walk, 5_000_000)).errors?.[0]?.path).toBe('amount');
    expect((await payOver(walk, 0)).status).toBe(422);
    expect((await payOver(walk, 2_000)).status).toBe(200);
    expect(owed(walk)).toEqual([]);
    expect((await payOver(walk, 100, 'ansel')).status).toBe(403);
  });

  it('comes from a card or an account by the bank, that says no where it does', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'gannet-2');
    const card = (number: string, amount: number) =>
      walk.act('wren', '/receipts', { way: 'card', amount, card: { number, expires: '09/29', name: 'Ida Holm' } });
    // Numbers of cards for tests only: each ends in its check digit (ISO/IEC 7812-1).
    expect(problem(await card('4000 0000 0000 0001', 1_000)).errors?.[0]?.path).toBe('card.number');
    expect(problem(await card('4000 0000 0000 0200', 1_000)).code).toBe('card-refused');
    await card('4000 0000 0000 0622', 1_000);
    await walk.await();
    expect(walk.file.receipts.at(-1)).toMatchObject({ way: 'card', state: 'failed', problem: 'The card was declined', reference: '0622' });
    expect((await card('4000 0000 0000 0077', 1_000)).status).toBe(200);
    expect(walk.file.receipts.at(-1)?.state).toBe('ordered');
    // While one is on its way no other is taken, and the file can't end.
    expect(problem(await payOver(walk, 100)).code).toBe('payment-open');
    expect(problem(await walk.act('wren', '/withdraw', { reason: 'Found another home' })).code).toBe('payment-open');
    await walk.await();
    expect(walk.file.receipts.at(-1)?.state).toBe('done');
    await walk.act('wren', '/receipts', { way: 'bank', amount: 500 });
    await walk.await();
    expect(paidIn(walk.file.receipts)).toBe(1_500);
    // Nothing of a card is kept but the service's own name for it, and its end.
    const [row] = await select<{ card: string; reference: string }>(cavren.db, 'SELECT card, reference FROM receipt WHERE reference = :tail', { tail: '0077' });
    expect(row?.card).toMatch(/^card-[0-9a-f]{16}-0077$/);
    const kept = await select(cavren.db, `SELECT 1 FROM history WHERE after_value LIKE '%4000000000000077%'`);
    expect(kept).toEqual([]);
  });

  it('is settled where the bank took something else, and asked again where it was away', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'gannet-4');
    await walk.act('wren', '/receipts', { way: 'card', amount: 1_000, card: { number: '4000000000000333', expires: '09/29', name: 'Ida Holm' } });
    await walk.await();
    const last = walk.file.receipts.at(-1);
    expect(last).toMatchObject({ state: 'differs' });
    const settle = (who: string) => walk.act(who, `/receipts/${last?.id ?? ''}/settle`, { outcome: 'returned', word: 'The bank gave it back' });
    expect((await settle('wren')).status).toBe(403);
    expect((await settle('dilys')).status).toBe(200);
    expect(walk.file.receipts.at(-1)?.state).toBe('failed');
    await cavren.setMode('bank', 'down');
    const away = await walk.act('wren', '/receipts', { way: 'card', amount: 1_000, card: { number: '4000000000000077', expires: '09/29', name: 'Ida Holm' } });
    expect([away.status, problem(away).code]).toEqual([503, 'service-away']);
    await walk.act('wren', '/receipts', { way: 'bank', amount: 1_000 });
    await walk.await();
    expect(walk.file.receipts.at(-1)?.state).toBe('unknown');
    await cavren.setMode('bank', 'normal');
    await cavren.jobs.makeAllDue();
    await walk.await();
    expect(walk.file.receipts.at(-1)?.state).toBe('done');
  });

  it('goes back to the cent where nothing is let, but for what a decision keeps', async () => {
    const walk = await toDeciding(await cottage(cavren), 'gannet-3');
    await walk.act('wren', '/receipts', { way: 'card', amount: 2_000, card: { number: '4000000000000077', expires: '09/29', name: 'Ida Holm' } });
    await walk.await();
    expect(problem(await walk.act('dilys', '/receipts/back', { reason: 'not yet' })).code).toBe('not-ended');
    await walk.act('ansel', '/decision', { outcome: 'decline', reasons: ['references'], comment: 'Two former landlords say no' });
    expect(walk.file.stage).toBe('declined');
    expect(walk.file.unit).toBeNull();
    // 30.00 for a screening is kept, since somebody decided; the 20.00 are the applicant's.
    expect(keysNow(walk)).toEqual(['giveBack']);
    expect((await walk.act('wren', '/receipts/back', { reason: 'declined' })).status).toBe(403);
    expect((await walk.act('dilys', '/receipts/back', { reason: 'declined' })).status).toBe(200);
    expect(walk.file.receipts.at(-1)).toMatchObject({ direction: 'back', way: 'card', amount: 2_000, state: 'ordered' });
    await walk.await();
    expect(keysNow(walk)).toEqual([]);
    expect(problem(await walk.act('dilys', '/receipts/back', { reason: 'again' })).code).toBe('nothing-back');
  });

  it('goes back whole before anybody decided, and over the counter with a receipt', async () => {
    const walk = await cottage(cavren);
    await hold(walk, 'coble-14');
    await payOver(walk, 3_000);
    await walk.act('wren', '/withdraw', { reason: 'Found another home' });
    expect(problem(await walk.act('dilys', '/receipts/back', { reason: 'withdrawn' })).errors?.[0]?.path).toBe('overCounter');
    expect((await walk.act('dilys', '/receipts/back', { reason: 'withdrawn', overCounter: 'B-17' })).status).toBe(200);
    expect(paidIn(walk.file.receipts)).toBe(0);
    expect(await bookings('coble-14')).toEqual([]);
  });
});

describe('at the front door', () => {
  const phoneOf = async (walk: Walk): Promise<Phone> => {
    await walk.act('wren', '/invite', { personId: walk.applicant.id });
    await cavren.jobs.runDue();
    return new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();
  };
  const take = (phone: Phone, unit: string) => phone.post<DoorView>('/api/door/unit', { unitId: `quay-cottages.${unit}` });

  it('who applies takes a unit that is free, sees what it costs, and loses one to whoever was faster', async () => {
    const walk = await cottage(cavren, { from: addDays(isoDate(startOfLet()), 1200) });
    const phone = await phoneOf(walk);
    expect(phone.view.lease?.choosing).toBe(true);
    expect(phone.view.lease?.choices.map(({ label }) => label)).toContain('5 Gannet Steps');
    const mine = (await take(phone, 'gannet-5')).body;
    expect(mine.lease?.unit).toMatchObject({ label: '5 Gannet Steps', state: 'held' });
    expect(mine.lease?.rent).toBe('$1,080.00');
    expect(mine.lease?.charges.map(({ label, amount }) => `${label}: ${amount}`)).toContain('Deposit: $1,080.00');
    // By what they are judged is told before they pay.
    expect(mine.lease?.criteria?.rules.length).toBeGreaterThan(5);
    const other = await cottage(cavren, { from: addDays(isoDate(startOfLet()), 1205) });
    await hold(other, 'gannet-6');
    const refusal = await take(phone, 'gannet-6');
    expect([refusal.status, problem(refusal).code]).toEqual([409, 'unit-taken']);
    expect(problem(refusal).errors?.length).toBeGreaterThan(0);
    await walk.look();
    expect(walk.file.unit?.unit.code).toBe('gannet-5');
    // Pressing on and on doesn't hold it on and on.
    const until = walk.file.unit?.holdsUntil;
    await take(phone, 'gannet-5');
    await walk.look();
    expect(walk.file.unit?.holdsUntil).toBe(until);
  });

  it('only while the details are theirs to give, and pays by card only what is owed', async () => {
    const walk = await cottage(cavren, { from: addDays(isoDate(startOfLet()), 1300) });
    const phone = await phoneOf(walk);
    await take(phone, 'gannet-1');
    const pay = (amount: number, number = '4000000000000077') =>
      phone.post<DoorView>('/api/door/pay', { amount, card: { number, expires: '09/29', name: 'Ida Holm' } });
    const owes = phone.view.lease?.owedMinor ?? 0;
    expect((await pay(owes + 200_000)).status).toBe(422);
    expect((await pay(100, '12')).status).toBe(422);
    expect((await pay(3_000)).status).toBe(200);
    expect(problem(await pay(100)).code).toBe('payment-open');
    await cavren.jobs.runDue();
    await walk.look();
    expect(paidIn(walk.file.receipts)).toBe(3_000);
    await walk.act('wren', '/take-back');
    expect(problem(await take(phone, 'gannet-3')).code).toBe('stage');
    // Nothing of the condition record is theirs before the lease is signed.
    expect((await phone.post('/api/door/record/sign', { name: walk.applicant.fullName })).status).toBe(409);
    expect((await phone.get('/api/door/record')).status).toBe(404);
  });
});

describe('the lease', () => {
  it('is signed with initials beside what asks for them, by letters of the signer’s own name', async () => {
    const walk = await toDeciding(await cottage(cavren, { from: addMonths(isoDate(startOfLet()), 24), name: 'Ysolde Marrow' }), 'coble-8');
    await walk.act('ansel', '/decision', { outcome: 'approve' });
    await walk.act('wren', '/agreement');
    await walk.await();
    const phone = await new Phone(cavren, walk.applicant.email ?? '', walk.applicant.phone ?? '', walk.reference).comeIn();
    await phone.post('/api/door/consent');
    await phone.readAll();
    const sign = (initials?: object) =>
      phone.post<DoorView>('/api/door/sign', {
        mark: 'typed',
        name: 'Ysolde Marrow',
        choice: phone.view.signing?.options[0],
        ...(initials ? { initials } : {}),
      });
    const faults = (answer: Parameters<typeof problem>[0]) => problem(answer).errors?.map(({ path }) => path);
    expect(faults(await sign())).toEqual(['initials/rules', 'initials/alarms']);
    expect(faults(await sign({ rules: 'YM', alarms: 'XM' }))).toEqual(['initials/alarms']);
    expect(walk.file.envelope?.signers).toMatchObject([{ state: 'invited', initials: null }]);
    expect((await sign({ rules: 'YM', alarms: 'y. m.', more: 'YM' })).status).toBe(200);
    await walk.await();
    expect(walk.file.envelope).toMatchObject({ state: 'complete', signers: [{ state: 'signed', initials: { rules: 'YM', alarms: 'y. m.' } }] });
    const sealed = textOf((await phone.get('/api/door/agreement?document=agreement')).response.rawPayload);
    expect(sealed).toContain('y. m.: I leave the smoke alarms where they are');
    expect(sealed).toContain('Beside these everybody who signs puts their initials');
  });
});

describe('moving in', () => {
  it('needs the lease, the money, the condition signed by both, and a third person with the keys', async () => {
    const walk = await toDeciding(await cottage(cavren, { from: addDays(isoDate(startOfLet()), 14) }), 'coble-9');
    expect(walk.file.unit?.state).toBe('held');
    const phone = await toMovingIn(cavren, walk);
    expect(walk.file.unit).toMatchObject({ state: 'kept', holdsUntil: null });
    expect(problem(await hold(walk, 'coble-7')).code).toBe('file-locked');
    const lease = textOf((await phone.get('/api/door/agreement?document=agreement')).response.rawPayload);
    const terms = leaseTermsOf(walk.file);
    for (const words of [
      'Lease of a quay cottage',
      '9 Coble Row, Two bedrooms',
      'To be paid before the keys',
      'Quiet from ten in the evening',
      'Quillhaven’s by-law on letting',
    ])
      expect(lease.replace(/\s+/g, ' ')).toContain(words);
    expect(terms?.months.length).toBe(13);
    expect(keysNow(walk)).toEqual(['owed:completing', 'handover:record', 'handover:keys']);

    const keys = (who: string, to = walk.applicant.id, early: string | null = 'They bring their furniture') => walk.act(who, '/keys', { keys: 2, to, early });
    expect(problem(await keys('dilys')).code).toBe('path-not-clear');
    await walk.act('wren', '/receipts', { way: 'bank', amount: toPay(walk.file) });
    await walk.await();
    expect(keysNow(walk)).toEqual(['handover:record', 'handover:keys']);

    // The condition, room by room; nobody signs half of it.
    expect((await walk.act('wren', '/record/sign')).status).toBe(409);
    await walk.act('wren', '/record');
    expect(problem(await walk.act('wren', '/record')).code).toBe('begun');
    const [first, ...others] = walk.file.handover.rooms;
    expect([first, ...others].map((room) => room?.room)).toEqual(['Living room', 'Kitchen', 'Front bedroom', 'Back bedroom', 'Bathroom', 'Yard']);
    expect(problem(await walk.act('wren', '/record/sign')).code).toBe('record-open');
    for (const { id } of others) await walk.act('wren', `/record/rooms/${id}`, { state: 'good', note: null });
    await walk.act('wren', `/record/rooms/${first?.id ?? ''}`, { state: 'worn', note: null });
    expect(problem(await walk.act('wren', '/record/sign')).title).toContain('Tell or show what is worn or damaged: Living room');
    const wren = await client('wren');
    const shown = await wren.upload(`${walk.url}/record/rooms/${first?.id ?? ''}/pictures`, await png(), 'floor.png', null);
    expect(shown.status).toBe(201);
    await walk.take(shown);
    expect(
      (await wren.upload(`${walk.url}/record/rooms/${first?.id ?? ''}/pictures`, Buffer.from('%PDF-1.4 no picture'), 'floor.png', null)).status,
    ).toBeGreaterThanOrEqual(400);
    expect((await walk.act('wren', '/record/sign')).status).toBe(200);
    expect(keysNow(walk)).toEqual(['handover:tenant', 'handover:keys']);

    // On the phone at the unit: only who moves in, only with their own name.
    expect((await phone.get('/api/door/record')).status).toBe(200);
    const picture = walk.file.handover.rooms[0]?.pictures[0]?.id ?? '';
    expect((await phone.get(`/api/door/record/pictures/${picture}`)).status).toBe(200);
    expect((await phone.post('/api/door/record/sign', { name: 'Somebody Else' })).status).toBe(422);
    const secondRoom = walk.file.handover.rooms[1];
    // Something is changed: what the house signed is another record, and it signs anew.
    expect((await phone.post(`/api/door/record/rooms/${secondRoom?.id ?? ''}`, { state: 'damaged', note: 'A tile is cracked' })).status).toBe(200);
    await walk.look();
    expect(walk.file.handover.signatures).toEqual([]);
    expect((await phone.post('/api/door/record/sign', { name: walk.applicant.fullName })).status).toBe(200);
    expect((await phone.post('/api/door/record/sign', { name: walk.applicant.fullName })).status).toBe(409);
    await walk.look();
    await walk.act('wren', '/record/sign');
    expect(keysNow(walk)).toEqual(['handover:keys']);

    expect((await keys('wren')).status).toBe(403);
    expect((await keys('ansel')).status).toBe(403);
    expect(problem(await keys('dilys', walk.file.people.find(({ role }) => role === 'referee')?.id)).errors?.[0]?.path).toBe('to');
    expect(problem(await keys('dilys', walk.applicant.id, null)).errors?.[0]?.path).toBe('early');
    expect((await keys('dilys')).status).toBe(200);
    expect(walk.file.handover.early).toBe('They bring their furniture');
    expect([walk.file.stage, walk.file.unit?.state]).toEqual(['done', 'let']);
    expect((await walk.act('wren', `/record/rooms/${secondRoom?.id ?? ''}`, { state: 'good', note: null })).status).toBe(409);
    await walk.await();
    const record = await wren.get(`${walk.url}/record`);
    expect(textOf(record.response.rawPayload)).toContain('A tile is cracked');
    expect(record.response.rawPayload.toString('latin1')).toContain('/ByteRange');
  });

  it('leaves days to keep: on Today when they come, in a calendar, seen to once', async () => {
    const walk = await toDeciding(await cottage(cavren), 'coble-7');
    const phone = await toMovingIn(cavren, walk);
    await toLet(walk, phone);
    // What is sealed by itself is sealed before the days go on.
    await walk.await();
    const calendar = await (await client('wren')).get<string>(`${walk.url}/key-dates.ics`);
    const events = calendar.body.split('BEGIN:VEVENT').slice(1);
    // Moving in, an inspection, the last day for notice and the end of the term: nobody knows yet when the deposit is due back.
    expect(events).toHaveLength(4);
    expect(calendar.body).toContain('SUMMARY:7 Coble Row: Inspection');
    expect(keysNow(walk)).toEqual([]);
    const inspection = addDays(isoDate(startOfLet()), 0);
    try {
      cavren.clock.at = new Date(Date.parse(`${addDays(inspection, 178)}T15:00:00Z`));
      const onToday = async (): Promise<boolean> =>
        (await (await client('wren')).get<TodayPage>('/api/today?waitingFor=me&page=1&size=50')).body.items.some(
          ({ reference }) => reference === walk.reference,
        );
      expect(await onToday()).toBe(false);
      // Nobody opens the file: the day itself brings what is due to Today, of one that is done too.
      await cavren.jobs.add('files.day', `day-${inspection}`);
      await cavren.jobs.runDue();
      expect(await onToday()).toBe(true);
      await walk.look();
      const due = computePath(walk.file, walk.view.today).now;
      expect(due.map(({ key }) => key.split(':').slice(0, 2).join(':'))).toEqual(['keyDate:inspection']);
      const [, code, on] = due[0]?.key.split(':') ?? [];
      expect((await walk.act('wren', '/key-dates', { code: 'inspection', on: '2020-01-01', note: null })).status).toBe(404);
      expect((await walk.act('wren', '/key-dates', { code, on, note: 'All well' })).status).toBe(200);
      expect(keysNow(walk)).toEqual([]);
      expect((await walk.act('wren', '/key-dates', { code, on, note: null })).status).toBe(404);
    } finally {
      cavren.clock.at = null;
    }
  });
});
