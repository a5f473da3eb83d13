import { say, type Words } from '../../basis/words/index';
import { digestOf, FIRST_HASH } from './history';

/** An entry of some file's history, as it is sealed: where it stands, and its hash. */
export interface SealedEntry {
  fileId: string;
  sequence: number;
  hash: string;
}

/** What all histories gained between two sealings, with the hash of the sealing before: a chain over all chains. */
export interface SealedDay {
  sequence: number;
  /** When it was sealed, in UTC. */
  at: string;
  entries: number;
  /** SHA-256 of the lines. */
  digest: string;
  previousHash: string;
  /** SHA-256 over the JSON array of the parts above, in the order of the type; what is signed and time-stamped. */
  hash: string;
}

/**
 * The entries of a day as the text that is sealed: one line each, “file sequence hash”, by file and sequence.
 * @param entries in any order.
 */
export function linesOf(entries: readonly SealedEntry[]): string {
  return entries
    .toSorted((a, b) => (a.fileId === b.fileId ? a.sequence - b.sequence : a.fileId < b.fileId ? -1 : 1))
    .map(({ fileId, sequence, hash }) => `${fileId} ${sequence} ${hash}\n`)
    .join('');
}

/** The entries that lines name, in their order. */
export function entriesIn(lines: string): SealedEntry[] {
  return lines
    .split('\n')
    .filter(Boolean)
    .map((line) => {
      const [fileId = '', sequence = '', hash = ''] = line.split(' ');
      return { fileId, sequence: Number(sequence), hash };
    });
}

/** The text of a sealed day whose SHA-256 is its hash: what a signature and a time stamp are over. */
export const sealedText = (day: Omit<SealedDay, 'hash'>): string => JSON.stringify([day.sequence, day.at, day.entries, day.digest, day.previousHash]);

/** Seals lines behind what was sealed before. @param at an instant in UTC. */
export function sealedDay(previous: Pick<SealedDay, 'sequence' | 'hash'> | null, at: string, lines: string): SealedDay {
  const day = {
    sequence: (previous?.sequence ?? 0) + 1,
    at,
    entries: entriesIn(lines).length,
    digest: digestOf(lines),
    previousHash: previous?.hash ?? FIRST_HASH,
  };
  return { ...day, hash: digestOf(sealedText(day)) };
}

/** The first thing wrong with a sealed day by itself and behind the one before it, or null. */
export function sealedDayProblem(day: SealedDay, lines: string, previous: Pick<SealedDay, 'sequence' | 'hash'> | null): Words | null {
  const expected = (previous?.sequence ?? 0) + 1;
  if (day.sequence !== expected) return say('history.dayMissing', { sequence: expected });
  if (day.previousHash !== (previous?.hash ?? FIRST_HASH)) return say('history.dayDoesNotFollow', { sequence: day.sequence });
  if (digestOf(sealedText(day)) !== day.hash) return say('history.dayChanged', { sequence: day.sequence });
  if (digestOf(lines) !== day.digest) return say('history.dayLinesChanged', { sequence: day.sequence });
  return null;
}
