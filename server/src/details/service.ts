import type { ChangeDetails, DetailChange, FileView } from '@cavren/contract';
import { isLocked, namedOwners, PART_OF, type Entity, type FileState } from '@cavren/core';
import type { FileChange, Files } from '../files/index';
import { invalid, notFound, refused, type Actor } from '../http/index';
import { judgeField, numberProblem, type RowValues } from './judge';
import type { DetailsStore } from './store';

interface Parts {
  files: Files;
  store: DetailsStore;
  /** What follows from a change of who somebody is: the register, and those who resemble them. */
  register: {
    keepUp(change: FileChange, id: string): Promise<void>;
    refuseRound(change: FileChange, personId: string): Promise<void>;
    forget(change: FileChange, id: string): Promise<unknown>;
    /** What the register knows of somebody, as a file takes it over. */
    known(personId: string): Promise<Record<string, unknown>>;
    /** Copies the addresses and jobs of somebody's newest file. */
    takeHistories(change: FileChange, personId: string, id: string): Promise<void>;
  };
}

/** Refuses changes that somebody may not make; the front door lets people change only what is theirs. */
export type Guard = (file: FileState, wish: DetailChange) => void;

const OWNED: readonly Entity[] = ['home', 'work', 'income', 'answer', 'relation'];
/** Rows that only a loan has. */
const OF_LOANS: readonly Entity[] = ['part', 'use', 'source', 'security', 'payroll', 'account', 'variant'];
/** The field that is judged by the whole row, once the others are in place. */
const JUDGED_LAST: readonly string[] = ['kind', 'idNumber', 'taxNumber', 'value', 'until', 'probationUntil'];

export function detailsService({ files, store, register }: Parts) {
  async function apply(change: FileChange, wish: DetailChange, place: number): Promise<void> {
    if (wish.op === 'set') return set(change, wish);
    if (wish.op === 'add') return add(change, wish, place);
    return remove(change, wish);
  }

  async function set(change: FileChange, { entity, id, field, value: raw }: Extract<DetailChange, { op: 'set' }>): Promise<void> {
    const row = rowOf(change.file, entity, id);
    if (!row) throw notFound('This row');
    const path = pathOf(entity, id, field);
    const judged = judgeField(change.file, entity, field, raw, change.today, row);
    if ('problem' in judged) throw invalid([{ path, message: judged.problem }]);
    if (entity === 'person' && (field === 'idKind' || field === 'taxKind')) await refuseUnfitNumber(change, row, field, judged.value, path);
    if (entity === 'person' && field === 'personId') throw invalid([{ path, message: 'Who somebody is in the register is said where it is asked' }]);
    await store.set(entity, change.row.id, id, field, judged.value, change.tx);
    const secret = store.fieldsOf(entity)[field] === 'secret';
    change.record('details.set', path, shown(row[field]), secret ? maskedTail(judged.value) : shown(judged.value));
    row[field] = secret ? (judged.value === null ? null : { tail: textOf(judged.value).slice(-4) }) : judged.value;
    if (entity === 'person' && IDENTIFYING.includes(field)) await register.keepUp(change, id ?? '');
  }

  /** Another kind of number must fit the number that is there. */
  async function refuseUnfitNumber(change: FileChange, row: RowValues, field: 'idKind' | 'taxKind', kind: unknown, path: string): Promise<void> {
    const use = field === 'idKind' ? 'identity' : 'tax';
    const there = await store.reveal('person', change.row.id, row['id'] as string, use === 'identity' ? 'idNumber' : 'taxNumber', change.tx);
    const problem = there === null ? null : numberProblem(change.file, { ...row, [field]: kind }, use, there);
    if (problem) throw invalid([{ path, message: `The number that is there is of another kind. ${problem}` }]);
  }

  async function add(change: FileChange, { entity, id, values }: Extract<DetailChange, { op: 'add' }>, place: number): Promise<void> {
    if (rowOf(change.file, entity, id)) return;
    const kept: Record<string, unknown> = {};
    const inOrder = Object.entries(values).sort(([a], [b]) => JUDGED_LAST.indexOf(a) - JUDGED_LAST.indexOf(b));
    for (const [field, raw] of inOrder) {
      const judged = judgeField(change.file, entity, field, raw, change.today, { ...values, ...kept, id });
      if ('problem' in judged) throw invalid([{ path: pathOf(entity, id, field), message: judged.problem }]);
      kept[field] = judged.value;
    }
    if (OF_LOANS.includes(entity) && change.file.product.costs === null)
      throw invalid([{ path: `${entity}/${id}`, message: 'Nothing is lent with this product' }]);
    if (entity === 'payroll' && !change.file.product.costs?.business)
      throw invalid([{ path: `${entity}/${id}`, message: 'This product doesn’t rest on a payroll' }]);
    if (entity === 'variant' && !kept['changes']) throw invalid([{ path: pathOf(entity, id, 'changes'), message: 'Say what the version changes' }]);
    if (entity === 'person' && !kept['role']) throw invalid([{ path: pathOf(entity, id, 'role'), message: 'Say which role this person has' }]);
    if (OWNED.includes(entity) && !kept['personId']) throw invalid([{ path: pathOf(entity, id, 'personId'), message: 'Say whose this is' }]);
    if (entity === 'relation' && (!kept['toId'] || !kept['kind'])) throw invalid([{ path: pathOf(entity, id, 'kind'), message: 'Say what they are to whom' }]);
    if (entity === 'explanation' && (!kept['subject'] || !kept['text']))
      throw invalid([{ path: pathOf(entity, id, 'text'), message: 'Explain in a few words' }]);
    if (entity === 'answer' && !kept['question']) throw invalid([{ path: pathOf(entity, id, 'question'), message: 'Say which question this answers' }]);
    const known = entity === 'person' ? (kept['personId'] as string | null | undefined) : null;
    if (known) {
      for (const [field, value] of Object.entries(await register.known(known))) kept[field] ??= value;
      if (change.file.people.some(({ personId }) => personId === known))
        throw invalid([{ path: pathOf(entity, id, 'personId'), message: 'This person is in the file already' }]);
      await register.refuseRound(change, known);
    }
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
      ...store.defaultsOf(entity),
      ...kept,
      id,
      createdAt,
    });
    if (entity === 'person') await register.keepUp(change, id);
    if (known) {
      await register.takeHistories(change, known, id);
      change.record('person.reuse', `person/${id}`, null, `details of ${textOf(kept['fullName'])}`);
    }
  }

  async function remove(change: FileChange, { entity, id }: Extract<DetailChange, { op: 'remove' }>): Promise<void> {
    const row = rowOf(change.file, entity, id);
    if (!row) return;
    if (entity === 'person') {
      refuseNeededPerson(change.file, id, row);
      await removeWhatHangs(change, id);
    }
    await store.remove(entity, change.row.id, id, change.tx);
    change.record('details.remove', `${entity}/${id}`, describe(row), null);
    const rows = rowsOf(change.file, entity);
    rows.splice(rows.indexOf(row), 1);
  }

  /** Relations and answers say nothing without their person; who lived with them lives somewhere that isn't known now. */
  async function removeWhatHangs(change: FileChange, personId: string): Promise<void> {
    for (const { id } of change.file.relations.filter((relation) => relation.personId === personId || relation.toId === personId))
      await remove(change, { op: 'remove', entity: 'relation', id });
    for (const { id } of change.file.answers.filter((answer) => answer.personId === personId)) await remove(change, { op: 'remove', entity: 'answer', id });
    for (const entity of ['debt', 'asset'] as const)
      for (const row of change.file[PART_OF[entity]].filter((candidate) => namedOwners(candidate).includes(personId))) {
        const left = namedOwners(row).filter((owner) => owner !== personId);
        await set(change, { op: 'set', entity, id: row.id, field: 'owners', value: left.join(' ') || null });
      }
    for (const { id } of change.file.people.filter(({ livesWith }) => livesWith === personId))
      await set(change, { op: 'set', entity: 'person', id, field: 'livesWith', value: null });
    await store.removeMonitoring(change.row.id, personId, change.tx);
    await register.forget(change, personId);
  }

  return {
    async change(reference: string, { version, changes }: ChangeDetails, actor: Actor, guard?: Guard): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        if (isLocked(change.file))
          throw refused(
            'file-locked',
            change.file.envelope?.state === 'out'
              ? 'Signatures are out: the file is locked. Unlock it first.'
              : 'This file is locked: it was signed, or has left the stages in which it is prepared.',
          );
        for (const [place, wish] of changes.entries()) {
          guard?.(change.file, wish);
          await apply(change, wish, place);
        }
      });
    },
    /** Shows a hidden number; showing it is written down. */
    async reveal(reference: string, entity: 'person' | 'request', id: string | null, field: string, actor: Actor): Promise<string> {
      const found: string[] = [];
      await files.change({ reference }, { version: null, actor }, async (change) => {
        const number = store.fieldsOf(entity)[field] === 'secret' ? await store.reveal(entity, change.row.id, id, field, change.tx) : null;
        if (number === null) throw notFound('This number');
        found.splice(0, 1, number);
        change.record('number.reveal', pathOf(entity, id, field), null, null);
      });
      return found[0] ?? '';
    },
  };
}
export type DetailsService = ReturnType<typeof detailsService>;

/** Fields by which somebody is told from others. */
const IDENTIFYING: readonly string[] = [
  'fullName',
  'knownAs',
  'birthDate',
  'idKind',
  'idNumber',
  'taxKind',
  'taxNumber',
  'phone',
  'email',
  'language',
  'contactBy',
  'kind',
];

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

function refuseNeededPerson(file: FileState, id: string, row: Row): void {
  if (row['role'] === 'applicant') throw refused('applicant-stays', 'A file needs its applicant.');
  const owned = [...file.homes, ...file.incomes, ...file.works].some(({ personId }) => personId === id);
  if (owned) throw refused('person-has-rows', 'This person has addresses, jobs or incomes in the file: remove those first.');
  const acted = [...file.consents, ...file.checks].some(({ personId }) => personId === id) || file.envelope?.signers.some(({ personId }) => personId === id);
  if (acted)
    throw refused(
      'person-has-record',
      'This person has consents, checks or signatures on record and stays in the file; withdraw the file or change their role instead.',
    );
}
