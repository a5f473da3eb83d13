import type { ChangeDetails, DetailChange, FileView } from '@cavren/contract';
import { isLocked, type Entity, type FileState } from '@cavren/core';
import type { FileChange, Files } from '../files/index';
import { invalid, notFound, refused, type Actor } from '../http/index';
import type { PersonsStore } from '../persons/index';
import { judgeField } from './judge';
import type { DetailsStore } from './store';

interface Parts {
  files: Files;
  store: DetailsStore;
  persons: PersonsStore;
}

const PART_OF: Record<Exclude<Entity, 'request'>, keyof FileState> = {
  person: 'people',
  home: 'homes',
  income: 'incomes',
  livingCost: 'livingCosts',
  debt: 'debts',
  asset: 'assets',
};

export function detailsService({ files, store, persons }: Parts) {
  async function apply(change: FileChange, wish: DetailChange, place: number): Promise<void> {
    if (wish.op === 'set') return set(change, wish);
    if (wish.op === 'add') return add(change, wish, place);
    return remove(change, wish);
  }

  async function set(change: FileChange, { entity, id, field, value: raw }: Extract<DetailChange, { op: 'set' }>): Promise<void> {
    const row = rowOf(change.file, entity, id);
    if (!row) throw notFound('This row');
    const judged = judgeField(change.file, entity, field, raw, change.today);
    const path = pathOf(entity, id, field);
    if ('problem' in judged) throw invalid([{ path, message: judged.problem }]);
    if (entity === 'person' && field === 'role') refuseSecondApplicant(change.file, id, judged.value, path);
    await store.set(entity, change.row.id, id, field, judged.value, change.tx);
    const secret = store.fieldsOf(entity)[field] === 'secret';
    change.record('details.set', path, shown(row[field]), secret ? maskedTail(judged.value) : shown(judged.value));
    row[field] = secret ? (judged.value === null ? null : { tail: textOf(judged.value).slice(-4) }) : judged.value;
    if (entity === 'person') await persons.keepUp(change.row.id, id ?? '', change.now, change.tx);
  }

  async function add(change: FileChange, { entity, id, values }: Extract<DetailChange, { op: 'add' }>, place: number): Promise<void> {
    if (rowOf(change.file, entity, id)) return;
    const kept: Record<string, unknown> = {};
    for (const [field, raw] of Object.entries(values)) {
      const judged = judgeField(change.file, entity, field, raw, change.today);
      if ('problem' in judged) throw invalid([{ path: pathOf(entity, id, field), message: judged.problem }]);
      kept[field] = judged.value;
    }
    if (entity === 'person') {
      if (!kept['role']) throw invalid([{ path: pathOf(entity, id, 'role'), message: 'Say which role this person has' }]);
      refuseSecondApplicant(change.file, id, kept['role'], pathOf(entity, id, 'role'));
    }
    if ((entity === 'home' || entity === 'income') && !kept['personId'])
      throw invalid([{ path: pathOf(entity, id, 'personId'), message: 'Say whose this is' }]);
    // Rows of one change are a millisecond apart, so that they stay in the order in which they were keyed.
    const createdAt = new Date(Date.parse(change.now) + place).toISOString();
    await store.add(entity, change.row.id, id, createdAt, kept, change.tx);
    const secrets = Object.entries(store.fieldsOf(entity))
      .filter(([, kind]) => kind === 'secret')
      .map(([field]) => field);
    const said = Object.entries(kept)
      .filter(([, value]) => value !== null)
      .map(([field, value]) => `${field} ${secrets.includes(field) ? maskedTail(value) : shown(value)}`);
    change.record('details.add', `${entity}/${id}`, null, said.join('; ') || 'empty');
    rowsOf(change.file, entity).push({
      ...Object.fromEntries(Object.keys(store.fieldsOf(entity)).map((field) => [field, null])),
      ...kept,
      id,
      createdAt,
    });
    if (entity === 'person') await persons.keepUp(change.row.id, id, change.now, change.tx);
  }

  async function remove(change: FileChange, { entity, id }: Extract<DetailChange, { op: 'remove' }>): Promise<void> {
    const row = rowOf(change.file, entity, id);
    if (!row) return;
    if (entity === 'person') refuseNeededPerson(change.file, id, row);
    await store.remove(entity, change.row.id, id, change.tx);
    change.record('details.remove', `${entity}/${id}`, describe(row), null);
    const rows = rowsOf(change.file, entity);
    rows.splice(rows.indexOf(row), 1);
  }

  return {
    async change(reference: string, { version, changes }: ChangeDetails, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        if (isLocked(change.file))
          throw refused(
            'file-locked',
            change.file.envelope?.state === 'out'
              ? 'Signatures are out: the file is locked. Unlock it first.'
              : 'This file is locked: it was signed, or has left the stages in which it is prepared.',
          );
        for (const [place, wish] of changes.entries()) await apply(change, wish, place);
      });
    },
    /** Shows a hidden number; showing it is written down. */
    async reveal(reference: string, entity: 'person' | 'request', id: string | null, actor: Actor): Promise<string> {
      const found: string[] = [];
      await files.change({ reference }, { version: null, actor }, async (change) => {
        const field = entity === 'person' ? 'idNumber' : 'payoutAccount';
        const number = await store.reveal(entity, change.row.id, id, field, change.tx);
        if (number === null) throw notFound('This number');
        found.splice(0, 1, number);
        change.record('number.reveal', pathOf(entity, id, field), null, null);
      });
      return found[0] ?? '';
    },
  };
}
export type DetailsService = ReturnType<typeof detailsService>;

type Row = Record<string, unknown>;

const pathOf = (entity: Entity, id: string | null, field: string): string => (id === null ? `${entity}/${field}` : `${entity}/${id}/${field}`);

function rowsOf(file: FileState, entity: Exclude<Entity, 'request'>): Row[] {
  return file[PART_OF[entity]] as unknown as Row[];
}

function rowOf(file: FileState, entity: Entity, id: string | null): Row | undefined {
  if (entity === 'request') return file.request as unknown as Row;
  return rowsOf(file, entity).find((row) => row['id'] === id);
}

/** A value of a field as text: texts, numbers and yes or no. */
const textOf = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

function shown(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  if (typeof value === 'object' && 'tail' in value) return maskedTail(value.tail);
  return textOf(value);
}

const maskedTail = (value: unknown): string | null => (value === null ? null : `••••${textOf(value).slice(-4)}`);

function describe(row: Row): string {
  return Object.entries(row)
    .filter(([field, value]) => value !== null && field !== 'id' && field !== 'createdAt')
    .map(([field, value]) => `${field} ${shown(value) ?? ''}`)
    .join('; ');
}

function refuseSecondApplicant(file: FileState, id: string | null, role: unknown, path: string): void {
  if (role === 'applicant' && file.people.some((person) => person.role === 'applicant' && person.id !== id))
    throw invalid([{ path, message: 'A file has one applicant; make this person a co-applicant' }]);
  const before = file.people.find((person) => person.id === id);
  if (before?.role === 'applicant' && role !== 'applicant') throw invalid([{ path, message: 'A file needs its applicant' }]);
}

function refuseNeededPerson(file: FileState, id: string, row: Row): void {
  if (row['role'] === 'applicant') throw refused('applicant-stays', 'A file needs its applicant.');
  const owned = [...file.homes, ...file.incomes].some(({ personId }) => personId === id);
  if (owned) throw refused('person-has-rows', 'This person has addresses or incomes in the file: remove those first.');
  const acted = [...file.consents, ...file.checks].some(({ personId }) => personId === id) || file.envelope?.signers.some(({ personId }) => personId === id);
  if (acted)
    throw refused(
      'person-has-record',
      'This person has consents, checks or signatures on record and stays in the file; withdraw the file or change their role instead.',
    );
}
