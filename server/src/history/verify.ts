import { chainProblem } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import type { SealedDays } from './days';
import type { HistoryStore } from './store';

/**
 * Verifies the hash chain of every file, and holds it against what was sealed day by day.
 * @returns the number of files, entries and sealed days, and what is wrong where; without a reference it is the days themselves.
 */
export async function verifyHistories(
  store: HistoryStore,
  sealed: SealedDays,
): Promise<{ files: number; entries: number; days: number; unstamped: number; problems: { reference: string | null; problem: string }[] }> {
  const problems: { reference: string | null; problem: string }[] = [];
  const speak = speakerFor();
  const files = await store.chains();
  let entries = 0;
  for (const { id, reference, length } of files) {
    // Files go on while they are verified: what came after the length was read is not part of what is held against it.
    const chain = (await store.all(id)).filter(({ sequence }) => sequence <= length);
    entries += chain.length;
    const problem = chainProblem(chain, length);
    if (problem) problems.push({ reference, problem: speak(problem) });
  }
  const references = new Map(files.map(({ id, reference }) => [id, reference]));
  const { days, unstamped, problems: astray } = await sealed.verify();
  for (const { fileId, problem } of astray) problems.push({ reference: fileId === null ? null : (references.get(fileId) ?? fileId), problem: speak(problem) });
  return { files: files.length, entries, days, unstamped, problems };
}
