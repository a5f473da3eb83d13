import { chainProblem } from '@cavren/core';
import type { HistoryStore } from './store';

/** Verifies the hash chain of every file. @returns the number of files and entries, and what is wrong where. */
export async function verifyHistories(store: HistoryStore): Promise<{ files: number; entries: number; problems: { reference: string; problem: string }[] }> {
  const problems: { reference: string; problem: string }[] = [];
  const files = await store.chains();
  let entries = 0;
  for (const { id, reference, version, lastVersion } of files) {
    const chain = await store.all(id);
    entries += chain.length;
    // A chain that was cut at its end still holds by itself; the file's version says that something is gone.
    const problem = chainProblem(chain) ?? (lastVersion === version ? null : 'the newest entries are missing');
    if (problem) problems.push({ reference, problem });
  }
  return { files: files.length, entries, problems };
}
