import { chainProblem } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import type { HistoryStore } from './store';

/** Verifies the hash chain of every file. @returns the number of files and entries, and what is wrong where. */
export async function verifyHistories(store: HistoryStore): Promise<{ files: number; entries: number; problems: { reference: string; problem: string }[] }> {
  const problems: { reference: string; problem: string }[] = [];
  const files = await store.chains();
  let entries = 0;
  for (const { id, reference, length } of files) {
    // Files go on while they are verified: what came after the length was read is not part of what is held against it.
    const chain = (await store.all(id)).filter(({ sequence }) => sequence <= length);
    entries += chain.length;
    const problem = chainProblem(chain, length);
    if (problem) problems.push({ reference, problem: speakerFor()(problem) });
  }
  return { files: files.length, entries, problems };
}
