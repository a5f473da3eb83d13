import { PROBLEM } from './problems';
import type { ChangeDetails, DetailChange, FieldValue } from '@cavren/contract';
import {
  descriptionOf,
  envelopesOf,
  fieldOf,
  isApproved,
  isLockedFor,
  outOf,
  PART_OF,
  rowIn,
  subjectOf,
  whatHangsOn,
  type Entity,
  type FileState,
  type RowEntity,
  say,
  CONTACT_FIELDS,
  type FilePerson,
  type HiddenNumber,
  wordsAsText,
} from '@cavren/core';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { invalid, refused, type Actor } from '../http/index';
import { judgeField, numberProblem, type RowValues } from './judge';
import type { DetailsStore } from './store';

/** Refuses changes that somebody may not make; the front door lets people change only what is theirs. */
export type Guard = (file: FileState, wish: DetailChange) => void;

/** The field that is judged by the whole row, once the others are in place. */
const JUDGED_LAST: readonly string[] = ['kind', 'idNumber', 'taxNumber', 'value', 'until', 'probationUntil'];

/** What a row can't be added without, beside its owner. */
const NEEDED: Partial<Record<RowEntity, Record<string, string>>> = {
  person: { role: 'Say which role this person has' },
  relation: { toId: 'Say what they are to whom', kind: 'Say what they are to whom' },
  explanation: { subject: 'Explain in a few words', text: 'Explain in a few words' },
  answer: { question: 'Say which question this answers' },
  variant: { changes: 'Say what the version changes' },
};

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

export function detailsService(house: House, store: DetailsStore) {
  const { services } = house;

  async function apply(change: FileChange, wish: DetailChange): Promise<void> {
    if (wish.op === 'set') return set(change, wish);
    if (wish.op === 'add') return add(change, wish);
    return remove(change, wish);
  }

  async function set(change: FileChange, wish: Extract<DetailChange, { op: 'set' }>): Promise<void> {
    const { entity, id, field, value: raw } = wish;
    const row = rowIn(change.file, entity, id);
    if (!row) throw PROBLEM.noRow();
    const path = subjectOf(wish);
    const judged = judgeField(change.file, entity, field, raw, change.today, row);
    if ('problem' in judged) throw invalid([{ path, message: judged.problem }]);
    if (entity === 'person' && (field === 'idKind' || field === 'taxKind')) await refuseUnfitNumber(change, row, field, judged.value, path);
    if (entity === 'person' && field === 'personId') throw invalid([{ path, message: say('details.whoSomebodyRegisterSaidWhere') }]);
    put(change, { ...wish, value: judged.value as FieldValue });
    const now = rowIn(change.file, entity, id)?.[field];
    change.record(
      'details.set',
      path,
      kept(row[field]),
      endsAlike(row[field], now) ? wordsAsText(say('details.anotherNumber', { end: kept(now) ?? '' })) : kept(now),
    );
    if (entity === 'person' && IDENTIFYING.includes(field)) await services.duplicates.keepUp(change, id ?? '');
    const contact = entity === 'person' ? CONTACT_FIELDS.find((one) => one === field) : undefined;
    if (contact && row[contact] !== now) await services.contacts.changed(change, row as unknown as FilePerson, contact);
  }

  /** Puts a judged change on the file; the whole of a hidden number goes along beside it. */
  function put(change: FileChange, wish: DetailChange): void {
    if (wish.op === 'set' && isHidden(wish.entity, wish.field)) change.hide(subjectOf(wish), wish.value as string | null);
    if (wish.op === 'add')
      for (const [field, value] of Object.entries(wish.values))
        if (isHidden(wish.entity, field)) change.hide(`${subjectOf(wish)}/${field}`, value as string | null);
    change.apply(wish);
  }

  /** Another kind of number must fit the number that is there. */
  async function refuseUnfitNumber(change: FileChange, row: RowValues, field: 'idKind' | 'taxKind', kind: unknown, path: string): Promise<void> {
    const use = field === 'idKind' ? 'identity' : 'tax';
    const number = use === 'identity' ? 'idNumber' : 'taxNumber';
    const id = row['id'] as string;
    const stated = change.hidden(`person/${id}/${number}`);
    const there = stated === undefined ? await store.reveal('person', change.row.id, id, number, change.tx) : stated;
    const problem = there === null ? null : numberProblem(change.file, { ...row, [field]: kind }, use, there);
    if (problem) throw invalid([{ path, message: say('numbers.numberThereAnotherKind', { problem }) }]);
  }

  async function add(change: FileChange, wish: Extract<DetailChange, { op: 'add' }>): Promise<void> {
    const { entity, id } = wish;
    if (rowIn(change.file, entity, id)) return;
    refuseMore(change.file, wish);
    const judged = judgeRow(change, wish);
    refuseOutOfPlace(change.file, wish, judged);
    const known = entity === 'person' ? ((judged['personId'] as string | null | undefined) ?? null) : null;
    const taken = known ? { ...(await takenOver(change, known)), ...judged } : judged;
    put(change, { ...wish, values: taken as typeof wish.values });
    const row = rowIn(change.file, entity, id) ?? {};
    const said = Object.fromEntries(Object.keys(taken).map((field) => [field, row[field]]));
    change.record('details.add', `${entity}/${id}`, null, keptRow(said));
    if (entity === 'person') await services.duplicates.keepUp(change, id);
    if (known) {
      await services.duplicates.takeWhatHolds(change, known, id);
      change.record('person.reuse', `person/${id}`, null, typeof row['fullName'] === 'string' ? row['fullName'] : null);
    }
  }

  /** The values of a new row, each judged; what is judged by the whole row comes last. */
  function judgeRow(change: FileChange, { entity, id, values }: Extract<DetailChange, { op: 'add' }>): Record<string, unknown> {
    const judged: Record<string, unknown> = {};
    const inOrder = Object.entries(values).sort(([a], [b]) => JUDGED_LAST.indexOf(a) - JUDGED_LAST.indexOf(b));
    for (const [field, raw] of inOrder) {
      const verdict = judgeField(change.file, entity, field, raw, change.today, { ...values, ...judged, id });
      if ('problem' in verdict) throw invalid([{ path: `${entity}/${id}/${field}`, message: verdict.problem }]);
      judged[field] = verdict.value;
    }
    return judged;
  }

  function refuseOutOfPlace(file: FileState, { entity, id }: Extract<DetailChange, { op: 'add' }>, values: Record<string, unknown>): void {
    const { ofLoans, owner, fields } = descriptionOf(entity);
    const refuse = (field: string | null, message: string): never => {
      throw invalid([{ path: `${entity}/${id}${field === null ? '' : `/${field}`}`, message }]);
    };
    if (ofLoans && file.product.costs === null && !(file.product.equipment && ALSO_LEASED.includes(entity))) refuse(null, 'Nothing is lent with this product');
    if (entity === 'leasedItem' && file.product.equipment === null) refuse(null, 'No equipment is leased with this product');
    if (entity === 'preference' && file.product.draw === null) refuse(null, 'Nothing is drawn with this product');
    if (entity === 'cover' && file.product.cover === null) refuse(null, 'Nothing is insured with this product');
    if ((entity === 'coverLine' || entity === 'interest') && !file.product.cover?.lines) refuse(null, 'No lines are covered with this product');
    if (entity === 'payroll' && !file.product.costs?.business) refuse(null, 'This product doesn’t rest on a payroll');
    // A row of one person says whose it is; one that several may share is the applicant's where it names nobody.
    if (owner !== null && fields[owner]?.kind === 'person' && !values[owner]) refuse(owner, 'Say whose this is');
    for (const [field, message] of Object.entries(NEEDED[entity] ?? {})) if (!values[field]) refuse(field, message);
  }

  /** What a file takes over of somebody whom the register knows. */
  async function takenOver(change: FileChange, personId: string): Promise<Record<string, unknown>> {
    const known = await services.duplicates.known(personId);
    if (change.file.people.some((person) => person.personId === personId)) throw PROBLEM.thisPersonFileAlready({}, 'personId');
    await services.duplicates.refuseRound(change, personId);
    return known;
  }

  async function remove(change: FileChange, wish: Extract<DetailChange, { op: 'remove' }>): Promise<void> {
    const { entity, id } = wish;
    const row = rowIn(change.file, entity, id);
    if (!row) return;
    if (entity === 'person') refuseNeededPerson(change.file, id, row);
    for (const hanging of whatHangsOn(change.file, entity, id)) await apply(change, hanging);
    if (entity === 'person') {
      await services.monitoring.forget(change.row.id, id, change.tx);
      await change.flush();
      await services.duplicates.forget(change, id);
      await services.contacts.gone(change, row as unknown as FilePerson);
    }
    change.apply(wish);
    change.record('details.remove', `${entity}/${id}`, keptRow(row), null);
  }

  return {
    async change(reference: string, { version, changes }: ChangeDetails, actor: Actor, guard?: Guard): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        for (const wish of changes) {
          refuseLocked(change.file, wish);
          refuseSent(change.file, wish);
          guard?.(change.file, wish);
          await apply(change, wish);
        }
      });
    },
    /** Refuses changes that couldn't be put on a file one by one as it stands; nothing is put on it. */
    refuseUnfit(change: FileChange, changes: readonly DetailChange[]): void {
      for (const wish of changes) {
        if (wish.op === 'add') {
          judgeRow(change, wish);
          continue;
        }
        const row = rowIn(change.file, wish.entity, wish.id);
        if (!row) throw PROBLEM.noRow();
        if (wish.op !== 'set') continue;
        const judged = judgeField(change.file, wish.entity, wish.field, wish.value, change.today, row);
        if ('problem' in judged) throw invalid([{ path: subjectOf(wish), message: judged.problem }]);
      }
    },
    /** Puts changes on a file that were agreed to, though its details are locked: each is judged and written down like any other. */
    async applyAgreed(change: FileChange, changes: readonly DetailChange[]): Promise<void> {
      for (const wish of changes) await apply(change, wish);
    },
    /** Shows a hidden number; showing it is written down. */
    async reveal(reference: string, entity: Entity, id: string | null, field: string, actor: Actor): Promise<string> {
      const found: string[] = [];
      await services.files.change({ reference }, { version: null, actor }, async (change) => {
        const number = isHidden(entity, field) ? await store.reveal(entity, change.row.id, id, field, change.tx) : null;
        if (number === null) throw PROBLEM.noNumber();
        found.splice(0, 1, number);
        change.record('number.reveal', id === null ? `${entity}/${field}` : `${entity}/${id}/${field}`, null, null);
      });
      return found[0] ?? '';
    },
  };
}
export type DetailsService = ReturnType<typeof detailsService>;

const isHidden = (entity: Entity, field: string): boolean => fieldOf(entity, field)?.kind === 'hidden';

function refuseLocked(file: FileState, wish: DetailChange): void {
  if (!isLockedFor(file, { entity: wish.entity, field: wish.op === 'set' ? wish.field : undefined, id: wish.id })) return;
  throw refused(
    'file-locked',
    ['out', 'making'].includes(outOf(file)?.state ?? '')
      ? 'Signatures are out: the file is locked. Unlock it first.'
      : isApproved(file)
        ? 'This file is approved as it is: the approval is taken back before anything in it changes.'
        : 'This file is locked: it was signed, or has left the stages in which it is prepared.',
  );
}

/** What belongs to loans, and to leases of equipment as well: a business is weighed, and a supplier paid. */
const ALSO_LEASED: readonly Entity[] = ['account', 'payee'];

/** Rows of one kind that a file, or one person in it, may have: more than anybody needs, and few enough to be worked with. */
const MOST_ROWS = 200;
const MOST_ROWS_OF_ONE = 60;

/** A line of cover that went to the issuing system stays as it went until that has answered, with those who have an interest in it. */
function refuseSent(file: FileState, wish: DetailChange): void {
  if (wish.entity !== 'coverLine' && wish.entity !== 'interest') return;
  const sent = file.lineVersions.filter(({ state }) => state === 'sent').map(({ lineId }) => lineId);
  if (sent.length === 0) return;
  const row = wish.op === 'add' ? wish.values : (rowIn(file, wish.entity, wish.id) ?? {});
  const of = wish.entity === 'coverLine' ? [wish.id] : [row['lineId'] ?? null, ...(wish.op === 'set' && wish.field === 'lineId' ? [wish.value] : [])];
  if (of.some((lineId) => lineId === null || sent.some((one) => one === lineId))) throw PROBLEM.lineSent();
}

function refuseMore(file: FileState, { entity, values }: Extract<DetailChange, { op: 'add' }>): void {
  const rows = file[PART_OF[entity]] as readonly { personId?: string | null }[];
  const { word, most = MOST_ROWS } = descriptionOf(entity);
  if (rows.length >= most) throw PROBLEM.tooManyRows({ word, most });
  const { personId } = values;
  if (typeof personId === 'string' && entity !== 'person' && rows.filter((row) => row.personId === personId).length >= MOST_ROWS_OF_ONE)
    throw PROBLEM.tooManyOfOne({ word: descriptionOf(entity).word, most: MOST_ROWS_OF_ONE });
}

/** Whether two hidden numbers look the same in a history though they aren't. */
function endsAlike(before: unknown, after: unknown): boolean {
  const [one, other] = [before, after] as (HiddenNumber | null)[];
  return typeof one === 'object' && typeof other === 'object' && one?.tail !== undefined && one.tail === other?.tail && one.mark !== other.mark;
}

/** A value as history keeps it: codes and numbers as they are, of a hidden number only its end. */
function kept(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  if (typeof value === 'object' && 'tail' in value) return `••••${String(value.tail)}`;
  return typeof value === 'string' ? value : JSON.stringify(value);
}

/** What is stated in a row, as history keeps it: JSON of the fields that aren't empty. */
function keptRow(row: Record<string, unknown>): string {
  return JSON.stringify(
    Object.fromEntries(
      Object.entries(row)
        .filter(([field, value]) => value !== null && value !== undefined && field !== 'id' && field !== 'createdAt')
        .map(([field, value]) => [field, typeof value === 'object' ? kept(value) : value]),
    ),
  );
}

function refuseNeededPerson(file: FileState, id: string, row: RowValues): void {
  if (row['role'] === 'applicant') throw PROBLEM.applicantStays();
  const owned = (['home', 'income', 'work'] as const).some((entity) => file[PART_OF[entity]].some(({ personId }) => personId === id));
  if (owned) throw PROBLEM.personHasRows();
  const acted =
    [...file.consents, ...file.checks].some(({ personId }) => personId === id) ||
    envelopesOf(file).some(({ signers }) => signers.some(({ personId }) => personId === id));
  if (acted) throw PROBLEM.personHasRecord();
}
