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
