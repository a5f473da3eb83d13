import type { DoorView, UnitBoard } from '@cavren/contract';
import { addDays, addMonths, isoDate, NO_LAST_DAY } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { select } from '../src/db/index';
import { up } from '../src/db/migrations/031-leaving';
import { makeCavren, problem, type Client, type TestCavren } from './cavren';
import { cottage, hold, startOfLet, toDeciding, toLet, toMovingIn } from './letting';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

/** What of its migration touches bookings that there are. */
const opens = up.filter((statement) => statement.startsWith('UPDATE unit_booking b'));
const client = (who: string): Promise<Client> => cavren.as(who);

describe('a let that goes on from month to month', () => {
  const boardOf = async (unit: string) => {
    const far = addMonths(isoDate(startOfLet()), 40);
    const { body } = await (await client('ansel')).get<UnitBoard>(`/api/units/quay-cottages/board?from=${far}&until=${addMonths(far, 12)}`);
    return body.taken.filter(({ unitId }) => unitId === `quay-cottages.${unit}`).map(({ reference }) => reference);
  };

  it('leaves its unit to nobody after its term, until notice is given; and to nobody again once it was taken back', async () => {
    const walk = await toDeciding(await cottage(cavren), 'coble-10');
    const phone = await toMovingIn(cavren, walk);
    const notice = (wish: object = {}, who = 'wren') =>
      walk.act(who, '/lease-notice', { side: 'tenant', personId: walk.applicant.id, givenOn: today(), lastOn: null, agreed: null, ...wish });
    const today = (): string => walk.view.today;
    const termEnd = addMonths(isoDate(startOfLet()), 12);
    expect(problem(await notice()).code).toBe('stage');
    const steps = async () => (await phone.get<DoorView>('/api/door/me')).body.lease?.steps ?? [];
    expect((await steps()).filter(({ done }) => done).map(({ what }) => what)).toEqual(['Sign the lease', expect.stringMatching(/^Pay \$30\.00: Screening/)]);
    expect((await steps()).at(-1)).toMatchObject({ what: 'Hand over the keys', mine: false, by: expect.stringMatching(/^by \d/) as unknown });
    await toLet(walk, phone);
    expect(await steps()).toEqual([]);
    expect(walk.file.unit).toMatchObject({ endsOn: termEnd, goesOn: true });
    expect(await boardOf('coble-10')).toEqual([walk.reference]);

    // Years after the term somebody else wants it, at the desk and at the front door's list.
    const later = await cottage(cavren, { from: addMonths(termEnd, 24) });
    const refused = await hold(later, 'coble-10');
    expect([refused.status, problem(refused).code]).toEqual([409, 'unit-taken']);
    expect(problem(refused).title).toContain('let, and goes on until notice is given');

    // Whoever gives it, when, and for which day.
    for (const who of ['ansel', 'dilys']) expect((await notice({}, who)).status, who).toBe(403);
    const referee = walk.file.people.find(({ role }) => role === 'referee')?.id;
    expect(problem(await notice({ personId: referee })).errors?.[0]?.path).toBe('personId');
    expect(problem(await notice({ personId: null })).errors?.[0]?.path).toBe('personId');
    expect(problem(await notice({ givenOn: addDays(isoDate(today()), 1) })).errors?.[0]?.path).toBe('givenOn');
    expect(problem(await notice({ givenOn: addDays(isoDate(today()), -3) })).title).toContain('once the keys were handed over');
    const tooSoon = await notice({ lastOn: addDays(termEnd, -40) });
    expect(problem(tooSoon).errors?.[0]?.path).toBe('lastOn');
    expect(problem(tooSoon).title).toMatch(/^Notice given on .* reaches .* or .*; for another day, say how both agreed on it/);
    expect(problem(await notice({ lastOn: addDays(isoDate(today()), -1), agreed: 'Both by letter' })).errors?.[0]?.path).toBe('lastOn');
    expect(walk.file.leaseNotices).toEqual([]);

    // Given in time it reaches the end of the term; from then on the unit is free.
    expect((await notice()).status).toBe(200);
    expect(walk.file.leaseNotices).toMatchObject([{ side: 'tenant', personId: walk.applicant.id, endsOn: termEnd, agreed: null }]);
    expect(walk.file.unit?.goesOn).toBe(false);
    expect(problem(await notice()).code).toBe('given');
    await walk.await();
    const told = (await cavren.delivered()).filter(({ to }) => to === walk.applicant.email).map(({ body }) => body);
    expect(told.some((body) => body.includes('Your let of 10 Coble Row ends on'))).toBe(true);
    expect((await phone.get<DoorView>('/api/door/me')).body.lease?.unit?.end).toMatch(/^Ida Holm\w gave notice on .*: the last day is/);
    expect((await hold(later, 'coble-10')).status).toBe(200);

    // What was promised since can't be had back; what came free again can.
    const back = (who = 'wren') => walk.act(who, '/lease-notice/back', { why: 'They found nothing else' });
    expect(problem(await back()).code).toBe('unit-taken');
    await later.act('wren', '/unit/release');
    expect((await back('ansel')).status).toBe(403);
    expect((await back()).status).toBe(200);
    expect(problem(await back()).code).toBe('no-notice');
    expect(walk.file.leaseNotices).toMatchObject([{ backBy: 'Wren Halloway', backWhy: 'They found nothing else' }]);
    expect(problem(await hold(later, 'coble-10')).code).toBe('unit-taken');

    // Sooner than notice reaches, as both agreed: kept with their words, and the deposit is due back after it.
    expect((await notice({ side: 'house', personId: null, lastOn: addDays(isoDate(startOfLet()), 9), agreed: 'Both by letter of today' })).status).toBe(200);
    expect(walk.file.leaseNotices.at(-1)).toMatchObject({ side: 'house', personId: null, agreed: 'Both by letter of today' });
    const calendar = await (await client('wren')).get<string>(`${walk.url}/key-dates.ics`);
    expect(calendar.body).toContain('SUMMARY:10 Coble Row: Last day of the let');
    expect(calendar.body).toContain('The deposit is due back');
    const sooner = await cottage(cavren, { from: addDays(isoDate(startOfLet()), 10) });
    expect((await hold(sooner, 'coble-10')).status).toBe(200);
  });

  it('isn’t begun where somebody comes after its term', async () => {
    const comes = await cottage(cavren, { from: addMonths(isoDate(startOfLet()), 14) });
    expect((await hold(comes, 'gannet-2')).status).toBe(200);
    const before = await cottage(cavren);
    const refused = await hold(before, 'gannet-2');
    expect(problem(refused).title).toMatch(/2 Gannet Steps can’t be had: held for somebody else from .* on, and a let goes on until notice is given/);
    expect(problem(refused).errors?.length).toBeGreaterThan(0);
  });

  it('is open at its end in a database of before, but where somebody was promised the unit since', async () => {
    const from = isoDate(startOfLet());
    const [first, second, alone] = [await cottage(cavren), await cottage(cavren, { from: addMonths(from, 12) }), await cottage(cavren)];
    await hold(second, 'gannet-7');
    await hold(alone, 'gannet-5');
    await cavren.db.query(`UPDATE unit_booking SET ends_on = term_ends_on WHERE unit_id IN ('quay-cottages.gannet-5', 'quay-cottages.gannet-7')`);
    await cavren.db.query(
      `INSERT INTO unit_booking (id, unit_id, file_id, starts_on, ends_on, term_ends_on, state, held_at, held_by)
       VALUES ('of-before', 'quay-cottages.gannet-7', :id, :from, :until, :until, 'held', NOW(), 'x')`,
      { replacements: { id: await first.id(), from, until: addMonths(from, 12) } },
    );
    for (const statement of opens) await cavren.db.query(statement);
    const ends = await select<{ unit_id: string; ends_on: string }>(
      cavren.db,
      "SELECT unit_id, ends_on FROM unit_booking WHERE unit_id IN ('quay-cottages.gannet-5', 'quay-cottages.gannet-7') ORDER BY unit_id, starts_on",
    );
    await cavren.db.query("DELETE FROM unit_booking WHERE id = 'of-before'");
    expect(opens).toHaveLength(1);
    expect(ends.map(({ ends_on: on }) => on)).toEqual([NO_LAST_DAY, addMonths(from, 12), NO_LAST_DAY]);
  });
});
