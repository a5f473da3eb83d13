/** What became of an order to a bank. ordered: it is on its way; unknown: the bank was asked and what it did isn't known; done: paid; failed: the bank said no; differs: it paid something else than was ordered. */
export type OrderState = 'ordered' | 'unknown' | 'done' | 'failed' | 'differs';

/** Whether something is still to be heard or settled of an order: nothing else is done with its money until then. */
export const isOpenOrder = (state: OrderState): boolean => state === 'ordered' || state === 'unknown' || state === 'differs';
