/** A state as it is shown by shape and colour. */
export type MarkKind = 'settled' | 'blocked' | 'waiting' | 'open' | 'signing' | 'none' | 'partly';
