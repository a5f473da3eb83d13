import type { IsoDate } from '@cavren/core';
import { nanoid } from 'nanoid';
import type { PersonRow } from '../src/persons/index';

/** Numbers that come out the same each time. Source of the recurrence: Knuth, TAOCP 2, 3.3.4 (multiplier 1664525). */
export function randomFrom(seed: number): (below: number) => number {
  let state = seed >>> 0;
  return (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const STARTS = [
  'Al',
  'Be',
  'Cor',
  'Da',
  'El',
  'Fen',
  'Gar',
  'Hal',
  'Is',
  'Jo',
  'Ka',
  'Lo',
  'Mar',
  'Ne',
  'Os',
  'Per',
  'Ro',
  'Sol',
  'Ta',
  'Ul',
  'Ve',
  'Wen',
  'Yr',
  'Zo',
];
const MIDDLES = ['ba', 'ri', 'len', 'do', 'va', 'mi', 'tho', 'ran', 'se', 'ku', 'li', 'na', 'wen', 'go'];
const ENDS = ['a', 'in', 'ric', 'wyn', 'sen', 'mar', 'dric', 'la', 'ton', 'quist', 'berg', 'ley', 'ane', 'wick', 'ford', 'olt'];

/** Made-up persons: about 5,000 given names and 75,000 family names, some common and most rare, as in life. */
export function makePersons(count: number, seed = 1): PersonRow[] {
  const random = randomFrom(seed);
  const pick = (list: readonly string[]): string => list[random(list.length)] ?? '';
  const skewed = (list: readonly string[]): string => list[Math.min(random(list.length), random(list.length))] ?? '';
  const now = '2026-01-05T09:00:00.000Z';
  return Array.from({ length: count }, () => {
    const given = `${skewed(STARTS)}${pick(MIDDLES)}${pick(ENDS)}`;
    const family = `${pick(STARTS)}${pick(MIDDLES)}${pick(MIDDLES)}${pick(ENDS)}`;
    const birthDate = `${1940 + random(65)}-${String(1 + random(12)).padStart(2, '0')}-${String(1 + random(28)).padStart(2, '0')}` as IsoDate;
    return {
      id: nanoid(),
      kind: 'person',
      fullName: `${given} ${family}`,
      knownAs: null,
      birthDate,
      phone: null,
      email: null,
      language: null,
      contactBy: null,
      idKind: null,
      idNumberCipher: null,
      idNumberHash: null,
      idNumberTail: null,
      taxKind: null,
      taxNumberCipher: null,
      taxNumberHash: null,
      taxNumberTail: null,
      mergedInto: null,
      createdAt: now,
      updatedAt: now,
    };
  });
}

/** A name with one slip of the hand in it: a letter dropped, doubled, exchanged for another, or two neighbours swapped. */
export function withSlip(name: string, random: (below: number) => number): string {
  const letters = [...name];
  const places = letters.map((_, at) => at).filter((at) => /\p{L}/u.test(letters[at] ?? '') && /\p{L}/u.test(letters[at + 1] ?? ''));
  const at = places[random(places.length)] ?? 0;
  const letter = letters[at] ?? '';
  const how = random(4);
  if (how === 0) letters.splice(at, 1);
  else if (how === 1) letters.splice(at, 0, letter);
  else if (how === 2) letters[at] = 'abcdefghijklmnopqrstuvwxyz'[random(26)] ?? 'x';
  else [letters[at], letters[at + 1]] = [letters[at + 1] ?? '', letter];
  return letters.join('');
}
