/** Squares before the steps of a way, at the desk and at the front door: one that was taken, the one where it stands, one that is still to come. */
export const SQUARE = {
  past: 'bg-success border-success',
  now: 'bg-primary border-primary',
  ahead: 'border-ink-soft',
} as const;
