import { entryHash, FIRST_HASH, type HistoryEntry } from '@cavren/core';
import { Op, select, Table, type Sequelize, type Tx } from '../db/index';

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

  return {
    /** Appends entries to a file's chain; the caller holds the file's row, so nobody else appends meanwhile. @returns the chain's length. */
    async append(fileId: string, fileVersion: number, entries: readonly NewEntry[], tx: Tx): Promise<number> {
      const last = (await table.find({ fileId }, { tx, order: [['sequence', 'DESC']], limit: 1 }))[0];
      let sequence = last?.sequence ?? 0;
      let previousHash = last?.hash ?? FIRST_HASH;
      const rows = entries.map<HistoryRow>((entry) => {
        sequence += 1;
        const hash = entryHash({ ...entry, sequence, previousHash });
        const { before, after, ...rest } = entry;
        const row = { ...rest, fileId, fileVersion, sequence, beforeValue: before, afterValue: after, previousHash, hash };
        previousHash = hash;
        return row;
      });
      await table.insertMany(rows, tx);
      return sequence;
    },
    async since(fileId: string, version: number, tx?: Tx): Promise<HistoryEntry[]> {
      return (await table.find({ fileId, fileVersion: { [Op.gt]: version } }, { tx, order: [['sequence', 'ASC']] })).map(toEntry);
    },
    async recent(fileId: string, most: number, tx?: Tx): Promise<HistoryEntry[]> {
      return (await table.find({ fileId }, { tx, order: [['sequence', 'DESC']], limit: most })).map(toEntry);
    },
    async all(fileId: string): Promise<HistoryEntry[]> {
      return (await table.find({ fileId }, { order: [['sequence', 'ASC']] })).map(toEntry);
    },
    async actors(fileId: string, acts: readonly string[], tx?: Tx): Promise<string[]> {
      const rows = await select<{ actor_id: string }>(
        db,
        'SELECT DISTINCT actor_id FROM history WHERE file_id = :fileId AND act IN (:acts)',
        { fileId, acts },
        tx,
      );
      return rows.map(({ actor_id }) => actor_id);
    },
    /** Who stated each value of a file last: the last change by subject. */
    async statedBy(fileId: string): Promise<Record<string, { by: string; at: string; applicant: boolean }>> {
      const rows = await select<{ subject: string; actor: string; actor_id: string; at: Date; is_staff: number }>(
        db,
        `SELECT h.subject, h.actor, h.actor_id, h.at, s.id IS NOT NULL AS is_staff FROM history h
         JOIN (SELECT subject, MAX(sequence) AS last FROM history WHERE file_id = :fileId AND act IN ('details.set', 'details.add') GROUP BY subject) newest
           ON newest.last = h.sequence LEFT JOIN staff s ON s.id = h.actor_id WHERE h.file_id = :fileId`,
        { fileId },
      );
      return Object.fromEntries(rows.map(({ subject, actor, at, is_staff }) => [subject, { by: actor, at: at.toISOString(), applicant: !is_staff }]));
    },
    /** Every file, with the number of entries that its history should have. */
    async chains(): Promise<{ id: string; reference: string; length: number }[]> {
      return select(db, 'SELECT id, reference, history_length AS length FROM file ORDER BY reference');
    },
  };
}
export type HistoryStore = ReturnType<typeof historyStore>;
