import { calculationInput, type FileState, type FitInput, type IsoDate } from '@cavren/core';
import { wrap, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue';
import type { SheetsWorker } from './sheets.worker';

/** The parts of a file that the worker reads, without anything that the screen wraps around them. */
export const plainInput = (file: FileState): FitInput => JSON.parse(JSON.stringify({ ...calculationInput(file), uses: file.uses })) as FitInput;

/**
 * Something that the worker makes of a file, always of the newest state; while it works the last answer stays.
 * @param also further things that it depends on.
 */
export function useWorked<Result>(
  file: () => FileState,
  today: () => IsoDate,
  work: (worker: Remote<SheetsWorker>, file: FitInput, today: IsoDate) => Promise<Result>,
  also: () => unknown = () => null,
): { result: Ref<Result | null>; busy: Ref<boolean>; failed: Ref<boolean> } {
  const thread = new Worker(new URL('./sheets.worker.ts', import.meta.url), { type: 'module' });
  const worker = wrap<SheetsWorker>(thread);
  const result = shallowRef<Result | null>(null);
  const busy = ref(true);
  const failed = ref(false);
  thread.addEventListener('error', () => (failed.value = true));
  let turn = 0;
  watch(
    [file, today, also] as const,
    async ([now, on]) => {
      const mine = (turn += 1);
      busy.value = true;
      const answer = await work(worker, plainInput(now), on);
      if (mine !== turn) return;
      result.value = answer;
      busy.value = false;
    },
    { immediate: true },
  );
  onScopeDispose(() => thread.terminate());
  return { result, busy, failed };
}
