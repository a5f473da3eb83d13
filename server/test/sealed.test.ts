import type { SealedDayCopy, SealedDayPage } from '@cavren/contract';
import { entryHash, FIRST_HASH } from '@cavren/core';
import { spawnSync } from 'node:child_process';
import { createHash, createPublicKey, verify, X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findProgram } from '../../scripts/setup/packages.mjs';
import { execute } from '../src/db/index';
import { verifyHistories } from '../src/index';
import { change, makeCavren, openFile, type TestCavren, type Walk } from './cavren';

let cavren: TestCavren;
beforeAll(async () => {
  cavren = await makeCavren();
});
afterAll(() => cavren.close());

const verified = () => verifyHistories(cavren.services.historyStore, cavren.services.sealedDays);
const problems = async () => (await verified()).problems.map(({ reference, problem }) => `${reference ?? 'days'}: ${problem}`);
const TRIGGERS = ['history_is_never_updated', 'history_is_never_deleted', 'sealed_day_is_never_deleted', 'sealed_day_is_only_stamped'];
const run = (sql: string, values: Record<string, unknown> = {}) => execute(cavren.db, sql, values);

/** A file whose applicant had these jobs. */
async function fileWith(employers: readonly string[]): Promise<Walk> {
  const walk = await openFile(cavren);
  for (const employer of employers) await walk.details([change.add('work', { personId: walk.applicant.id, kind: 'employed', employer })]);
  return walk;
}
async function sealAll(on: string): Promise<void> {
  cavren.clock.at = new Date(on);
  await cavren.services.sealedDays.seal();
  await cavren.jobs.runDue();
  cavren.clock.at = null;
}

/** What somebody with all rights over the database would do: an entry says something else, and every hash behind it is made anew. */
async function rewrite(walk: Walk, sequence: number, after: string): Promise<void> {
  const fileId = await walk.id();
  let previousHash = FIRST_HASH;
  for (const entry of await cavren.services.historyStore.all(fileId)) {
    const changed = { ...entry, after: entry.sequence === sequence ? after : entry.after, previousHash };
    const hash = entryHash(changed);
    await run('UPDATE history SET after_value = :after, previous_hash = :previousHash, hash = :hash WHERE file_id = :fileId AND sequence = :sequence', {
      after: changed.after,
      previousHash,
      hash,
      fileId,
      sequence: entry.sequence,
    });
    previousHash = hash;
  }
  await run('UPDATE file SET history_hash = :previousHash WHERE id = :fileId', { previousHash, fileId });
  await run('DELETE FROM history_checkpoint WHERE file_id = :fileId', { fileId });
}

describe('what all histories gained is sealed from day to day', () => {
  let first: Walk;
  let second: Walk;
  beforeAll(async () => {
    first = await fileWith(['Petrel Ferries', 'Tidewrack Boatyard']);
    await sealAll('2026-03-02T00:00:10.000Z');
    second = await fileWith(['Saltmeadow Clinic']);
    await first.details([change.set('request', null, 'termMonths', 48)]);
    await sealAll('2026-03-03T00:00:10.000Z');
  });

  it('each day rests on the one before, and names every entry once', async () => {
    const rufus = await cavren.as('rufus');
    const page = (await rufus.get<SealedDayPage>('/api/sealed-days')).body;
    expect(page.total).toBe(2);
    const [newest, oldest] = page.items;
    expect(newest?.previousHash).toBe(oldest?.hash);
    expect(oldest?.previousHash).toBe(FIRST_HASH);
    const copies = await Promise.all([1, 2].map(async (at) => (await rufus.get<SealedDayCopy>(`/api/sealed-days/${at}`)).body));
    const named = copies.flatMap(({ lines }) => lines.split('\n').filter(Boolean));
    const { entries } = await verified();
    expect(named).toHaveLength(entries);
    expect(new Set(named.map((line) => line.split(' ').slice(0, 2).join(' '))).size).toBe(entries);
    expect(await problems()).toEqual([]);
    // The numbers are those of the standards, worked by the platform: SHA-256 (FIPS 180-4) and Ed25519 (RFC 8032).
    for (const copy of copies) {
      expect(createHash('sha256').update(copy.lines).digest('hex')).toBe(copy.digest);
      const text = JSON.stringify([copy.sequence, copy.at, copy.entries, copy.digest, copy.previousHash]);
      expect(createHash('sha256').update(text).digest('hex')).toBe(copy.hash);
      expect(verify(null, Buffer.from(text), createPublicKey(copy.publicKey), Buffer.from(copy.signature, 'base64'))).toBe(true);
    }
  });
  it('a time stamp holds for OpenSSL too (RFC 3161), and for nothing else', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'stamp-'));
    const copy = (await (await cavren.as('rufus')).get<SealedDayCopy>('/api/sealed-days/1')).body;
    writeFileSync(join(folder, 'stamp.tsr'), Buffer.from(copy.stamp ?? '', 'base64'));
    const certificate = new X509Certificate(readFileSync(join(cavren.config.dataFolder, 'keys', 'time-stamps.crt')));
    writeFileSync(join(folder, 'service.pem'), certificate.toString());
    const openssl = (digest: string) =>
      spawnSync(
        findProgram('openssl') ?? 'openssl',
        ['ts', '-verify', '-digest', digest, '-in', join(folder, 'stamp.tsr'), '-CAfile', join(folder, 'service.pem')],
        { encoding: 'utf8' },
      );
    const held = openssl(copy.hash);
    expect(`${held.stdout}${held.stderr}`).toContain('Verification: OK');
    expect(openssl(copy.digest).status).not.toBe(0);
    rmSync(folder, { recursive: true });
  });
  it('a file says up to which entry it was sealed, and when', async () => {
    const page = await (await cavren.as('wren')).get<{ total: number; sealed: { sequence: number; at: string } | null }>(`${second.url}/history`);
    expect(page.body.sealed).toEqual({ sequence: page.body.total, at: '2026-03-03T00:00:10.000Z' });
  });
  it('days are given to who reviews and to who owns the policy, nobody else, and never as a number that isn’t one', async () => {
    for (const who of ['wren', 'ansel', 'dilys']) expect((await (await cavren.as(who)).get('/api/sealed-days')).status).toBe(403);
    expect((await cavren.stranger().get('/api/sealed-days/1')).status).toBe(401);
    const rufus = await cavren.as('rufus');
    expect((await rufus.get('/api/sealed-days/3')).status).toBe(404);
    expect((await rufus.get('/api/sealed-days/none')).status).toBe(422);
  });
  it('sealing again with nothing new seals nothing', async () => {
    await sealAll('2026-03-04T00:00:10.000Z');
    expect((await verified()).days).toBe(2);
  });
  it('the database itself refuses to change or remove what was sealed', async () => {
    await expect(run('DELETE FROM sealed_day WHERE sequence = 2')).rejects.toThrow('a sealed day is never deleted');
    await expect(run("UPDATE sealed_day SET entry_lines = '' WHERE sequence = 2")).rejects.toThrow('a sealed day is never changed');
    await expect(run('UPDATE sealed_day SET stamp = NULL WHERE sequence = 2')).rejects.toThrow('a sealed day is never changed');
  });
  it('without the time-stamp service a day is sealed and signed, and stamped once the service is back', async () => {
    for (const mode of ['down', 'rubbish'] as const) {
      await cavren.setMode('timestamp', mode);
      await fileWith(['Gullwing Stores']);
      await sealAll('2026-03-05T00:00:10.000Z');
      const { days, unstamped, problems: wrong } = await verified();
      expect([unstamped, wrong]).toEqual([1, []]);
      // A server that was ended between the day and its copy left none: that day waits, too, and has it with its stamp.
      const copy = join(cavren.config.dataFolder, 'sealed-days', `${String(days).padStart(6, '0')}.json`);
      rmSync(copy);
      expect((await verified()).problems).toEqual([]);
      await cavren.setMode('timestamp', 'normal');
      await cavren.jobs.makeAllDue();
      await cavren.jobs.runDue();
      expect((await verified()).unstamped).toBe(0);
      expect((JSON.parse(readFileSync(copy, 'utf8')) as SealedDayCopy).stamp).toBe((await cavren.services.sealedDays.copy(days))?.stamp);
      rmSync(copy);
      expect(await problems()).toEqual([`days: sealed day ${days} has no copy outside of the database`]);
      writeFileSync(copy, JSON.stringify(await cavren.services.sealedDays.copy(days)));
    }
  });

  describe('whoever has all rights over the database', () => {
    beforeAll(async () => {
      for (const trigger of TRIGGERS) await run(`DROP TRIGGER ${trigger}`);
    });

    it('can’t write history anew: the file, the entry and the day are named', async () => {
      await rewrite(first, 2, 'Somebody Else’s Boatyard');
      const [found, ...more] = await problems();
      expect(more).toEqual([]);
      expect(found).toBe(`${first.reference}: entry 2 is not the one that was sealed on 2 Mar 2026`);
      // The chain of the file alone would have passed for whole.
      const page = await (await cavren.as('wren')).get<{ chainProblem: unknown }>(`${first.url}/history`);
      expect(page.body.chainProblem).toBeNull();
    });
    it('can’t seal what was rewritten: the signature isn’t ours, and the copy outside names the entry all the same', async () => {
      const [before] = await cavren.services.sealedDays.page(0, 50).then(({ items }) => items.slice(-1));
      const lines = (await cavren.services.historyStore.all(await first.id()))
        .slice(0, before?.entries ?? 0)
        .map(({ sequence, hash }) => `${'x'.repeat(21)} ${sequence} ${hash}\n`)
        .join('');
      const digest = createHash('sha256').update(lines).digest('hex');
      const hash = createHash('sha256')
        .update(JSON.stringify([1, before?.at, before?.entries, digest, FIRST_HASH]))
        .digest('hex');
      await run('UPDATE sealed_day SET entry_lines = :lines, digest = :digest, hash = :hash WHERE sequence = 1', { lines, digest, hash });
      expect(await problems()).toEqual([
        'days: the signature of sealed day 1 is not ours',
        `${first.reference}: entry 2 is not the one that was sealed on 2 Mar 2026`,
      ]);
    });
    it('can’t cut sealed days off: those outside are missed inside', async () => {
      const { days } = await verified();
      await run('DELETE FROM sealed_day WHERE sequence = :days', { days });
      expect(await problems()).toContain(`days: sealed day ${days} is missing`);
    });
    it('can’t take a file away: what was sealed of it has gone', async () => {
      const fileId = await second.id();
      await run('DELETE FROM history WHERE file_id = :fileId', { fileId });
      await run('UPDATE file SET history_length = 0, history_hash = NULL WHERE id = :fileId', { fileId });
      expect(await problems()).toContain(`${second.reference}: entry 1, sealed on 3 Mar 2026, has gone`);
      await cavren.services.files.rebuild(fileId);
    });
    it('and a copy outside that is lost is said to be', async () => {
      const folder = join(cavren.config.dataFolder, 'sealed-days');
      const [first, second] = readdirSync(folder);
      rmSync(join(folder, first ?? ''));
      writeFileSync(join(folder, second ?? ''), '{ cut');
      // The first day was forged in the test before, which is said of it first.
      expect(await problems()).toEqual(expect.arrayContaining(['days: the signature of sealed day 1 is not ours']));
      expect((await problems()).some((one) => one.startsWith('days: sealed day 2'))).toBe(true);
    });
  });
});
