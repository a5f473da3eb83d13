import { withDifference, type FileState, type PlacePack, type ProductDefinition } from '@cavren/core';
import type { FileAnswer, FileView } from './schemas';

const RECENT = 12;
/** Acts that end a file without a decision; each says why. */
export const ENDING_ACTS = ['file.withdraw', 'file.lapse', 'file.closeIncomplete', 'offer.lapse'] as const;

/** A file whole: what was read of it, with its product and place, which were fetched once by their version. */
export function fileOf(view: FileView, { product, pack }: { product: ProductDefinition; pack: PlacePack }): FileState {
  return { ...view.file, product, pack };
}

/**
 * A view brought up to an answer to a write.
 * @returns null where the answer was made on another version than the view shows, so that the file must be read again.
 */
export function viewAfter(view: FileView, { version, from, today, owner, changed, entries }: FileAnswer): FileView | null {
  if (from !== view.version) return null;
  return {
    ...view,
    version,
    today,
    owner,
    file: withDifference(view.file, changed),
    recent: [...entries, ...view.recent].slice(0, RECENT),
    ending: entries.find(({ act }) => ENDING_ACTS.some((ends) => ends === act)) ?? view.ending,
  };
}
