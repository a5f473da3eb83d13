type Part = Record<string, unknown> | readonly unknown[];
const isPart = (value: unknown): value is Part =>
  typeof value === 'object' && value !== null && (Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype);

/** What an element of a list is called by itself, so that it is known again where others came or went before it. */
function ownName(value: unknown): string | null {
  if (!isPart(value) || Array.isArray(value)) return null;
  const { key, id } = value as { key?: unknown; id?: unknown };
  return typeof key === 'string' ? key : typeof id === 'string' ? id : null;
}
function byOwnName(list: readonly unknown[]): Map<string, unknown> | null {
  if (ownName(list[0]) === null) return null;
  const named = new Map(list.map((value) => [ownName(value) ?? '', value]));
  return named.size === list.length ? named : null;
}

function compare(before: unknown, now: unknown, done: Map<Part, Part>): unknown {
  if (before === now || !isPart(before) || !isPart(now) || Array.isArray(before) !== Array.isArray(now)) return Object.is(before, now) ? before : now;
  const known = done.get(now);
  // A part that stands in several places is looked at once; where it stood for another part before, it is simply new.
  if (known !== undefined) return known;
  const old = before as Record<string, unknown>;
  const fresh = now as Record<string, unknown>;
  const names = Object.keys(fresh);
  let same = Object.keys(old).length === names.length;
  const byName = Array.isArray(before) ? byOwnName(before) : null;
  for (const name of names) {
    const value = compare(byName?.get(ownName(fresh[name]) ?? '') ?? old[name], fresh[name], done);
    if (value !== fresh[name]) fresh[name] = value;
    if (!Object.is(value, old[name])) same = false;
  }
  const result = same ? before : now;
  done.set(now, result);
  return result;
}

/**
 * What there is now, in which every part that is as it was before is the same object as before: what was drawn from such a
 * part needs no drawing again. Works in what is given as `now`, which therefore has to be the caller's own.
 * @param before what was kept last @param now plain data: objects, lists, texts, numbers, without circles.
 */
export function kept<T>(before: unknown, now: T): T {
  return compare(before, now, new Map()) as T;
}
