import { say, type Words } from '../../basis/words/index';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** One entry of a file's history: who did what when, and what it changed. */
export interface HistoryEntry {
  sequence: number;
  at: string;
  actor: string;
  actorId: string;
  act: string;
  subject: string;
  before: string | null;
  after: string | null;
  previousHash: string;
  hash: string;
}

/** The hash before the first entry. */
export const FIRST_HASH = '0'.repeat(64);

/** SHA-256 of a text in UTF-8. @returns 64 hexadecimal digits. */
export const digestOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/**
 * The hash of an entry: SHA-256 over the JSON array of its parts and the hash before it, in the order of the type.
 * @returns 64 hexadecimal digits.
 */
export function entryHash(entry: Omit<HistoryEntry, 'hash'>): string {
  const parts = [entry.sequence, entry.at, entry.actor, entry.actorId, entry.act, entry.subject, entry.before, entry.after, entry.previousHash];
  return digestOf(JSON.stringify(parts));
}

/** A place in a chain up to which it was found to hold. */
export interface CheckPoint {
  sequence: number;
  hash: string;
}

/** The place before the first entry. */
export const CHAIN_START: CheckPoint = { sequence: 0, hash: FIRST_HASH };

/**
 * The first thing wrong with a chain, or null: a gap in the sequence, a broken link, an entry that was changed, an end that is gone.
 * @param length how many entries there should be in all; a chain that was cut at its end still holds by itself.
 * @param from where it was found to hold before: only entries after it are given and looked at.
 */
export function chainProblem(entries: readonly HistoryEntry[], length: number, from: CheckPoint = CHAIN_START): Words | null {
  let previous = from.hash;
  for (const [index, entry] of entries.entries()) {
    const expected = from.sequence + index + 1;
    if (entry.sequence !== expected) return say('history.entryMissing', { sequence: expected });
    if (entry.previousHash !== previous) return say('history.entryDoesNotFollowOne', { sequence: entry.sequence });
    if (entryHash(entry) !== entry.hash) return say('history.entryWasChangedAfterWas', { sequence: entry.sequence });
    previous = entry.hash;
  }
  return from.sequence + entries.length === length ? null : say('history.newestEntriesAreMissing');
}
