import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { chainProblem, entryHash, FIRST_HASH, type HistoryEntry } from './index';

/** A chain of entries with these texts as what they changed. */
function chainOf(texts: readonly (string | null)[]): HistoryEntry[] {
  const chain: HistoryEntry[] = [];
  for (const [at, after] of texts.entries()) {
    const entry = {
      sequence: at + 1,
      at: '2026-03-02T08:00:00.000Z',
      actor: 'Wren',
      actorId: 'staff-wren',
      act: 'details.set',
      subject: 'request/price',
      before: null,
      after,
      previousHash: chain.at(-1)?.hash ?? FIRST_HASH,
    };
    chain.push({ ...entry, hash: entryHash(entry) });
  }
  return chain;
}

describe('the hash chain of a history', () => {
  const texts = fc.array(fc.option(fc.string()), { minLength: 2, maxLength: 12 });

  it('is SHA-256 as the platform computes it', () => {
    const [entry] = chainOf(['100']);
    const parts = JSON.stringify([1, '2026-03-02T08:00:00.000Z', 'Wren', 'staff-wren', 'details.set', 'request/price', null, '100', FIRST_HASH]);
    expect(entry?.hash).toBe(createHash('sha256').update(parts).digest('hex'));
  });
  it('holds for any entries', () => {
    fc.assert(
      fc.property(texts, (list) => {
        expect(chainProblem(chainOf(list), list.length)).toBeNull();
      }),
    );
  });
  it('shows any change of any part of any entry', () => {
    fc.assert(
      fc.property(texts, fc.nat(), fc.constantFrom('at', 'actor', 'actorId', 'act', 'subject', 'before', 'after'), (list, where, part) => {
        const chain = chainOf(list);
        const at = where % chain.length;
        const changed = chain.map((entry, index) => (index === at ? { ...entry, [part]: `${String(entry[part])}!` } : entry));
        expect(chainProblem(changed, chain.length)).toBe(`entry ${at + 1} was changed after it was written`);
      }),
    );
  });
  it('shows an entry that was changed together with its own hash, by the one after it', () => {
    const chain = chainOf(['1', '2', '3']);
    const forged = { ...chain[1], after: '9' } as HistoryEntry;
    expect(chainProblem(chain.with(1, { ...forged, hash: entryHash(forged) }), 3)).toBe('entry 3 does not follow the one before it');
  });
  it('shows any entry that is gone, also the last ones, and two that changed places', () => {
    fc.assert(
      fc.property(texts, fc.nat(), (list, where) => {
        const chain = chainOf(list);
        expect(chainProblem(chain.toSpliced(where % chain.length, 1), chain.length)).not.toBeNull();
      }),
    );
    const chain = chainOf(['1', '2', '3']);
    expect(chainProblem(chain.slice(0, 2), 3)).toBe('the newest entries are missing');
    expect(chainProblem([chain[1], chain[0], chain[2]] as HistoryEntry[], 3)).toBe('entry 1 is missing');
  });
});
