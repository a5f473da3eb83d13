/** One change of a version of the request, as a change of details. */
export type FitChange =
  | { op: 'set'; entity: 'request' | 'part' | 'debt' | 'asset' | 'use'; id: string | null; field: string; value: string | number | boolean | null }
  | { op: 'add'; entity: 'part' | 'income'; id: string; values: Record<string, string | number | boolean | null> }
  | { op: 'remove'; entity: 'part'; id: string };
