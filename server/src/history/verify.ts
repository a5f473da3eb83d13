import { chainProblem } from '@cavren/core';
import type { HistoryStore } from './store';

/** Verifies the hash chain of every file. @returns the number of files and entries, and what is wrong where. */
export async function verifyHistories(store: HistoryStore): Promise<{ files: number; entries: number; problems: { reference: string; problem: string }[] }> {
  const problems: { reference: string; problem: string }[] = [];
  const files = await store.fileIds();
  let entries = 0;
  for (const { id, reference } of files) {
    const chain = await store.all(id);
    entries += chain.length;
    const problem = chain.length === 0 ? 'there is no history' : chainProblem(chain);
    if (problem) problems.push({ reference, problem });
  }
  return { files: files.length, entries, problems };
}
