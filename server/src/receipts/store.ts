import type { Minor, Receipt, ReceiptWay } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

export interface ReceiptRow {
  id: string;
  fileId: string;
  direction: Receipt['direction'];
  way: ReceiptWay;
  amount: Minor;
  payer: string;
  /** What people know it by: the end of a card's or account's number, the number of a receipt. */
  reference: string | null;
  /** Of money that goes back: what had come in. */
  ofReceipt: string | null;
  /** The card service's own name for a card. */
  card: string | null;
  /** When it was there, where no bank says so. */
  doneAt: string | null;
  madeAt: string;
  madeBy: string;
}

/** Money that came in for what files charge, and that went back. */
export function receiptStore(db: Sequelize) {
  const table = new Table<ReceiptRow>(
    db,
    'receipt',
    {
      id: 'key',
      fileId: 'key',
      direction: 'key',
      way: 'key',
      amount: 'money',
      payer: 'text',
      reference: 'text',
      ofReceipt: 'key',
      card: 'text',
      doneAt: 'time',
      madeAt: 'time',
      madeBy: 'text',
    },
    ['id'],
  );
  return {
    insert: (row: ReceiptRow, tx: Tx) => table.insert(row, tx),
    byId: (fileId: string, id: string, tx?: Tx) => table.one({ fileId, id }, { tx }),
    of: (fileId: string, tx?: Tx) =>
      table.find(
        { fileId },
        {
          tx,
          order: [
            ['madeAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      ),
  };
}
export type ReceiptStore = ReturnType<typeof receiptStore>;
