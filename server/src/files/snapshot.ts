import type { FileState, IsoDate } from '@cavren/core';
import { execute, select, type Sequelize, type Tx } from '../db/index';
import type { FileRow, Waiting } from './store';

/** What a file's rows add up to, without what its own row and its product say. */
export type KeptState = Omit<
  FileState,
  'reference' | 'stage' | 'stageSince' | 'openedAt' | 'receivedOn' | 'signedOn' | 'withApplicant' | 'channel' | 'completeOn' | 'product' | 'pack'
>;

/** The state of a file beside its rows, and what was projected of it. */
export interface Snapshot {
  state: KeptState;
  waiting: Waiting[];
  /** The names by which it is found. */
  words: string;
  projectedOn: IsoDate;
}

interface SnapshotRow {
  version: number;
  state: string;
  waiting: string;
  words: string;
  projected_on: IsoDate;
}

/** Snapshots are written in the transaction that changes the rows; whatever is not of the file's version is no snapshot of it. */
export function snapshotStore(db: Sequelize) {
  return {
    async of(row: FileRow, tx?: Tx): Promise<Snapshot | null> {
      const [kept] = await select<SnapshotRow>(
        db,
        'SELECT version, state, waiting, words, projected_on FROM file_snapshot WHERE file_id = :id',
        { id: row.id },
        tx,
      );
      if (kept?.version !== row.version) return null;
      return {
        state: JSON.parse(kept.state) as KeptState,
        waiting: JSON.parse(kept.waiting) as Waiting[],
        words: kept.words,
        projectedOn: kept.projected_on,
      };
    },
    put: ({ id, version }: FileRow, { state, waiting, words, projectedOn }: Snapshot, tx: Tx) =>
      execute(
        db,
        `INSERT INTO file_snapshot (file_id, version, state, waiting, words, projected_on) VALUES (:id, :version, :state, :waiting, :words, :projectedOn)
         ON DUPLICATE KEY UPDATE version = VALUES(version), state = VALUES(state), waiting = VALUES(waiting), words = VALUES(words), projected_on = VALUES(projected_on)`,
        { id, version, state: JSON.stringify(state), waiting: JSON.stringify(waiting), words, projectedOn },
        tx,
      ),
    /** Says that a file was looked at on a day and nothing of it came out otherwise. */
    looked: (id: string, on: IsoDate, tx: Tx) => execute(db, 'UPDATE file_snapshot SET projected_on = :on WHERE file_id = :id', { id, on }, tx),
    /** Files of some products that were last projected before a day and are open, or have something to do anew since they ended; after one of them, in the order of their ids. */
    olderThan: (productIds: readonly string[], on: IsoDate, after: string, most: number) =>
      select<{ id: string }>(
        db,
        `SELECT f.id FROM file f LEFT JOIN file_snapshot s ON s.file_id = f.id
         WHERE (f.is_open OR f.wakes_on <= :on) AND f.id > :after AND f.product_id IN (:productIds) AND (s.projected_on IS NULL OR s.projected_on < :on) ORDER BY f.id LIMIT :most`,
        { productIds, on, after, most },
      ),
    allIds: async (): Promise<string[]> => (await select<{ id: string }>(db, 'SELECT id FROM file ORDER BY id')).map(({ id }) => id),
  };
}
export type SnapshotStore = ReturnType<typeof snapshotStore>;
