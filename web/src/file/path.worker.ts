import { computePath, type FileState, type IsoDate, type Path, type PlacePack, type ProductDefinition } from '@cavren/core';
import { expose } from 'comlink';

let inForce: { product: ProductDefinition; pack: PlacePack } | null = null;

/** Works the figures and the Path out beside the screen's thread, so that typing never waits for them. */
const worker = {
  /** Keeps the product and place of the file that is open. */
  hold(product: ProductDefinition, pack: PlacePack): void {
    inForce = { product, pack };
  },
  path(stated: Omit<FileState, 'product' | 'pack'>, today: IsoDate): Path {
    if (!inForce) throw new Error('The product wasn’t given yet');
    return computePath({ ...stated, ...inForce }, today);
  },
};
export type PathWorker = typeof worker;
expose(worker);
