import type { FileState, Minor, PaymentOrder } from '@cavren/core';
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
  /** Goes to the bank with the order, so that one that is repeated is carried out once. */
  transferKey: string | null;
  orderState: PaymentOrder['state'] | null;
  /** Keyed digest of the account that was ordered to be paid. */
  orderAbout: string | null;
  orderAmount: Minor | null;
  orderedAt: string | null;
  orderedBy: string | null;
  orderedById: string | null;
  orderProblem: string | null;
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
  orderState: null,
  orderAbout: null,
  orderAmount: null,
  orderedAt: null,
  orderedBy: null,
  orderedById: null,
  orderProblem: null,
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
      orderState: 'key',
      orderAbout: 'key',
      orderAmount: 'money',
      orderedAt: 'time',
      orderedBy: 'text',
      orderedById: 'key',
      orderProblem: 'text',
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

/** @param digest of the account that the file names now. */
export function payoutOf(row: PayoutRow | null, digest: string | null): FileState['payout'] {
  if (!row) return NO_PAYOUT;
  const current = row.releasedAt !== null || (digest !== null && digest === row.verifiedAbout);
  const { orderState, orderAmount, orderedAt, orderedBy, orderedById, orderProblem } = row;
  return {
    verifyAskedAt: current ? row.verifyAskedAt : null,
    verifiedAt: current ? row.verifiedAt : null,
    verifyProblem: current ? row.verifyProblem : null,
    order:
      orderState === null || orderAmount === null
        ? null
        : {
            state: orderState,
            amount: orderAmount,
            orderedAt: orderedAt ?? '',
            orderedBy: orderedBy ?? '',
            orderedById: orderedById ?? '',
            problem: orderProblem,
          },
    transferReference: row.transferReference,
    releasedAt: row.releasedAt,
    releasedBy: row.releasedBy,
  };
}
