import type { LeaseNotice } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';

type NoticeRow = LeaseNotice & { fileId: string };

/** Notice that was given, and what was taken back of it. */
export function leavingStore(db: Sequelize) {
  const notices = new Table<NoticeRow>(
    db,
    'lease_notice',
    {
      id: 'key',
      fileId: 'key',
      side: 'key',
      personId: 'key',
      givenOn: 'date',
      endsOn: 'date',
      agreed: 'text',
      takenAt: 'time',
      takenBy: 'text',
      backAt: 'time',
      backBy: 'text',
      backWhy: 'text',
    },
    ['id'],
  );
  return {
    load: async (fileId: string, tx?: Tx): Promise<LeaseNotice[]> =>
      (await notices.find({ fileId }, { tx, order: [['takenAt', 'ASC']] })).map(({ fileId: _, ...notice }) => notice),
    take: (row: Omit<NoticeRow, 'id'>, tx: Tx) => notices.insert({ id: nanoid(), ...row }, tx),
    takeBack: (id: string, values: Pick<NoticeRow, 'backAt' | 'backBy' | 'backWhy'>, tx: Tx) => notices.update(values, { id }, tx),
  };
}
export type LeavingStore = ReturnType<typeof leavingStore>;
