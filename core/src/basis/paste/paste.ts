import { nameWords } from '../names/index';

/** A name in one string, brought into the order given names, family name. */
export interface SplitName {
  fullName: string;
  knownAs: string | null;
  title: string | null;
}

const TITLES = new Set(['mr', 'mrs', 'ms', 'miss', 'mx', 'dr', 'prof', 'sir', 'rev', 'capt', 'captain']);

/**
 * Reads a name as it stands in a letter or list: a title in front is taken off, “Family, Given” is turned round, a name in
 * brackets or quotation marks is what the person is known as, and words all in capitals are written in small letters.
 * Words of other scripts stay as they are.
 * @returns the name; its words are those given, no letter lost but for a title.
 */
export function splitName(text: string): SplitName {
  let rest = text.normalize('NFC').replace(/\s+/g, ' ').trim();
  let knownAs: string | null = null;
  rest = rest.replace(/\s*[("“‘']([^()"“”‘’']{2,40})[)"”’']\s*/u, (match: string, inside: string, at: number) => {
    const quoted = match.trim().startsWith("'") && at > 0 && /\p{L}/u.test(rest[at - 1] ?? '');
    if (quoted) return match;
    knownAs = inside.trim();
    return ' ';
  });
  const comma = /^([^,]+),\s*([^,]+)$/.exec(rest.trim());
  rest = comma ? `${comma[2]?.trim() ?? ''} ${comma[1]?.trim() ?? ''}` : rest.trim();
  const words = rest.split(' ').filter(Boolean);
  const [first = ''] = words;
  const title = words.length > 1 && TITLES.has(first.toLowerCase().replace('.', '')) ? first : null;
  const kept = title ? words.slice(1) : words;
  return { fullName: kept.map(quiet).join(' '), knownAs, title };
}

/** SOLVANE → Solvane, O'NEIL-HAY → O'Neil-Hay; words that are not all capitals, and initials, stay. */
function quiet(word: string): string {
  const letters = word.replace(/[^\p{L}]/gu, '');
  if (letters.length < 3 || letters !== letters.toUpperCase() || letters === letters.toLowerCase()) return word;
  return word.toLowerCase().replace(/(^|[-'’])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase());
}

/** An address in one string, in its parts; null where nothing was found. */
export interface SplitAddress {
  line: string | null;
  town: string | null;
  region: string | null;
  postalCode: string | null;
}

const POSTAL: Record<string, RegExp> = {
  US: /\b(\d{5}(?:-\d{4})?)\b(?=\D*$)/,
  GB: /\b([A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2})\b(?=[^A-Z\d]*$)/i,
  NZ: /\b(\d{4})\b(?=\D*$)/,
  AU: /\b(\d{4})\b(?=\D*$)/,
  DE: /\b(\d{5})\b/,
  FR: /\b(\d{5})\b/,
  IN: /\b(\d{6})\b(?=\D*$)/,
  IE: /\b([A-Z]\d[\dW] ?[A-Z\d]{4})\b(?=[^A-Z\d]*$)/i,
};

/**
 * Reads an address that was pasted in lines or with commas: the last line holds town, region and postal code, the one
 * before it the street. A region is the letters between town and code in places that write one (two capitals in the US).
 * @param region country of the place, ISO 3166-1 alpha-2.
 * @returns null when the text has only one part, so that it may well be a street alone.
 */
export function splitAddress(text: string, region: string): SplitAddress | null {
  const parts = text
    .normalize('NFC')
    .split(/[\n,;]+/)
    .map((part) => part.replace(/\s+/g, ' ').trim())
    .filter(Boolean);
  if (parts.length < 2) return null;
  const [line = null, ...others] = parts;
  let rest = others.join(', ');
  const postal = (POSTAL[region] ?? /\b([A-Z\d][A-Z\d -]{2,9}\d[A-Z\d]*)\b(?=[^A-Z\d]*$)/i).exec(rest);
  if (postal) rest = rest.replace(postal[0], ' ');
  let area: string | null = null;
  if (region === 'US' || region === 'AU') {
    const found = /(?:^|[\s,])([A-Z]{2,3})[\s,.]*$/.exec(rest);
    if (found) {
      area = found[1] ?? null;
      rest = rest.slice(0, found.index);
    }
  }
  const left = rest
    .split(',')
    .map((part) => part.replace(/\s+/g, ' ').trim())
    .filter(Boolean);
  const town = left.pop() ?? null;
  return { line: [line, ...left].join(', '), town, region: area, postalCode: postal?.[1]?.toUpperCase() ?? null };
}

/** Whether two addresses are the same place, whatever capitals, marks and usual shortenings they are written with. */
export function samePlace(a: Pick<SplitAddress, 'line' | 'town' | 'postalCode'>, b: Pick<SplitAddress, 'line' | 'town' | 'postalCode'>): boolean {
  const key = (address: typeof a) =>
    [address.line, address.postalCode ?? address.town]
      .map((part) =>
        nameWords(part ?? '')
          .map(shortened)
          .join(' '),
      )
      .join('|');
  return a.line !== null && b.line !== null && key(a) === key(b);
}

const SHORT: Record<string, string> = {
  street: 'st',
  road: 'rd',
  avenue: 'ave',
  lane: 'ln',
  drive: 'dr',
  court: 'ct',
  place: 'pl',
  square: 'sq',
  apartment: 'apt',
};
const shortened = (word: string): string => SHORT[word] ?? word;
