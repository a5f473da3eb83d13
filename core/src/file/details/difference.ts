/** How one state of a file differs from an earlier one, by part: rows that are new or changed, rows that are gone, and all else whole. */
export interface Difference {
  /** Rows by part: those that are new or changed, and the ids of those that are gone. */
  rows: Record<string, { put: { id: string }[]; gone: string[] }>;
  /** Parts that have no rows, and rows whose order changed, as they now are. */
  parts: Record<string, unknown>;
}

type Loose = Record<string, unknown>;
const isRows = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.every((row: unknown) => typeof row === 'object' && row !== null && typeof (row as { id?: unknown }).id === 'string');

/** Whether two values say the same; made for values that could be written as JSON. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null || Array.isArray(a) !== Array.isArray(b)) return false;
  const left = Object.keys(a);
  return left.length === Object.keys(b).length && left.every((key) => same((a as Loose)[key], (b as Loose)[key]));
}

function rowsDiffer(before: readonly { id: string }[], after: readonly { id: string }[]): Difference['rows'][string] | null {
  const earlier = new Map(before.map((row) => [row.id, row]));
  const now = new Set(after.map(({ id }) => id));
  const put = after.filter((row) => !same(earlier.get(row.id), row));
  const gone = before.filter(({ id }) => !now.has(id)).map(({ id }) => id);
  // Rows keep their order and new ones come last; whatever was put in otherwise is told whole.
  const kept = before.filter(({ id }) => now.has(id));
  const inOrder = kept.every(({ id }, at) => after[at]?.id === id);
  return inOrder ? { put, gone } : null;
}

/**
 * What changed between two states, of which the later was made out of the earlier: what is the same object in both is not
 * looked into.
 */
export function differenceOf(before: object, after: object): Difference {
  const difference: Difference = { rows: {}, parts: {} };
  for (const [part, now] of Object.entries(after)) {
    const then = (before as Loose)[part];
    if (same(then, now)) continue;
    const rows = isRows(then) && isRows(now) ? rowsDiffer(then, now) : null;
    if (rows) difference.rows[part] = rows;
    else difference.parts[part] = now;
  }
  return difference;
}

/** A state with a difference put on it: what `differenceOf` was made of comes out again. */
export function withDifference<State extends object>(before: State, { rows, parts }: Difference): State {
  const next: Loose = { ...(before as Loose), ...parts };
  for (const [part, { put, gone }] of Object.entries(rows)) {
    const fresh = new Map(put.map((row) => [row.id, row]));
    const kept = (next[part] as { id: string }[]).filter(({ id }) => !gone.includes(id)).map((row) => take(fresh, row));
    next[part] = [...kept, ...fresh.values()];
  }
  return next as State;
}

function take(fresh: Map<string, { id: string }>, row: { id: string }): { id: string } {
  const changed = fresh.get(row.id);
  fresh.delete(row.id);
  return changed ?? row;
}
