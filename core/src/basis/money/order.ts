/** What became of an order to a bank. ordered: it is on its way; unknown: the bank was asked and what it did isn't known; done: paid; failed: the bank said no; differs: it paid something else than was ordered. */
export const ORDER_STATES = ['ordered', 'unknown', 'done', 'failed', 'differs'] as const;
export type OrderState = (typeof ORDER_STATES)[number];

/** Whether something is still to be heard or settled of an order: nothing else is done with its money until then. */
export const isOpenOrder = (state: OrderState): boolean => state === 'ordered' || state === 'unknown' || state === 'differs';
