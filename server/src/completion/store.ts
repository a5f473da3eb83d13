import type { PaymentOrder, Payout } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';

export interface PayoutRow {
  id: string;
  fileId: string;
  /** The payee of their own that is paid; null for the account that the request names. */
  payeeId: string | null;
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

const BLANK: Omit<PayoutRow, 'id' | 'fileId' | 'payeeId'> = {
  verifiedAbout: null,
  verifyAskedAt: null,
  verifiedAt: null,
  verifyProblem: null,
  transferKey: null,
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
      payeeId: 'key',
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
    all: (fileId: string, tx?: Tx) => table.find({ fileId }, { tx }),
    async of(fileId: string, payeeId: string | null, tx: Tx): Promise<PayoutRow> {
      const row = await table.one({ fileId, payeeId }, { tx });
      if (row) return row;
      const fresh = { id: nanoid(), fileId, payeeId, ...BLANK };
      await table.insert(fresh, tx);
      return fresh;
    },
    update: (id: string, values: Partial<PayoutRow>, tx?: Tx) => table.update(values, { id }, tx),
  };
}
export type CompletionStore = ReturnType<typeof completionStore>;

/** A payout as a file shows it. @param digest of the account that the file names now. @param order what was ordered last. */
export function payoutOf(row: PayoutRow, digest: string | null, order: PaymentOrder | null): Payout {
  const current = row.releasedAt !== null || (digest !== null && digest === row.verifiedAbout);
  return {
    verifyAskedAt: current ? row.verifyAskedAt : null,
    verifiedAt: current ? row.verifiedAt : null,
    verifyProblem: current ? row.verifyProblem : null,
    order,
    transferReference: row.transferReference,
    releasedAt: row.releasedAt,
    releasedBy: row.releasedBy,
    toCorrect: isToCorrect(row, order),
  };
}

/** Whether the bank said no to the account, or to paying it, and nothing else happened since. */
function isToCorrect({ releasedAt, verifyAskedAt, verifiedAt, verifyProblem }: PayoutRow, order: PaymentOrder | null): boolean {
  if (releasedAt !== null || verifyAskedAt !== null) return false;
  return order === null ? verifiedAt === null && verifyProblem !== null : order.state === 'failed';
}
