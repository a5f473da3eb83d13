import { applyChange, type FitChange } from '../../file/details/index';
import { type FileState } from '../../file/state/index';

export type FitParts = Pick<FileState, 'request' | 'parts' | 'debts' | 'assets' | 'incomes' | 'uses'>;

/**
 * A file as it would be with some changes; the file itself stays. A change of a row that is not there any more changes
 * nothing; a row that the version adds takes the place of one that is there.
 */
export function withChanges<File extends FitParts>(file: File, changes: readonly FitChange[]): File {
  return changes.reduce((next, change) => {
    const cleared = change.op === 'add' ? applyChange(next, { op: 'remove', entity: change.entity, id: change.id }, '') : next;
    return applyChange(cleared, change, '');
  }, file);
}

/** How many versions may lie beside the request: four with it. */
export const MOST_VARIANTS = 3;

/** The changes that a version holds; none where its text can't be read. */
export function changesOf(text: string | null): FitChange[] {
  try {
    const read: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(read) ? read.filter(isFitChange) : [];
  } catch {
    return [];
  }
}

const MAY_CHANGE: Record<string, readonly string[]> = { set: ['request', 'part', 'debt', 'asset', 'use'], add: ['part', 'income'], remove: ['part'] };

/** Whether something read from outside is a change that a version may hold. */
export function isFitChange(value: unknown): value is FitChange {
  if (typeof value !== 'object' || value === null) return false;
  const { op, entity, id, field, values } = value as Record<string, unknown>;
  if (typeof op !== 'string' || typeof entity !== 'string' || !MAY_CHANGE[op]?.includes(entity)) return false;
  if (op === 'set') return typeof field === 'string' && (typeof id === 'string' || (id === null && entity === 'request'));
  return typeof id === 'string' && (op === 'remove' || (typeof values === 'object' && values !== null));
}
