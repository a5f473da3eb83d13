import type { FileState, Minor, Paper } from '@cavren/core';
import { select, Table, type Sequelize, type Tx } from '../db/index';

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
    /** How many papers a file holds and how many bytes they have, or those that one person of it sent; what was removed is counted, since its bytes stay. */
    async weight(fileId: string, personId: string | null, tx: Tx): Promise<{ papers: number; bytes: number }> {
      const [row] = await select<{ papers: string; bytes: string | null }>(
        db,
        `SELECT COUNT(*) AS papers, SUM(bytes) AS bytes FROM paper WHERE file_id = :fileId ${personId === null ? '' : 'AND person_id = :personId'}`,
        { fileId, personId },
        tx,
      );
      return { papers: Number(row?.papers ?? 0), bytes: Number(row?.bytes ?? 0) };
    },
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
