import type { AssistanceResult } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

export type AssistanceRow = AssistanceResult & { fileId: string };

/** What households were told that they are given; a result is never changed but for when it was read. */
export function assistanceStore(db: Sequelize) {
  const table = new Table<AssistanceRow>(
    db,
    'assistance_result',
    { id: 'key', fileId: 'key', figures: 'json', givenAt: 'time', givenBy: 'text', readAt: 'time', readBy: 'text', readHow: 'key' },
    ['id'],
  );
  return {
    insert: (row: AssistanceRow, tx: Tx) => table.insert(row, tx),
    /** @returns how many it was: none where it had been read. */
    read: (id: string, values: Pick<AssistanceRow, 'readAt' | 'readBy' | 'readHow'>, tx: Tx) => table.update(values, { id, readAt: null }, tx),
    async newest(fileId: string, tx?: Tx): Promise<AssistanceResult | null> {
      const [row] = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['givenAt', 'DESC'],
            ['id', 'DESC'],
          ],
        },
      );
      if (!row) return null;
      const { fileId: _, ...result } = row;
      return result;
    },
  };
}
export type AssistanceStore = ReturnType<typeof assistanceStore>;
