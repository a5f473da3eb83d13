import type { When } from '../../../file/product/index';
import { PART_OF } from '../../../file/details/index';
import type { FilePerson } from '../../../people/people/index';
import type { Entity } from '../../../file/details/index';
import type { FileState } from '../../../file/state/index';
/** Rows of a kind as the rules of a product look at them. */
export function rowsOf(file: FileState, entity: Entity): { row: object; anchor: string; person: FilePerson | null; since: string }[] {
  if (entity === 'request') return [{ row: file.request, anchor: '', person: null, since: file.openedAt }];
  const rows: readonly { id: string; createdAt: string; personId?: string | null }[] = file[PART_OF[entity]];
  return rows.map((row) => ({
    row,
    anchor: row.id,
    person: entity === 'person' ? (row as FilePerson) : (file.people.find(({ id }) => id === row.personId) ?? null),
    since: row.createdAt,
  }));
}

export const valueOf = (row: object, field: string): unknown => (row as Record<string, unknown>)[field];
/** Whether a rule that is asked only of some rows is asked of this one. */
export function applies(when: When | undefined, row: object): boolean {
  if (!when) return true;
  const value = valueOf(row, when.field);
  return isEmpty(value) ? when.is.includes('empty') : when.is.includes('filled') || when.is.includes(typeof value === 'string' ? value : JSON.stringify(value));
}
export const isEmpty = (value: unknown): boolean => value === null || value === undefined || value === '';
