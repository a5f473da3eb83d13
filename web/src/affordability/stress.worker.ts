import { stressOf, type AffordabilityInput, type IsoDate, type Stress } from '@cavren/core';
import { expose } from 'comlink';

/** Runs beside the screen's thread, so that typing never waits for it. */
const worker = {
  stress: (file: AffordabilityInput, today: IsoDate): Stress | null => stressOf(file, today),
};
export type StressWorker = typeof worker;
expose(worker);
