type Raw = Record<string, unknown>;

/** By what one entry of a list is told from the others, so that a product can change or leave out one that it extends. */
const KEY_OF: Record<string, (entry: Raw) => string> = {
  needs: ({ entity, field, when, roles }) => [entity, field, ...(when ? [JSON.stringify(when)] : []), ...((roles as string[] | undefined) ?? [])].join(' '),
  rows: ({ entity, where }) => [entity, ...(where ? [(where as Raw)['equals']] : [])].join(' '),
  limits: ({ measure }) => String(measure),
  questions: ({ code }) => String(code),
  consents: ({ kind }) => String(kind),
  monitoring: ({ code }) => String(code),
  checks: ({ kind }) => String(kind),
  conditions: ({ code, kinds }) => [code, ...((kinds as string[] | undefined) ?? [])].join(' '),
  declineReasons: ({ code }) => String(code),
  requestFields: ({ field }) => String(field),
};

interface ListChange {
  /** Entries to leave out, by their keys. */
  without?: string[];
  /** Entries to put in the place of those with their key, or after all others. */
  with?: Raw[];
}

const isObject = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value);

function changedList(name: string, list: readonly Raw[], { without = [], with: put = [] }: ListChange): Raw[] {
  const keyOf = KEY_OF[name];
  if (!keyOf) throw new Error(`The list ${name} can only be given whole`);
  const unknown = without.find((key) => !list.some((entry) => keyOf(entry) === key));
  if (unknown !== undefined) throw new Error(`There is no “${unknown}” to leave out of ${name}`);
  const fresh = new Map(put.map((entry) => [keyOf(entry), entry]));
  const kept = list.filter((entry) => !without.includes(keyOf(entry))).map((entry) => fresh.get(keyOf(entry)) ?? entry);
  const there = new Set(kept.map(keyOf));
  return [...kept, ...put.filter((entry) => !there.has(keyOf(entry)))];
}

/** One thing laid over another: objects member by member, lists as their change says, all else whole. */
function laidOver(below: Raw, above: Raw): Raw {
  const laid: Raw = { ...below };
  for (const [name, value] of Object.entries(above)) {
    const there = below[name];
    if (Array.isArray(there) && isObject(value)) laid[name] = changedList(name, there as Raw[], value);
    else laid[name] = isObject(there) && isObject(value) ? laidOver(there, value) : value;
  }
  return laid;
}

/**
 * A product as it is with all that it extends: each entry of `extends` names something of the catalogue, which may extend
 * further, and what comes later is laid over what comes before.
 * @throws Error where something is extended that isn't there, or in a circle.
 */
export function extended(raw: unknown, catalogue: ReadonlyMap<string, Raw>, within: readonly string[] = []): unknown {
  const { extends: names = [], ...own } = raw as Raw & { extends?: string[] };
  const below = names.reduce<Raw>((so, name) => {
    const piece = catalogue.get(name);
    if (!piece) throw new Error(`The catalogue has no ${name}`);
    if (within.includes(name)) throw new Error(`${name} extends itself`);
    return laidOver(so, extended(piece, catalogue, [...within, name]) as Raw);
  }, {});
  return laidOver(below, own);
}
