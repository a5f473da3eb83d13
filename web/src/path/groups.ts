import type { PathEntry, Words } from '@cavren/core';

/** Entries of one kind about one person, or about the file itself. */
export interface PathKind {
  kind: string;
  entries: PathEntry[];
  /** The rule behind all of them, where it is one; else each says its own. */
  why: Words | null;
}
export interface PathGroup {
  /** Whom the entries are about; null for the file itself. */
  personId: string | null;
  kinds: PathKind[];
}

const kindOf = ({ key }: PathEntry): string => key.split(':')[0] ?? key;
const same = (one: Words, other: Words): boolean => JSON.stringify(one) === JSON.stringify(other);
function put<T>(list: T[], found: (one: T) => boolean, make: () => T): T {
  const there = list.find(found);
  if (there) return there;
  const made = make();
  list.push(made);
  return made;
}

/** The Path by person and kind, each in the order in which it first comes, so that what comes first stays first. */
export function groupsOf(entries: readonly PathEntry[]): PathGroup[] {
  const groups: PathGroup[] = [];
  for (const entry of entries) {
    const group = put(
      groups,
      ({ personId }) => personId === entry.personId,
      () => ({ personId: entry.personId, kinds: [] }),
    );
    const kind = put(
      group.kinds,
      (one) => one.kind === kindOf(entry),
      () => ({ kind: kindOf(entry), entries: [], why: entry.why }),
    );
    kind.entries.push(entry);
    if (kind.why !== null && !same(kind.why, entry.why)) kind.why = null;
  }
  return groups;
}

/** Days from which on a deadline presses. */
const PRESSES = 2;
/** Whether the deadline of an entry is so near that it has to be said. */
export const presses = ({ due }: Pick<PathEntry, 'due'>, today: string): boolean =>
  due !== null && (Date.parse(due) - Date.parse(today)) / 86_400_000 <= PRESSES;
