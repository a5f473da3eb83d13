import { CHAIN_START, chainProblem, entryHash, FIRST_HASH, type CheckPoint, type HistoryEntry, type Words } from '@cavren/core';
import { execute, Op, select, Table, type Sequelize, type Tx } from '../db/index';

interface HistoryRow {
  fileId: string;
  sequence: number;
  fileVersion: number;
  at: string;
  actor: string;
  actorId: string;
  act: string;
  subject: string;
  beforeValue: string | null;
  afterValue: string | null;
  previousHash: string;
  hash: string;
}

export type NewEntry = Omit<HistoryEntry, 'sequence' | 'previousHash' | 'hash'>;

/** Where a file's chain ends: kept with the file, whose row is held while somebody appends. */
interface ChainEnd {
  id: string;
  version: number;
  historyLength: number;
  historyHash: string | null;
}

/** After so many entries more a chain's check-point is moved on. */
const CHECKED_EVERY = 100;

export function historyStore(db: Sequelize) {
  const table = new Table<HistoryRow>(
    db,
    'history',
    {
      fileId: 'key',
      sequence: 'int',
      fileVersion: 'int',
      at: 'time',
      actor: 'text',
      actorId: 'key',
      act: 'key',
      subject: 'text',
      beforeValue: 'text',
      afterValue: 'text',
      previousHash: 'key',
      hash: 'key',
    },
    ['fileId', 'sequence'],
  );
  const checkPoints = new Table<CheckPoint & { fileId: string; at: string }>(
    db,
    'history_checkpoint',
    { fileId: 'key', sequence: 'int', hash: 'key', at: 'time' },
    ['fileId'],
  );
  const toEntry = ({ sequence, at, actor, actorId, act, subject, beforeValue, afterValue, previousHash, hash }: HistoryRow): HistoryEntry => ({
    sequence,
    at,
    actor,
    actorId,
    act,
    subject,
    before: beforeValue,
    after: afterValue,
    previousHash,
    hash,
  });
  const after = async (fileId: string, sequence: number): Promise<HistoryEntry[]> =>
    (await table.find({ fileId, sequence: { [Op.gt]: sequence } }, { order: [['sequence', 'ASC']] })).map(toEntry);

  return {
    /** Appends entries to a file's chain and moves its end on; the caller holds the file's row, so nobody else appends meanwhile. */
    async append(end: ChainEnd, entries: readonly NewEntry[], tx: Tx): Promise<HistoryEntry[]> {
      const rows = entries.map<HistoryRow>((entry) => {
        const previousHash = end.historyHash ?? FIRST_HASH;
        end.historyLength += 1;
        end.historyHash = entryHash({ ...entry, sequence: end.historyLength, previousHash });
        const { before, after: said, ...rest } = entry;
        return {
          ...rest,
          fileId: end.id,
          fileVersion: end.version,
          sequence: end.historyLength,
          beforeValue: before,
          afterValue: said,
          previousHash,
          hash: end.historyHash,
        };
      });
      await table.insertMany(rows, tx);
      return rows.map(toEntry);
    },
    /** The newest entry of some acts on one thing that says what came of it. */
    async lastOf(fileId: string, acts: readonly string[], subject: string): Promise<HistoryEntry | null> {
      const [row] = await table.find({ fileId, act: { [Op.in]: acts }, subject, afterValue: { [Op.ne]: null } }, { order: [['sequence', 'DESC']], limit: 1 });
      return row ? toEntry(row) : null;
    },
    async since(fileId: string, version: number, tx?: Tx): Promise<HistoryEntry[]> {
      return (await table.find({ fileId, fileVersion: { [Op.gt]: version } }, { tx, order: [['sequence', 'ASC']] })).map(toEntry);
    },
    async recent(fileId: string, most: number, tx?: Tx): Promise<HistoryEntry[]> {
      return (await table.find({ fileId }, { tx, order: [['sequence', 'DESC']], limit: most })).map(toEntry);
    },
    /** Entries before one of them, the newest first. */
    async before(fileId: string, sequence: number, most: number): Promise<HistoryEntry[]> {
      return (await table.find({ fileId, sequence: { [Op.lt]: sequence } }, { order: [['sequence', 'DESC']], limit: most })).map(toEntry);
    },
    all: (fileId: string): Promise<HistoryEntry[]> => after(fileId, 0),
    /**
     * The first thing wrong with a chain since it was last found to hold, or null. Where it holds, and much was added, the
     * check-point moves to its end.
     */
    async problemSince(fileId: string, length: number): Promise<Words | null> {
      const from = (await checkPoints.one({ fileId })) ?? CHAIN_START;
      // What was appended since the length was read belongs to it no more than it is missing from it.
      const entries = (await after(fileId, from.sequence)).filter(({ sequence }) => sequence <= length);
      const problem = chainProblem(entries, length, from);
      const last = entries.at(-1);
      if (problem === null && last && last.sequence - from.sequence >= CHECKED_EVERY)
        await execute(
          db,
          `INSERT INTO history_checkpoint (file_id, sequence, hash, at) VALUES (:fileId, :sequence, :hash, :at)
           ON DUPLICATE KEY UPDATE hash = IF(sequence < VALUES(sequence), VALUES(hash), hash), at = VALUES(at), sequence = GREATEST(sequence, VALUES(sequence))`,
          { fileId, sequence: last.sequence, hash: last.hash, at: new Date(last.at) },
        );
      return problem;
    },
    async actors(fileId: string, acts: readonly string[], tx?: Tx): Promise<string[]> {
      const rows = await select<{ actor_id: string }>(
        db,
        'SELECT actor_id FROM history WHERE file_id = :fileId AND act IN (:acts) GROUP BY actor_id ORDER BY MIN(sequence)',
        { fileId, acts },
        tx,
      );
      return rows.map(({ actor_id }) => actor_id);
    },
    /** Keeps who stated values last. */
    async state(fileId: string, subjects: readonly string[], { by, at, applicant }: { by: string; at: string; applicant: boolean }, tx: Tx): Promise<void> {
      await db.query(
        `INSERT INTO stated_value (file_id, subject, said_by, at, by_applicant) VALUES :rows
         ON DUPLICATE KEY UPDATE said_by = VALUES(said_by), at = VALUES(at), by_applicant = VALUES(by_applicant)`,
        { replacements: { rows: [...new Set(subjects)].map((subject) => [fileId, subject, by, new Date(at), applicant]) }, transaction: tx },
      );
    },
    /** Who stated each value of a file last, by its subject. */
    async statedBy(fileId: string): Promise<Record<string, { by: string; at: string; applicant: boolean }>> {
      const rows = await select<{ subject: string; said_by: string; at: Date; by_applicant: number }>(
        db,
        'SELECT subject, said_by, at, by_applicant FROM stated_value WHERE file_id = :fileId',
        { fileId },
      );
      return Object.fromEntries(
        rows.map(({ subject, said_by, at, by_applicant }) => [subject, { by: said_by, at: at.toISOString(), applicant: Boolean(by_applicant) }]),
      );
    },
    /** Every file, with the number of entries that its history should have. */
    async chains(): Promise<{ id: string; reference: string; length: number }[]> {
      return select(db, 'SELECT id, reference, history_length AS length FROM file ORDER BY reference');
    },
  };
}
export type HistoryStore = ReturnType<typeof historyStore>;
