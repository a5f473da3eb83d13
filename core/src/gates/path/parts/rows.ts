import { say } from '../../../basis/words/index';
import { rowsOf } from './rowsOf';
import { valueOf } from '../../../file/product/index';
import type { RowNeed } from '../../../file/product/index';
import { applicantsOf, personName, plays } from '../../../file/state/index';
import type { FilePerson } from '../../../people/people/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** Rows that must be there. */
export const rows: PathPart = { code: 'rows', entries: rowEntries };

function rowEntries(file: FileState): Draft[] {
  return file.product.rows.flatMap((need) => {
    const rows = rowsOf(file, need.entity).filter(({ row }) => !need.where || valueOf(row, need.where.field) === need.where.equals);
    const entry = (person: FilePerson | null): Draft => ({
      key: `rows:${need.entity}:${need.where?.equals ?? ''}:${person?.id ?? ''}`,
      gate: need.before,
      what: person ? say('path.of3', { needLabel: need.label, person: personName(person) }) : need.label,
      why: need.why,
      holder: 'officer',
      personId: person?.id ?? null,
      place: { chapter: need.chapter, anchor: `add-${need.entity}` },
    });
    if (!need.each) return rows.length > 0 || (need.entity === 'livingCost' && !personsApply(file)) ? [] : [entry(null)];
    return peopleIn(file, need)
      .filter((person) => !rows.some((row) => row.person?.id === person.id))
      .map(entry);
  });
}

/** What only a person has: a company isn't employed, and what it earns stands in its accounts. */
const OF_PERSONS: readonly RowNeed['entity'][] = ['income', 'work'];
const personsApply = (file: FileState): boolean => applicantsOf(file).some(({ kind }) => kind === 'person');
const peopleIn = (file: FileState, need: RowNeed): FilePerson[] =>
  file.people.filter((person) => need.each !== undefined && plays(person, need.each) && (person.kind === 'person' || !OF_PERSONS.includes(need.entity)));
