import { entriesIn, linesOf, say, sealedDay, sealedDayProblem, sealedText, type IsoDate, type SealedDay, type SealedEntry, type Words } from '@cavren/core';
import type { SealedDayCopy } from '@cavren/contract';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { execute, inTransaction, select, Table, type Sequelize } from '../db/index';
import type { House } from '../house/index';
import { putWhole } from '../wholefile/index';
import { loadDayKey } from './dayKey';
import { timeStamps } from './stamp';

export type KeptDay = SealedDayCopy & { stampedAt: string | null };

/** So many files at most go into one sealing; where more have news, several follow one another. */
const FILES_AT_ONCE = 2000;

/** Something wrong with what was sealed: of which file and entry where that can be said, and on which day it was sealed. */
export interface SealedProblem {
  fileId: string | null;
  problem: Words;
}

interface StoredDay extends Omit<KeptDay, 'lines'> {
  entryLines: string;
}

const dayOf = (at: string): IsoDate => at.slice(0, 10) as IsoDate;
const copyOf = ({ stampedAt: _at, ...day }: KeptDay): SealedDayCopy => day;

function daysStore(db: Sequelize) {
  const table = new Table<StoredDay>(
    db,
    'sealed_day',
    {
      sequence: 'int',
      at: 'time',
      entries: 'int',
      entryLines: 'text',
      digest: 'key',
      previousHash: 'key',
      hash: 'key',
      signature: 'text',
      publicKey: 'text',
      stamp: 'text',
      stampedAt: 'time',
    },
    ['sequence'],
  );
  const toDay = ({ entryLines, ...day }: StoredDay): KeptDay => ({ ...day, lines: entryLines });
  const one = async (sequence: number): Promise<KeptDay | null> => {
    const row = await table.one({ sequence });
    return row && toDay(row);
  };
  return {
    one,
    async last(): Promise<SealedDay | null> {
      const [row] = await table.find({}, { order: [['sequence', 'DESC']], limit: 1 });
      return row ? toDay(row) : null;
    },
    /** Days without their entries, the newest first. */
    async page(from: number, size: number): Promise<{ total: number; items: Omit<KeptDay, 'lines'>[] }> {
      const [count] = await select<{ total: string }>(db, 'SELECT COUNT(*) AS total FROM sealed_day');
      const rows = await select<Record<string, unknown>>(
        db,
        `SELECT sequence, at, entries, digest, previous_hash AS previousHash, hash, signature, public_key AS publicKey, stamp, stamped_at AS stampedAt
         FROM sealed_day ORDER BY sequence DESC LIMIT ${size} OFFSET ${from}`,
      );
      const iso = (value: unknown): string | null => (value instanceof Date ? value.toISOString() : null);
      return {
        total: Number(count?.total ?? 0),
        items: rows.map((row) => ({ ...row, at: iso(row['at']), stampedAt: iso(row['stampedAt']) }) as unknown as Omit<KeptDay, 'lines'>),
      };
    },
    /** Entries that were written since their files were sealed last, of some files, in one snapshot. */
    news: (): Promise<SealedEntry[]> =>
      select<SealedEntry>(
        db,
        `SELECT h.file_id AS fileId, h.sequence, h.hash FROM history h JOIN
          (SELECT f.id, f.history_length AS upto, COALESCE(s.length, 0) AS sealed FROM file f LEFT JOIN sealed_length s ON s.file_id = f.id
           WHERE f.history_length > COALESCE(s.length, 0) ORDER BY f.id LIMIT ${FILES_AT_ONCE}) n
         ON h.file_id = n.id AND h.sequence > n.sealed AND h.sequence <= n.upto`,
      ),
    async keep({ lines, ...day }: KeptDay): Promise<void> {
      const lengths = new Map<string, number>();
      for (const { fileId, sequence } of entriesIn(lines)) lengths.set(fileId, Math.max(sequence, lengths.get(fileId) ?? 0));
      await inTransaction(db, async (tx) => {
        await table.insert({ ...day, entryLines: lines }, tx);
        await db.query('INSERT INTO sealed_length (file_id, length, at) VALUES :rows ON DUPLICATE KEY UPDATE length = VALUES(length), at = VALUES(at)', {
          replacements: { rows: [...lengths].map(([fileId, length]) => [fileId, length, new Date(day.at)]) },
          transaction: tx,
        });
      });
    },
    stamped: (sequence: number, stamp: string, at: Date) =>
      execute(db, 'UPDATE sealed_day SET stamp = :stamp, stamped_at = :at WHERE sequence = :sequence AND stamp IS NULL', { sequence, stamp, at }),
    unstamped: (): Promise<{ sequence: number }[]> => select(db, 'SELECT sequence FROM sealed_day WHERE stamp IS NULL ORDER BY sequence'),
    async sealedUpTo(fileId: string): Promise<{ sequence: number; at: string } | null> {
      const [row] = await select<{ length: number; at: Date }>(db, 'SELECT length, at FROM sealed_length WHERE file_id = :fileId', { fileId });
      return row ? { sequence: row.length, at: row.at.toISOString() } : null;
    },
    entriesOf: (fileId: string, from: number, to: number): Promise<{ sequence: number; hash: string }[]> =>
      select(db, 'SELECT sequence, hash FROM history WHERE file_id = :fileId AND sequence BETWEEN :from AND :to ORDER BY sequence', { fileId, from, to }),
  };
}

/** Copies of sealed days outside of the database, one file each; what was cut off or rewritten inside is held against them. */
function copiesIn(folder: string) {
  const pathOf = (sequence: number): string => join(folder, `${String(sequence).padStart(6, '0')}.json`);
  return {
    keep: (day: SealedDayCopy): Promise<void> => putWhole(pathOf(day.sequence), JSON.stringify(day)),
    async read(sequence: number): Promise<SealedDayCopy | null> {
      // One that can't be read is as good as none.
      return readFile(pathOf(sequence), 'utf8')
        .then((text) => JSON.parse(text) as SealedDayCopy)
        .catch(() => null);
    },
    async last(): Promise<number> {
      const names = await readdir(folder).catch(() => [] as string[]);
      return Math.max(0, ...names.map((name) => Number(/^(\d{6})\.json$/.exec(name)?.[1] ?? 0)));
    },
  };
}

/**
 * Seals what all histories gained: each sealing rests on the one before, is signed with a key outside of the database and
 * stamped with the time by another. What was sealed can't be written anew by whoever has the rights over the database alone.
 */
export async function sealedDays({ config, db, jobs, now }: House) {
  const store = daysStore(db);
  const key = await loadDayKey(config.dataFolder);
  const stamps = timeStamps(config.outside.timestamp, config.dataFolder);
  const copies = copiesIn(join(config.dataFolder, 'sealed-days'));

  async function seal(): Promise<void> {
    // What is written while this seals is left to the next sealing, or there would be no end to it under saves.
    for (let files = FILES_AT_ONCE; files === FILES_AT_ONCE;) {
      const news = await store.news();
      if (news.length === 0) break;
      files = new Set(news.map(({ fileId }) => fileId)).size;
      const lines = linesOf(news);
      const day = sealedDay(await store.last(), now().toISOString(), lines);
      const kept = { ...day, lines, signature: key.sign(sealedText(day)), publicKey: key.publicKey, stamp: null, stampedAt: null };
      await store.keep(kept);
      await copies.keep(copyOf(kept));
    }
    for (const { sequence } of await store.unstamped()) await jobs.add('history.stamp', String(sequence));
  }

  /** A day is stamped once its copy lies outside, with the stamp: whoever ended this server in between left a day that waits, and is taken up again. */
  async function stamp(sequence: number): Promise<void> {
    const day = await store.one(sequence);
    if (!day || day.stamp !== null) return;
    const text = sealedText(day);
    const given = await stamps.stamp(text);
    const at = await stamps.stampedAt(text, given);
    await copies.keep({ ...copyOf(day), stamp: given });
    await store.stamped(sequence, given, at);
  }

  /** What is wrong with a day by itself, behind the one before it, and against its copy outside. */
  async function dayProblem(day: KeptDay, copy: SealedDayCopy | null, previous: SealedDay | null): Promise<Words | null> {
    const { sequence } = day;
    const problem = sealedDayProblem(day, day.lines, previous);
    if (problem) return problem;
    const text = sealedText(day);
    if (!key.isOurs(text, day.signature, day.publicKey)) return say('history.daySignature', { sequence });
    if (copy && copy.hash !== day.hash) return say('history.dayNotItsCopy', { sequence });
    // One that waits for its stamp may still wait for its copy, too.
    if (day.stamp === null) return null;
    if (!copy) return say('history.dayCopyMissing', { sequence });
    const held = await stamps.stampedAt(text, day.stamp).then(
      () => true,
      () => false,
    );
    return held ? null : say('history.dayStamp', { sequence });
  }

  const isWhole = (copy: SealedDayCopy): boolean =>
    sealedDayProblem(copy, copy.lines, { sequence: copy.sequence - 1, hash: copy.previousHash }) === null &&
    key.isOurs(sealedText(copy), copy.signature, copy.publicKey);

  /** Holds the entries of a day against what stands in the histories now; of a file the first that is astray is named. @param upTo up to where each file was sealed before. */
  async function* entryProblems(day: Pick<SealedDay, 'at'>, lines: string, upTo: Map<string, number>, named: Set<string>): AsyncGenerator<SealedProblem> {
    const byFile = new Map<string, SealedEntry[]>();
    for (const entry of entriesIn(lines)) byFile.set(entry.fileId, [...(byFile.get(entry.fileId) ?? []), entry]);
    for (const [fileId, sealed] of byFile) {
      const first = sealed[0]?.sequence ?? 1;
      const last = sealed.at(-1)?.sequence ?? 0;
      if (first !== (upTo.get(fileId) ?? 0) + 1) yield { fileId, problem: say('history.dayLeavesOut', { sequence: first - 1, day: { day: dayOf(day.at) } }) };
      upTo.set(fileId, last);
      const now = new Map((await store.entriesOf(fileId, first, last)).map(({ sequence, hash }) => [sequence, hash]));
      const astray = sealed.find(({ sequence, hash }) => now.get(sequence) !== hash);
      if (astray && !named.has(fileId)) {
        named.add(fileId);
        const { sequence } = astray;
        const on = { day: dayOf(day.at) };
        yield {
          fileId,
          problem: now.has(sequence) ? say('history.entryNotAsSealed', { sequence, day: on }) : say('history.sealedEntryGone', { sequence, day: on }),
        };
      }
    }
  }

  return {
    seal,
    stamp,
    page: (from: number, size: number) => store.page(from, size),
    sealedUpTo: (fileId: string) => store.sealedUpTo(fileId),
    async copy(sequence: number): Promise<SealedDayCopy | null> {
      const day = await store.one(sequence);
      return day && copyOf(day);
    },
    /** Holds everything that was sealed against the histories. @returns how many days, how many of them wait for a time stamp, and what is wrong. */
    async verify(): Promise<{ days: number; unstamped: number; problems: SealedProblem[] }> {
      const problems: SealedProblem[] = [];
      const upTo = new Map<string, number>();
      const named = new Set<string>();
      const days = Math.max((await store.last())?.sequence ?? 0, await copies.last());
      let previous: SealedDay | null = null;
      for (let sequence = 1; sequence <= days; sequence += 1) {
        const [day, copy]: [KeptDay | null, SealedDayCopy | null] = [await store.one(sequence), await copies.read(sequence)];
        const problem: Words | null = day ? await dayProblem(day, copy, previous) : say('history.dayMissing', { sequence });
        if (problem) problems.push({ fileId: null, problem });
        // What lies outside can name the entries even where what is in the database no longer can.
        const trusted: SealedDayCopy | null = problem && copy && isWhole(copy) ? copy : day;
        if (trusted) for await (const one of entryProblems(trusted, trusted.lines, upTo, named)) problems.push(one);
        previous = trusted;
      }
      return { days, unstamped: (await store.unstamped()).length, problems };
    },
  };
}
export type SealedDays = Awaited<ReturnType<typeof sealedDays>>;
