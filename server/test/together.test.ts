import { askableChecks, consentOf, signersOf } from '@cavren/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { change, makeCavren, openFile, problem, type TestCavren, type Walk } from './cavren';

/** What can be done together is one act: one version, one answer, and an entry of history for each thing that was done. */
let cavren: TestCavren;
let walk: Walk;
beforeAll(async () => {
  cavren = await makeCavren();
  walk = await openFile(cavren);
  await walk.typeAll({ couple: true });
});
afterAll(() => cavren.close());

const acts = async (act: string) =>
  (await (await cavren.as('wren')).get<{ items: { act: string }[] }>(`${walk.url}/history?size=100`)).body.items.filter((entry) => entry.act === act).length;

describe('all consents of one person', () => {
  it('are recorded as they were read out, in the language where there is such a text, and nothing of anybody else', async () => {
    const [applicant, partner] = signersOf(walk.file);
    const before = walk.view.version;
    expect((await walk.act('wren', '/consents/all', { personId: applicant?.id, language: 'mi', how: 'byPhone' })).status).toBe(200);
    expect(walk.view.version).toBe(before + 1);
    const given = walk.file.consents;
    expect(new Set(given.map(({ personId }) => personId))).toEqual(new Set([applicant?.id]));
    expect(given.map(({ kind }) => kind).sort()).toEqual(walk.file.product.consents.map(({ kind }) => kind).sort());
    expect(given.every(({ how, language }) => how === 'byPhone' && language === 'en')).toBe(true);
    expect(await acts('consent.record')).toBe(given.length);
    expect(consentOf(walk.file, partner?.id ?? '', 'lookUp')).toBeNull();
  });
  it('leave nothing to record a second time, and somebody of another file is nobody here', async () => {
    const other = await openFile(cavren);
    expect(problem(await walk.act('wren', '/consents/all', { personId: walk.applicant.id, how: 'inPerson' })).code).toBe('nothing-to-agree-to');
    expect((await walk.act('wren', '/consents/all', { personId: other.applicant.id, how: 'inPerson' })).status).toBe(409);
    expect((await walk.act('ansel', '/consents/all', { personId: walk.applicant.id, how: 'inPerson' })).status).toBe(403);
  });
});

describe('all checks of a file', () => {
  it('are asked for in one act: of who agreed, and not of who didn’t', async () => {
    const [applicant] = signersOf(walk.file);
    expect(askableChecks(walk.file).map(({ person, rule }) => [person.id, rule.kind])).toEqual([
      [applicant?.id, 'identity'],
      [applicant?.id, 'watchlist'],
    ]);
    const before = walk.view.version;
    expect((await walk.act('wren', '/checks/all')).status).toBe(200);
    expect(walk.view.version).toBe(before + 1);
    expect(walk.file.checks.map(({ personId, kind }) => [personId, kind]).sort()).toEqual(
      [
        [applicant?.id, 'identity'],
        [applicant?.id, 'watchlist'],
      ].sort(),
    );
    expect(await acts('check.ask')).toBe(2);
  });
  it('wait for no second asking; who has agreed since is asked about', async () => {
    expect(problem(await walk.act('wren', '/checks/all')).code).toBe('nothing-to-ask');
    const [, partner] = signersOf(walk.file);
    await walk.act('wren', '/consents/all', { personId: partner?.id, how: 'inPerson' });
    expect((await walk.act('wren', '/checks/all')).status).toBe(200);
    await walk.await();
    expect(walk.file.checks.map(({ state }) => state)).toEqual(['answered', 'answered', 'answered', 'answered']);
  });
  it('count no more once the details are others: only those are asked for again', async () => {
    await walk.details([change.set('person', walk.applicant.id, 'birthDate', '1989-04-03')]);
    expect(askableChecks(walk.file).every(({ person }) => person.id === walk.applicant.id)).toBe(true);
    expect((await walk.act('wren', '/checks/all')).status).toBe(200);
    expect(walk.file.checks.filter(({ state }) => state === 'waiting').map(({ personId }) => personId)).toEqual([walk.applicant.id, walk.applicant.id]);
  });
  it('are nobody’s whose role asks for none', async () => {
    for (const who of ['ansel', 'dilys', 'maud']) expect([who, (await walk.act(who, '/checks/all')).status]).toEqual([who, 403]);
  });
});
