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
const PORTION = 20;
/** Room of a thread for what a file is while it is worked: with Node’s own it spends a fifth of its time in clearing up. */
const ROOM_MB = 192;

/**
 * Worker threads for calculations, so that the thread that answers requests stays free.
 * @param here beside what the worker lies: these sources, or the program that they are bundled into.
 */
export function makePool(threads?: number, here = import.meta.url): CalculationPool {
  const pool = workerThreads(here, './worker.ts', './worker.mjs', threads, { maxYoungGenerationSizeMb: ROOM_MB });
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
