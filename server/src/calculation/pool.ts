import { availableParallelism } from 'node:os';
import Piscina from 'piscina';

export interface CalculationPool {
  /** Works kept calculations, as JSON, again. @returns for each how many figures came out otherwise. */
  recalculate(calculations: readonly string[]): Promise<number[]>;
  close(): Promise<void>;
}

/** Calculations a worker gets at once: few enough to keep all of them busy, enough that passing them costs little. */
const PORTION = 25;

/** Worker threads for calculations, so that the thread that answers requests stays free. */
export function makePool(threads = availableParallelism()): CalculationPool {
  const fromSource = import.meta.url.endsWith('.ts');
  const worker = new URL(fromSource ? './worker.ts' : './worker.mjs', import.meta.url);
  const pool = new Piscina({ filename: worker.href, maxThreads: threads, minThreads: 1, ...(fromSource ? { execArgv: ['--import', 'tsx'] } : {}) });
  return {
    async recalculate(calculations) {
      const portions = Array.from({ length: Math.ceil(calculations.length / PORTION) }, (_, at) => calculations.slice(at * PORTION, (at + 1) * PORTION));
      const results = await Promise.all(portions.map((portion) => pool.run(portion) as Promise<number[]>));
      return results.flat();
    },
    close: () => pool.close({ force: false }),
  };
}
