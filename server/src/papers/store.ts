import type { FileState, Minor, Paper } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

export interface PaperRow extends Omit<Paper, 'proof'> {
  fileId: string;
  personId: string | null;
  contentHash: string;
  proofPage: number | null;
  proofAmount: Minor | null;
}

export function papersStore(db: Sequelize) {
  const table = new Table<PaperRow>(
    db,
    'paper',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      conditionKey: 'text',
      name: 'text',
      mediaType: 'text',
      bytes: 'int',
      contentHash: 'key',
      state: 'key',
      reason: 'text',
      addedAt: 'time',
      addedBy: 'text',
      judgedBy: 'text',
      judgedAt: 'time',
      proofPage: 'int',
      proofAmount: 'money',
    },
    ['id'],
  );
  return {
    isKept: async (contentHash: string) => (await table.one({ contentHash })) !== null,
    insert: (row: PaperRow, tx: Tx) => table.insert(row, tx),
    byId: (fileId: string, id: string, tx?: Tx) => table.one({ fileId, id }, { tx }),
    ofPerson: (fileId: string, personId: string) => table.find({ fileId, personId }, { order: [['addedAt', 'DESC']] }),
    update: (id: string, values: Partial<PaperRow>, tx: Tx) => table.update(values, { id }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['addedAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return {
        papers: rows.map(({ id, conditionKey, name, mediaType, bytes, state, reason, addedAt, addedBy, judgedBy, judgedAt, proofPage, proofAmount }) => ({
          id,
          conditionKey,
          name,
          mediaType,
          bytes,
          state,
          reason,
          addedAt,
          addedBy,
          judgedBy,
          judgedAt,
          proof: proofPage === null ? null : { page: proofPage, amount: proofAmount },
        })),
      };
    },
  };
}
export type PapersStore = ReturnType<typeof papersStore>;
