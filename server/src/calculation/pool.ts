import type { IsoDate, Rules, Verdict } from '@cavren/core';
import { workerThreads } from '../threads/index';
import type { Portion } from './worker';

export interface CalculationPool {
  /** Works kept calculations, as JSON, again. @returns for each how many figures came out otherwise; null where too little was kept. */
  recalculate(calculations: readonly string[]): Promise<(number | null)[]>;
  /** What rules say of files, given as JSON of what they hold beside the rules. @returns for each the worst verdict. */
  verdicts(rules: Rules, today: IsoDate, files: readonly string[]): Promise<Verdict[]>;
  close(): Promise<void>;
}

/** What a worker gets at once: few enough to keep all of them busy, enough that passing them costs little. */
const PORTION = 50;

/** Worker threads for calculations, so that the thread that answers requests stays free. */
export function makePool(threads?: number): CalculationPool {
  const pool = workerThreads(import.meta.url, './worker.ts', './worker.mjs', threads);
  async function inPortions<Result>(all: readonly string[], portionOf: (texts: readonly string[]) => Portion): Promise<Result[]> {
    const portions = Array.from({ length: Math.ceil(all.length / PORTION) }, (_, at) => portionOf(all.slice(at * PORTION, (at + 1) * PORTION)));
    return (await Promise.all(portions.map((portion) => pool.run(portion) as Promise<Result[]>))).flat();
  }
  return {
    recalculate: (calculations) => inPortions(calculations, (texts) => ({ kind: 'recalculate', calculations: texts })),
    verdicts: (rules, today, files) => {
      const text = JSON.stringify(rules);
      return inPortions(files, (texts) => ({ kind: 'verdicts', rules: text, today, files: texts }));
    },
    close: () => pool.close({ force: false }),
  };
}
