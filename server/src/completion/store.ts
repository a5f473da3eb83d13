import type { FileState, PaymentOrder } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';

export interface PayoutRow {
  id: string;
  fileId: string;
  /** Keyed digest of the account that the bank was asked about; another account is not verified. */
  verifiedAbout: string | null;
  verifyAskedAt: string | null;
  verifiedAt: string | null;
  verifyProblem: string | null;
  /** A key that the bank may have seen before orders were records of their own. */
  transferKey: string | null;
  transferReference: string | null;
  releasedAt: string | null;
  releasedBy: string | null;
}

const BLANK: Omit<PayoutRow, 'id' | 'fileId'> = {
  verifiedAbout: null,
  verifyAskedAt: null,
  verifiedAt: null,
  verifyProblem: null,
  transferKey: null,
  transferReference: null,
  releasedAt: null,
  releasedBy: null,
};

/** What is known of a payout of which nothing was done yet. */
export const NO_PAYOUT: FileState['payout'] = {
  verifyAskedAt: null,
  verifiedAt: null,
  verifyProblem: null,
  order: null,
  transferReference: null,
  releasedAt: null,
  releasedBy: null,
};

export function completionStore(db: Sequelize) {
  const table = new Table<PayoutRow>(
    db,
    'payout',
    {
      id: 'key',
      fileId: 'key',
      verifiedAbout: 'key',
      verifyAskedAt: 'time',
      verifiedAt: 'time',
      verifyProblem: 'text',
      transferKey: 'key',
      transferReference: 'text',
      releasedAt: 'time',
      releasedBy: 'text',
    },
    ['id'],
  );
  return {
    find: (fileId: string, tx?: Tx) => table.one({ fileId }, { tx }),
    async of(fileId: string, tx: Tx): Promise<PayoutRow> {
      const row = await table.one({ fileId }, { tx });
      if (row) return row;
      const fresh = { id: nanoid(), fileId, ...BLANK };
      await table.insert(fresh, tx);
      return fresh;
    },
    update: (id: string, values: Partial<PayoutRow>, tx?: Tx) => table.update(values, { id }, tx),
  };
}
export type CompletionStore = ReturnType<typeof completionStore>;

/** @param digest of the account that the file names now. @param order what was ordered last. */
export function payoutOf(row: PayoutRow | null, digest: string | null, order: PaymentOrder | null): FileState['payout'] {
  if (!row) return NO_PAYOUT;
  const current = row.releasedAt !== null || (digest !== null && digest === row.verifiedAbout);
  return {
    verifyAskedAt: current ? row.verifyAskedAt : null,
    verifiedAt: current ? row.verifiedAt : null,
    verifyProblem: current ? row.verifyProblem : null,
    order,
    transferReference: row.transferReference,
    releasedAt: row.releasedAt,
    releasedBy: row.releasedBy,
  };
}
