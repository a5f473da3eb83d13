import type { LineValues, LineVersion } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

export type LineVersionRow = Omit<LineVersion, 'values'> & {
  id: string;
  fileId: string;
  /** Whether it takes the line out. */
  withdraws: boolean;
  details: LineValues;
  orderKey: string;
  /** By which the issuing system is asked what became of it, once it has it. */
  ticket: string | null;
};

/** Lines of cover as they went to the issuing system; a version that was answered is never changed. */
export function linesStore(db: Sequelize) {
  const table = new Table<LineVersionRow>(
    db,
    'line_version',
    {
      id: 'key',
      fileId: 'key',
      lineId: 'key',
      version: 'int',
      state: 'key',
      withdraws: 'bool',
      details: 'json',
      number: 'key',
      faults: 'json',
      orderKey: 'key',
      ticket: 'key',
      sentAt: 'time',
      sentBy: 'text',
      answeredAt: 'time',
    },
    ['id'],
  );
  const all = (fileId: string, tx?: Tx) =>
    table.find(
      { fileId },
      {
        tx,
        order: [
          ['version', 'DESC'],
          ['sentAt', 'ASC'],
          ['lineId', 'ASC'],
        ],
      },
    );
  return {
    /** The newest version of each line. */
    async newest(fileId: string, tx?: Tx): Promise<LineVersionRow[]> {
      const seen = new Set<string>();
      return (await all(fileId, tx)).filter(({ lineId }) => !seen.has(lineId) && seen.add(lineId));
    },
    versions: (fileId: string, lineId: string) => table.find({ fileId, lineId }, { order: [['version', 'DESC']] }),
    waiting: (fileId: string, tx?: Tx) => table.find({ fileId, state: 'sent' }, { tx, order: [['lineId', 'ASC']] }),
    insertMany: (rows: LineVersionRow[], tx: Tx) => table.insertMany(rows, tx),
    update: (id: string, values: Partial<LineVersionRow>, tx?: Tx) => table.update(values, { id }, tx),
    ticketed: (fileId: string, orderKey: string, ticket: string) => table.update({ ticket }, { fileId, orderKey }),
  };
}
export type LinesStore = ReturnType<typeof linesStore>;

/** A version as a file shows it. */
export const versionOf = ({ id: _, fileId: _f, withdraws: _w, orderKey: _o, ticket: _t, details, ...shown }: LineVersionRow): LineVersion => ({
  ...shown,
  values: details,
});
