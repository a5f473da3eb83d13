import type { Minor, PaymentOrder } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

/** An order to the bank to pay an amount from the house to an account, and what became of it. */
export interface PaymentRow {
  id: string;
  fileId: string;
  /** What it pays: the concept that gave the order knows what follows from it. */
  purpose: string;
  /** Which of several that it pays; null where there is one. */
  subject: string | null;
  /** Goes to the bank with the order, so that one that is repeated is carried out once. */
  transferKey: string;
  /** Keyed digest of the account that is to be paid. */
  about: string;
  amount: Minor;
  state: PaymentOrder['state'];
  problem: string | null;
  orderedAt: string;
  orderedBy: string;
  orderedById: string;
  /** The bank's own reference of what it did. */
  bankReference: string | null;
  settledAt: string | null;
}

export function paymentStore(db: Sequelize) {
  const table = new Table<PaymentRow>(
    db,
    'payment',
    {
      id: 'key',
      fileId: 'key',
      purpose: 'key',
      subject: 'key',
      transferKey: 'key',
      about: 'key',
      amount: 'money',
      state: 'key',
      problem: 'text',
      orderedAt: 'time',
      orderedBy: 'text',
      orderedById: 'key',
      bankReference: 'text',
      settledAt: 'time',
    },
    ['id'],
  );
  return {
    byId: (id: string, tx?: Tx) => table.one({ id }, { tx }),
    /** The newest order of a file for a purpose and what of it. */
    async newest(fileId: string, purpose: string, subject: string | null, tx?: Tx): Promise<PaymentRow | null> {
      const [row] = await table.find({ fileId, purpose, subject }, { tx, order: [['orderedAt', 'DESC']], limit: 1 });
      return row ?? null;
    },
    insert: (row: PaymentRow, tx: Tx) => table.insert(row, tx),
    update: (id: string, values: Partial<PaymentRow>, tx?: Tx) => table.update(values, { id }, tx),
  };
}
export type PaymentStore = ReturnType<typeof paymentStore>;

/** An order as a file shows it. */
export const orderOf = ({ state, amount, orderedAt, orderedBy, orderedById, problem }: PaymentRow): PaymentOrder => ({
  state,
  amount,
  orderedAt,
  orderedBy,
  orderedById,
  problem,
});
