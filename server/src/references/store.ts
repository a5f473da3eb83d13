import type { LettingReference } from '@cavren/core';
import { Table, without, type Sequelize, type Tx } from '../db/index';

interface ReferenceRow extends LettingReference {
  fileId: string;
}

/** What was asked about earlier lettings, and what was said. */
export function referencesStore(db: Sequelize) {
  const rows = new Table<ReferenceRow>(
    db,
    'letting_reference',
    {
      id: 'key',
      fileId: 'key',
      homeId: 'key',
      refereeId: 'key',
      about: 'key',
      state: 'key',
      askedAt: 'time',
      askedBy: 'text',
      answeredAt: 'time',
      how: 'key',
      takenBy: 'text',
      said: 'json',
      reason: 'text',
    },
    ['id'],
  );
  return {
    async of(fileId: string, tx?: Tx): Promise<LettingReference[]> {
      const found = await rows.find(
        { fileId },
        {
          tx,
          order: [
            ['askedAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return found.map((row) => without(row, ['fileId']));
    },
    add: (fileId: string, row: LettingReference, tx: Tx) => rows.insert({ ...row, fileId }, tx),
    set: (id: string, values: Partial<LettingReference>, tx: Tx) => rows.update(values, { id }, tx),
  };
}
export type ReferencesStore = ReturnType<typeof referencesStore>;
