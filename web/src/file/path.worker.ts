import { computePath, type FileState, type IsoDate, type Path } from '@cavren/core';
import { expose } from 'comlink';

/** Works the figures and the Path out beside the screen's thread, so that typing never waits for them. */
const worker = {
  path: (file: FileState, today: IsoDate): Path => computePath(file, today),
};
export type PathWorker = typeof worker;
expose(worker);
