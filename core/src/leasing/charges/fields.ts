import type { Minor, OrderState } from '../../basis/money/index';

/** By what money comes in or goes back: from an account at a bank, by a card, or over the counter. */
export const RECEIPT_WAY_LABEL = { bank: 'Bank account', card: 'Card', counter: 'Over the counter' } as const;
export type ReceiptWay = keyof typeof RECEIPT_WAY_LABEL;

/** Money that came in for what a file charges, or went back, and how far it is. */
export interface Receipt {
  id: string;
  /** in: paid to us; back: given back. */
  direction: 'in' | 'back';
  way: ReceiptWay;
  amount: Minor;
  /** Who paid, as they are called. */
  payer: string;
  state: OrderState;
  problem: string | null;
  /** The end of the card’s or account’s number, or the number of the receipt that was written. */
  reference: string | null;
  at: string;
  by: string;
}
