import { recalculate, type Calculation } from '@cavren/core';

/** Runs on a worker thread. */
export default function work(calculations: readonly string[]): number[] {
  return calculations.map((text) => recalculate(JSON.parse(text) as Calculation).differences.length);
}
