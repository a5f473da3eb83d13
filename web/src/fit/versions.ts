import type { DetailChange } from '@cavren/contract';
import { changesOf, MOST_VARIANTS, type FileState, type FitChange, type Variant } from '@cavren/core';
import { nanoid } from 'nanoid';
import { computed } from 'vue';
import { useEditing } from '../file/index';
import { useDesk } from '../session/index';

/** Versions of a request: laid beside it, taken away, or made the request. */
export function useVersions(file: () => FileState, locked: () => boolean) {
  const editing = useEditing();
  const desk = useDesk();
  const mayWrite = computed(() => !locked() && desk.may('details.write'));
  return {
    mayWrite,
    /** Why none can be laid beside it at the moment. */
    full: computed(() => (file().variants.length >= MOST_VARIANTS ? `${MOST_VARIANTS + 1} versions are compared already: take one away first` : '')),
    layBeside(label: string, changes: readonly FitChange[]): void {
      editing.add('variant', { label: label.slice(0, 80), changes: JSON.stringify(changes) });
    },
    edit(variant: Variant, changes: readonly FitChange[]): void {
      editing.leave('variant', variant.id, 'changes', JSON.stringify(changes));
    },
    takeAway(variant: Variant): void {
      editing.remove('variant', variant.id);
    },
    makeRequest(changes: readonly FitChange[], variant: Variant | null): void {
      const taken: DetailChange[] = variant ? [{ op: 'remove', entity: 'variant', id: variant.id }] : [];
      editing.change('made a version the request', [...freshIds(changes).filter((change) => stillThere(file(), change)), ...taken]);
    },
    changesOf: (variant: Variant): FitChange[] => changesOf(variant.changes),
  };
}

/** Rows that a version adds get ids of their own when it becomes the request. */
function freshIds(changes: readonly FitChange[]): FitChange[] {
  const ids = new Map(changes.filter(({ op }) => op === 'add').map(({ id }) => [id, nanoid()]));
  return changes.map((change) => ({ ...change, id: ids.get(change.id) ?? change.id }) as FitChange);
}

function stillThere(file: FileState, change: FitChange): boolean {
  if (change.op === 'add' || change.entity === 'request') return true;
  const rows = { part: file.parts, debt: file.debts, asset: file.assets, use: file.uses }[change.entity];
  return rows.some(({ id }) => id === change.id);
}
