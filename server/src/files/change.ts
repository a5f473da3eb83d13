import type { FileView } from '@cavren/contract';
import { computePath, dueOn, isEnded, isoDate, type FileState, type Holder, type IsoDate, type Path, type Stage } from '@cavren/core';
import { inTransaction, type Sequelize, type Tx } from '../db/index';
import { notFound, ProblemError, type Actor } from '../http/index';
import type { HistoryStore, NewEntry } from '../history/index';
import type { Products } from '../products/index';
import type { FileRow, FilesStore, Waiting } from './store';

/** What one concept adds to a file's state, read from its own tables. */
export type FilePart = (fileId: string, tx?: Tx) => Promise<Partial<FileState>>;

/** A change to a file while it is being made: in one transaction, with the file's row held. */
export interface FileChange {
  row: FileRow;
  file: FileState;
  actor: Actor;
  tx: Tx;
  now: string;
  today: IsoDate;
  /** Writes down what was done; becomes part of the history in the same transaction. */
  record(act: string, subject: string, before: string | null, after: string | null): void;
  /** Moves the file to another stage. */
  moveTo(stage: Stage): void;
  /** Runs after the transaction was committed. */
  afterwards(work: () => void): void;
}

/** Acts by which somebody prepares a file, and so may not decide it. */
export const PREPARING_ACTS = [
  'file.open',
  'file.move',
  'details.set',
  'details.add',
  'details.remove',
  'consent.record',
  'consent.withdraw',
  'duplicate.same',
  'duplicate.different',
  'file.end',
  'finding.resolve',
  'paper.add',
  'paper.judge',
  'agreement.send',
];

export interface Files {
  view(reference: string): Promise<FileView>;
  state(fileId: string): Promise<{ row: FileRow; file: FileState; path: Path }>;
  /**
   * Changes a file. With a version, a stale one is refused with what changed meanwhile; without, the change is one that
   * can't be stale (an answer of an outside service, a signature).
   */
  change(
    where: { reference: string } | { id: string },
    options: { version: number | null; actor: Actor },
    work: (change: FileChange) => Promise<void>,
  ): Promise<FileView>;
  /** Makes a new file with its first rows and its first history entries. */
  create(row: FileRow, entries: NewEntry[], work: (tx: Tx) => Promise<void>): Promise<void>;
}

interface Parts {
  db: Sequelize;
  store: FilesStore;
  history: HistoryStore;
  products: Products;
  parts: FilePart[];
  now: () => Date;
}

/** Stages that an officer moves a file out of; leaving the others is a decision or the completion, and prepares nothing. */
const PREPARING_STAGES: readonly Stage[] = ['details', 'checking', 'gathering', 'signing'];
const NOTHING_LEFT = 'Nothing stands in the way: move the file on';

export function makeFiles({ db, store, history, products, parts, now }: Parts): Files {
  const today = (): IsoDate => isoDate(now().toISOString().slice(0, 10));

  async function stateOf(row: FileRow, tx?: Tx): Promise<FileState> {
    const { definition, pack } = await products.byId(row.productId);
    const [openedBy, preparedBy, ...loadedParts] = await Promise.all([
      store.staffName(row.openedBy),
      history.actors(row.id, PREPARING_ACTS, tx),
      ...parts.map((part) => part(row.id, tx)),
    ]);
    const loaded = loadedParts.reduce((all, part) => ({ ...all, ...part }), {});
    return {
      reference: row.reference,
      stage: row.stage,
      stageSince: row.stageSince,
      openedAt: row.openedAt,
      openedBy,
      receivedOn: row.receivedOn,
      signedOn: row.signedOn,
      withApplicant: row.withApplicant,
      channel: row.channel,
      product: definition,
      pack,
      preparedBy,
      ...(loaded as Omit<
        FileState,
        | 'reference'
        | 'stage'
        | 'stageSince'
        | 'openedAt'
        | 'openedBy'
        | 'receivedOn'
        | 'signedOn'
        | 'withApplicant'
        | 'channel'
        | 'product'
        | 'pack'
        | 'preparedBy'
      >),
    };
  }

  async function viewOf(row: FileRow, tx?: Tx): Promise<FileView> {
    const file = await stateOf(row, tx);
    return { version: row.version, today: today(), owner: await store.staffName(row.ownerId), file, recent: await history.recent(row.id, 12, tx) };
  }

  /** Writes what the lists show of a file, computed from the file as it now is. */
  async function project(row: FileRow, namesBefore: string | null, tx: Tx): Promise<FileState> {
    const file = await stateOf(row, tx);
    const path = computePath(file, today());
    const [next] = path.now;
    const applicant = file.people.find(({ role }) => role === 'applicant');
    row.applicant = applicant?.fullName ?? applicant?.knownAs ?? null;
    row.amount = file.request.amount;
    row.isOpen = !isEnded(row.stage);
    row.openNow = path.now.length;
    row.nextWhat = next?.what.slice(0, 400) ?? (row.isOpen ? NOTHING_LEFT : null);
    row.nextHolder = next?.holder ?? (row.isOpen ? 'officer' : null);
    row.nextDue = row.isOpen ? (next?.due ?? dueOn(file, row.stage)) : null;
    await store.update(row, tx);
    const names = namesOf(file);
    if (names !== namesBefore) await store.setWords(row.id, names, tx);
    await store.setWaiting(row.id, row.ownerId, row.isOpen ? waitingOf(path, file, row) : [], tx);
    return file;
  }

  async function find(where: { reference: string } | { id: string }, tx?: Tx, lock = false): Promise<FileRow> {
    const row = 'reference' in where ? await store.byReference(where.reference, tx, lock) : await store.byId(where.id, tx, lock);
    if (!row) throw notFound('This file');
    return row;
  }

  async function refuseStale(row: FileRow, version: number, tx: Tx): Promise<void> {
    if (row.version === version) return;
    const meanwhile = (await history.since(row.id, version, tx)).map(({ subject, after, actor, at }) => ({ subject, after, actor, at }));
    throw new ProblemError(409, 'stale', 'The file was changed meanwhile.', { version: row.version, meanwhile });
  }

  return {
    view: async (reference) => viewOf(await find({ reference })),
    async state(fileId) {
      const row = await find({ id: fileId });
      const file = await stateOf(row);
      return { row, file, path: computePath(file, today()) };
    },
    async change(where, { version, actor }, work) {
      let later: (() => void)[] = [];
      const view = await inTransaction(db, async (tx) => {
        later = [];
        const row = await find(where, tx, true);
        if (version !== null) await refuseStale(row, version, tx);
        const at = now().toISOString();
        const entries: NewEntry[] = [];
        const record = (act: string, subject: string, before: string | null, after: string | null) =>
          entries.push({ at, actor: actor.name, actorId: actor.id, act, subject, before, after });
        const change: FileChange = {
          row,
          file: await stateOf(row, tx),
          actor,
          tx,
          now: at,
          today: today(),
          record,
          moveTo(stage) {
            record(actor.kind === 'staff' && PREPARING_STAGES.includes(row.stage) ? 'file.move' : 'file.stage', 'stage', row.stage, stage);
            row.stage = stage;
            row.stageSince = at;
          },
          afterwards: (job) => later.push(job),
        };
        const namesBefore = namesOf(change.file);
        await work(change);
        if (entries.length === 0) return viewOf(row, tx);
        row.version += 1;
        if (actor.kind !== 'system') Object.assign(row, { activeAt: at, warned: 0 });
        row.historyLength = await history.append(row.id, row.version, entries, tx);
        const file = await project(row, namesBefore, tx);
        return { version: row.version, today: today(), owner: await store.staffName(row.ownerId), file, recent: await history.recent(row.id, 12, tx) };
      });
      later.forEach((job) => job());
      return view;
    },
    async create(row, entries, work) {
      await inTransaction(db, async (tx) => {
        await store.insert(row, tx);
        await work(tx);
        row.historyLength = await history.append(row.id, row.version, entries, tx);
        await project(row, null, tx);
      });
    },
  };
}

/** What waits for whom. A file with nothing in its way waits for the officer to move it on. */
function waitingOf(path: Path, file: FileState, row: FileRow): Waiting[] {
  if (path.now.length === 0) return [{ holder: 'officer', entries: 0, what: NOTHING_LEFT, since: row.stageSince, due: dueOn(file, row.stage) }];
  const byHolder = new Map<Holder, Waiting>();
  for (const { holder, what, since, due } of path.now) {
    const known = byHolder.get(holder);
    if (known) known.entries += 1;
    else byHolder.set(holder, { holder, entries: 1, what, since, due });
  }
  return [...byHolder.values()];
}

/** The names by which a file is found. */
function namesOf({ people }: FileState): string {
  return people.flatMap(({ fullName, knownAs }) => [fullName, knownAs].filter((name) => name !== null)).join(' ');
}
