import type { HiddenNumber } from '../../basis/detail/index';
import { normalizeNumber } from '../../basis/numbers/index';
import { BLANK_ROW, descriptionOf, fieldOf, PART_OF, type Entity, type RowEntity, type StatedDetails } from './catalogue';

export type FieldValue = string | number | boolean | null;

/** One change to what is stated in a file. Ids of new rows are made by whoever adds them, so that a repeated change adds nothing twice. */
export type DetailChange =
  | { op: 'set'; entity: Entity; id: string | null; field: string; value: FieldValue }
  | { op: 'add'; entity: RowEntity; id: string; values: Record<string, FieldValue> }
  | { op: 'remove'; entity: RowEntity; id: string };

/** What a change is about, by the name under which history, problems and conflicts know it. */
export function subjectOf(change: DetailChange): string {
  if (change.op !== 'set') return `${change.entity}/${change.id}`;
  return change.id ? `${change.entity}/${change.id}/${change.field}` : `${change.entity}/${change.field}`;
}

type LooseRow = Record<string, unknown> & { id: string };
type Rows = Record<string, readonly LooseRow[] | undefined>;

const rowsOf = (file: Partial<StatedDetails>, entity: RowEntity): readonly LooseRow[] => (file as unknown as Rows)[PART_OF[entity]] ?? [];

/** The row that a change is about, as it is; the request for the request. */
export function rowIn(file: Partial<StatedDetails>, entity: Entity, id: string | null): Record<string, unknown> | undefined {
  if (entity === 'request') return file.request;
  return rowsOf(file, entity).find((row) => row.id === id);
}

/** The end of a hidden number, by which people recognise it. */
export const tailOf = (number: string, mark?: Marker): HiddenNumber => ({ tail: normalizeNumber(number).slice(-4), ...(mark ? { mark: mark(number) } : {}) });

/** Makes the keyed digest of a hidden number, where the key is. */
export type Marker = (number: string) => string;

/** A value as it stands in a file's state: of a hidden number only its end. */
function standing(entity: Entity, field: string, value: unknown, mark?: Marker): unknown {
  return fieldOf(entity, field)?.kind === 'hidden' && typeof value === 'string' ? tailOf(value, mark) : value;
}

const standingValues = (entity: Entity, values: Record<string, unknown>, mark?: Marker): Record<string, unknown> =>
  Object.fromEntries(Object.entries(values).map(([field, value]) => [field, standing(entity, field, value, mark)]));

/**
 * A file with a change put on it. The file itself stays; whatever the change doesn't touch is the same object in both, so
 * that what differs can be told without comparing values.
 * A row that is there already is not added again, one that isn't is neither changed nor removed, and a field that the
 * description doesn't know changes nothing.
 * @param at UTC time at which an added row is made.
 * @param mark where there is a key: makes the digests of hidden numbers.
 */
export function applyChange<File extends Partial<StatedDetails>>(file: File, change: DetailChange, at: string, mark?: Marker): File {
  if (change.op === 'set') {
    const row = rowIn(file, change.entity, change.id);
    if (!row || !fieldOf(change.entity, change.field)) return file;
    const next = { ...row, [change.field]: standing(change.entity, change.field, change.value, mark) };
    if (change.entity === 'request') return { ...file, request: next };
    return { ...file, [PART_OF[change.entity]]: rowsOf(file, change.entity).map((one) => (one === row ? next : one)) };
  }
  const rows = rowsOf(file, change.entity);
  const there = rows.some(({ id }) => id === change.id);
  if (there === (change.op === 'add')) return file;
  const part = PART_OF[change.entity];
  if (change.op === 'remove') return { ...file, [part]: rows.filter(({ id }) => id !== change.id) };
  return { ...file, [part]: [...rows, { id: change.id, createdAt: at, ...BLANK_ROW[change.entity], ...standingValues(change.entity, change.values, mark) }] };
}

/** Several changes, one on top of the other. */
export const applyChanges = <File extends Partial<StatedDetails>>(file: File, changes: readonly DetailChange[], at: string): File =>
  changes.reduce((so, change) => applyChange(so, change, at), file);

/** What takes a change back; null when that can't be known, as for a hidden number. */
export function takenBack(file: StatedDetails, change: DetailChange): DetailChange | null {
  if (change.op === 'add') return { op: 'remove', entity: change.entity, id: change.id };
  const row = rowIn(file, change.entity, change.id);
  if (!row) return null;
  if (change.op === 'set') {
    if (fieldOf(change.entity, change.field)?.kind === 'hidden') return null;
    return { ...change, value: (row[change.field] ?? null) as FieldValue };
  }
  const values = Object.fromEntries(
    Object.entries(descriptionOf(change.entity).fields)
      .filter(([field, { by }]) => by !== 'program' && row[field] !== null)
      .map(([field]) => [field, row[field] as FieldValue]),
  );
  return Object.values(values).some((value) => typeof value === 'object') ? null : { op: 'add', entity: change.entity, id: change.id, values };
}

const removed = (entity: RowEntity, rows: readonly { id: string }[]): DetailChange[] => rows.map(({ id }) => ({ op: 'remove', entity, id }));

/** What goes with a row that is taken out of a file, in the order in which it is done: with somebody all that is theirs, with a line of cover the interests in it. */
export function whatHangsOn(file: StatedDetails, entity: RowEntity, id: string): DetailChange[] {
  if (entity === 'person') return whatHangsOnPerson(file, id);
  if (entity !== 'coverLine') return [];
  return removed(
    'interest',
    file.interests.filter(({ lineId }) => lineId === id),
  );
}

/** Rows that say nothing without somebody, their share in what several own, and where others are said to live with them. */
function whatHangsOnPerson(file: StatedDetails, personId: string): DetailChange[] {
  const disowned = (['debt', 'asset'] as const).flatMap<DetailChange>((entity) =>
    file[PART_OF[entity]]
      .filter(({ owners }) => owners?.split(' ').includes(personId))
      .map(({ id, owners }) => ({
        op: 'set',
        entity,
        id,
        field: 'owners',
        value:
          (owners ?? '')
            .split(' ')
            .filter((owner) => owner !== personId)
            .join(' ') || null,
      })),
  );
  return [
    ...removed(
      'relation',
      file.relations.filter((relation) => relation.personId === personId || relation.toId === personId),
    ),
    ...removed(
      'cover',
      file.covers.filter((cover) => cover.personId === personId),
    ),
    ...removed(
      'rider',
      file.riders.filter((rider) => rider.personId === personId),
    ),
    ...removed(
      'answer',
      file.answers.filter((answer) => answer.personId === personId),
    ),
    ...removed(
      'stake',
      file.stakes.filter(({ ofId, ownerId }) => ofId === personId || ownerId === personId),
    ),
    ...file.people
      .filter(({ signsFor }) => signsFor === personId)
      .map<DetailChange>(({ id }) => ({ op: 'set', entity: 'person', id, field: 'signsFor', value: null })),
    ...disowned,
    ...file.people
      .filter(({ livesWith }) => livesWith === personId)
      .map<DetailChange>(({ id }) => ({ op: 'set', entity: 'person', id, field: 'livesWith', value: null })),
  ];
}
