import type { BoardSpan as Span, Minor } from '@cavren/core';

/** One unit on the board. */
export interface Line {
  key: string;
  label: string;
  plan: string;
  rent: Minor | null;
  spans: Span[];
}
export const STATE_WORD: Record<Span['state'], string> = { held: 'held', kept: 'kept', let: 'let', free: 'free', notYet: 'not yet' };
