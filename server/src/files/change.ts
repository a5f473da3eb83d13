import { PROBLEM } from './problems';
import { ENDING_ACTS, type FileView } from '@cavren/contract';
import {
  applyChange,
  dayAt,
  differenceOf,
  isEnded,
  PART_OF,
  same,
  type DetailChange,
  type Difference,
  type FileState,
  type HistoryEntry,
  type IsoDate,
  type PlacePack,
  type ProductDefinition,
  type Stage,
} from '@cavren/core';
import { inTransaction, type Sequelize, type Tx } from '../db/index';
import type { HistoryStore, NewEntry } from '../history/index';
import { ProblemError, SYSTEM, type Actor } from '../http/index';
import { makeTurns } from '../turns/index';
import { projectionOf, type Projection } from './projection';
import type { KeptState, Snapshot, SnapshotStore } from './snapshot';
import type { FileRow, FilesStore } from './store';

/** What one concept adds to a file's state out of its own tables. */
export interface FilePart {
  name: string;
  /** What it is in a file of which nothing is known yet. */
  empty: Partial<KeptState>;
  load(fileId: string, tx?: Tx): Promise<Partial<KeptState>>;
  /** Whether what it last loaded is out of date after details changed so. */
  restsOn?(before: FileState, after: FileState): boolean;
  /** Whether it says something of other files, so that it comes out otherwise though nobody changed this one. */
  ofOthers?: boolean;
  /** Whether it is loaded anew before a file is changed, since what others did may bar the change. */
  fresh?(file: FileState): boolean;
  /** What a change of this file means for others, once it is all there. */
  spread?(change: FileChange, before: FileState): Promise<void>;
  /** Writes what changed of it in memory; parts without this are written by their concept, and then loaded again. */
  write?(change: FileChange, before: FileState | null): Promise<void>;
}

/** A change to a file while it is being made: in one transaction, with the file's row held. */
export interface FileChange {
  row: FileRow;
  /** The file as it is with all that was changed so far. */
  readonly file: FileState;
  actor: Actor;
  tx: Tx;
  now: string;
  today: IsoDate;
  /** Puts a change of details on the file; it is written when the work is done, or at the next `flush`. */
  apply(change: DetailChange): void;
  /** The whole number behind a hidden field that was stated in this change. */
  hide(path: string, number: string | null): void;
  hidden: (path: string) => string | null | undefined;
  /** Writes what was changed in memory so far, for work that reads rows. */
  flush(): Promise<void>;
  /** Loads a part again whose rows its concept has just written. */
  reload(part: string): Promise<void>;
  /** Writes down what was done; becomes part of the history in the same transaction. */
  record(act: string, subject: string, before: string | null, after: string | null): void;
  /** Moves the file to another stage. @param act who moves it on by hand prepares it with that; what a decision or an answer brings about doesn't. */
  moveTo(stage: Stage, act?: 'file.move' | 'file.stage'): void;
  /** Says whether the applicant was asked to go on at the front door. */
  setWithApplicant(withApplicant: boolean): void;
  /** Makes the file somebody else's. */
  handTo(ownerId: string): void;
  /** Runs after the transaction was committed. */
  afterwards: (work: () => void) => void;
}

/** A file after a change: all of it for who goes on in the server, and what changed for who has the version before. */
export interface Changed {
  version: number;
  from: number;
  today: IsoDate;
  owner: string;
  file: FileState;
  changed: Difference;
  /** New entries of the history, the newest first. */
  entries: HistoryEntry[];
  projection: Pick<Projection['row'], 'openNow' | 'nextWhat' | 'nextHolder' | 'nextDue'>;
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
  'agreement.void',
  'application.send',
  'application.void',
  'paper.remove',
  'exception.ask',
  'number.reveal',
  'check.ask',
  'decision.proposeDecline',
  'offer.meet',
  'decision.appeal',
  'health.answer',
  'unit.hold',
  'unit.release',
];
/** Acts that state a value: who did it last is kept for each. */
const STATING_ACTS = ['details.set', 'details.add'];
const RECENT = 12;
/** Changes of one file that wait for one another at most; more are told to come again. */
const MOST_WAITING = 60;

type Where = { reference: string } | { id: string };

export interface Files {
  view(reference: string): Promise<FileView>;
  state(where: Where): Promise<{ row: FileRow; file: FileState; today: IsoDate }>;
  /** The day that it is where a file's product is offered. */
  todayIn(pack: Pick<PlacePack, 'timeZone'>): IsoDate;
  /**
   * Changes a file; the only way to. With a version, a stale one is refused with what changed meanwhile; without, the
   * change is one that can't be stale (an answer of an outside service, a signature).
   */
  change(where: Where, options: { version: number | null; actor: Actor }, work: (change: FileChange) => Promise<void> | void): Promise<Changed>;
  /** Makes a new file with what is stated in it and its first history entries. */
  create(row: FileRow, actor: Actor, work: (change: FileChange) => Promise<void>): Promise<Changed>;
  /** Works out anew what the day, or other files, make of a file; nobody did anything to it. */
  refresh(where: Where): Promise<void>;
  /** Makes a file's snapshot again out of its rows. @returns what was kept and is not so, by part. */
  rebuild(id: string): Promise<{ reference: string; astray: string[] }>;
}

interface Ground {
  db: Sequelize;
  store: FilesStore;
  snapshots: SnapshotStore;
  history: () => HistoryStore;
  /** A product and its place by version: they never change, so what was read once is kept. */
  productOf: (id: string) => Promise<{ definition: ProductDefinition; pack: PlacePack }>;
  now: () => Date;
  /** What concepts add to every file. */
  parts: readonly FilePart[];
  /** The keyed digest of a hidden number. */
  mark: (number: string) => string;
}

/** What a file's own row says of its state. */
const ofRow = ({ reference, stage, stageSince, openedAt, receivedOn, signedOn, withApplicant, channel, completeOn }: FileRow) => ({
  reference,
  stage,
  stageSince,
  openedAt,
  receivedOn,
  signedOn,
  withApplicant,
  channel,
  completeOn,
});
const ROW_PARTS = ['reference', 'stage', 'stageSince', 'openedAt', 'receivedOn', 'signedOn', 'withApplicant', 'channel', 'completeOn', 'product', 'pack'];

const keptOf = (file: FileState): KeptState => Object.fromEntries(Object.entries(file).filter(([part]) => !ROW_PARTS.includes(part))) as unknown as KeptState;

/** A time for a new row that comes after those that are there, so that rows stay in the order in which they were keyed. */
function after(rows: readonly { createdAt: string }[], at: string): string {
  const last = rows.at(-1)?.createdAt ?? '';
  return last < at ? at : new Date(Date.parse(last) + 1).toISOString();
}

interface Held {
  row: FileRow;
  file: FileState;
  /** Null while there is no snapshot of this version. */
  snapshot: Snapshot | null;
  today: IsoDate;
}

export function makeFiles({ db, store, snapshots, history, productOf, now, parts, mark }: Ground): Files {
  const todayIn = ({ timeZone }: Pick<PlacePack, 'timeZone'>): IsoDate => dayAt(now().toISOString(), timeZone);

  // Whoever waits for a file waits here and not in the database, where each would hold one of the connections that all share.
  const turns = makeTurns({ ofOne: 1, waiting: MOST_WAITING }, () => PROBLEM.busy());
  const inTurn = <Result>(where: Where, work: (tx: Tx) => Promise<Result>): Promise<Result> =>
    turns.inTurn('reference' in where ? where.reference : where.id, () => inTransaction(db, work));

  async function find(where: Where, tx?: Tx, lock = false): Promise<FileRow> {
    const row = 'reference' in where ? await store.byReference(where.reference, tx, lock) : await store.byId(where.id, tx, lock);
    if (!row) throw PROBLEM.noFile();
    return row;
  }

  /** What all rows of a file add up to. One query after the other: other work needs connections too. */
  async function fromRows(row: FileRow, tx?: Tx): Promise<KeptState> {
    const loaded: Partial<KeptState>[] = [{ openedBy: await store.staffName(row.openedBy), preparedBy: await history().actors(row.id, PREPARING_ACTS, tx) }];
    for (const part of parts) loaded.push(await part.load(row.id, tx));
    return Object.assign({}, ...loaded) as KeptState;
  }

  async function read(row: FileRow, tx?: Tx): Promise<Held> {
    const [{ definition, pack }, snapshot] = [await productOf(row.productId), await snapshots.of(row, tx)];
    const kept = snapshot?.state ?? (await fromRows(row, tx));
    return { row, snapshot, today: todayIn(pack), file: { ...kept, ...ofRow(row), product: definition, pack } };
  }

  async function refuseStale(row: FileRow, version: number, tx: Tx): Promise<void> {
    if (row.version === version) return;
    const meanwhile = (await history().since(row.id, version, tx)).map(({ subject, after, actor, actorId, at }) => ({
      subject,
      after,
      actor,
      byProgram: actorId === SYSTEM.id,
      at,
    }));
    throw new ProblemError(409, 'stale', 'The file was changed meanwhile.', { version: row.version, meanwhile });
  }

  /** A change of what is held, and what closes it: writes rows, history, projection and snapshot. */
  function begin(held: Held, actor: Actor, tx: Tx, isNew: boolean) {
    const { row, today } = held;
    const at = now().toISOString();
    const entries: NewEntry[] = [];
    const later: (() => void)[] = [];
    const numbers = new Map<string, string | null>();
    let file = held.file;
    let written: FileState | null = isNew ? null : held.file;
    let handed = false;
    const partNamed = (name: string): FilePart => {
      const part = parts.find((candidate) => candidate.name === name);
      if (!part) throw new Error(`No concept has a part ${name}`);
      return part;
    };
    const change: FileChange = {
      row,
      actor,
      tx,
      now: at,
      today,
      get file() {
        return file;
      },
      apply: (wish) => (file = applyChange(file, wish, wish.op === 'add' ? after(file[PART_OF[wish.entity]], at) : at, mark)),
      hide: (path, number) => numbers.set(path, number),
      hidden: (path) => numbers.get(path),
      async flush() {
        const before = written;
        written = file;
        if (before !== file) for (const part of parts) await part.write?.(change, before);
      },
      async reload(name) {
        const loaded = await partNamed(name).load(row.id, tx);
        file = { ...file, ...loaded };
        if (written) written = { ...written, ...loaded };
      },
      record: (act, subject, before, after) => void entries.push({ at, actor: actor.name, actorId: actor.id, act, subject, before, after }),
      moveTo(stage, act = 'file.stage') {
        change.record(act, 'stage', row.stage, stage);
        if (row.stage === 'details' && !isEnded(stage)) row.completeOn ??= today;
        Object.assign(row, { stage, stageSince: at });
        file = { ...file, ...ofRow(row) };
        if (written) written = { ...written, ...ofRow(row) };
      },
      setWithApplicant(withApplicant) {
        row.withApplicant = withApplicant;
        file = { ...file, withApplicant };
      },
      handTo(ownerId) {
        row.ownerId = ownerId;
        handed = true;
      },
      afterwards: (work) => void later.push(work),
    };

    /** Parts whose rows others write rest on details: they are loaded again when those changed. */
    async function followDetails(): Promise<void> {
      await change.flush();
      if (held.file.stage !== file.stage) {
        row.isOpen = !isEnded(file.stage);
        await store.update(row, tx);
      }
      for (const part of parts) if (part.restsOn?.(held.file, file)) await change.reload(part.name);
      for (const part of parts) await part.spread?.(change, held.file);
      const preparing = entries.some(({ act }) => PREPARING_ACTS.includes(act)) && !file.preparedBy.includes(actor.id);
      if (preparing) file = { ...file, preparedBy: [...file.preparedBy, actor.id] };
    }

    async function project(): Promise<Projection> {
      const projection = projectionOf(file, row, today);
      Object.assign(row, projection.row);
      const { snapshot } = held;
      await store.update(row, tx);
      if (snapshot?.words !== projection.words) await store.setWords(row.id, projection.words, tx);
      if (!snapshot || handed || !same(snapshot.waiting, projection.waiting)) await store.setWaiting(row.id, row.ownerId, projection.waiting, tx);
      await snapshots.put(row, { state: keptOf(file), waiting: projection.waiting, words: projection.words, projectedOn: today }, tx);
      return projection;
    }

    async function close(): Promise<Changed> {
      await followDetails();
      const from = row.version;
      if (!isNew) row.version += 1;
      if (actor.kind !== 'system') Object.assign(row, { activeAt: at, warned: 0 });
      const appended = await history().append(row, entries, tx);
      const stated = entries.filter(({ act }) => STATING_ACTS.includes(act)).map(({ subject }) => subject);
      if (stated.length > 0) await history().state(row.id, stated, { by: actor.name, at, applicant: actor.kind === 'applicant' }, tx);
      const { row: projected } = await project();
      return {
        version: row.version,
        from,
        today,
        owner: await store.staffName(row.ownerId),
        file,
        changed: differenceOf(held.file, file),
        entries: appended.toReversed(),
        projection: { openNow: projected.openNow, nextWhat: projected.nextWhat, nextHolder: projected.nextHolder, nextDue: projected.nextDue },
      };
    }
    return { change, close, project, followDetails, later, touched: () => entries.length > 0 };
  }

  async function unchanged({ row, file, today }: Held): Promise<Changed> {
    const { version, openNow, nextWhat, nextHolder, nextDue } = row;
    const owner = await store.staffName(row.ownerId);
    return {
      version,
      from: version,
      today,
      owner,
      file,
      changed: { rows: {}, parts: {} },
      entries: [],
      projection: { openNow, nextWhat, nextHolder, nextDue },
    };
  }

  return {
    todayIn,
    async view(reference) {
      const { row, file, today } = await read(await find({ reference }));
      const { product: _product, pack: _pack, ...stated } = file;
      return {
        version: row.version,
        today,
        owner: await store.staffName(row.ownerId),
        productId: row.productId,
        file: stated,
        recent: await history().recent(row.id, RECENT),
        ending: row.stage === 'withdrawn' || row.stage === 'lapsed' ? await history().lastOf(row.id, ENDING_ACTS, 'file') : null,
      };
    },
    async state(where) {
      const { row, file, today } = await read(await find(where));
      return { row, file, today };
    },
    async change(where, { version, actor }, work) {
      let later: (() => void)[] = [];
      const changed = await inTurn(where, async (tx) => {
        later = [];
        const row = await find(where, tx, true);
        if (version !== null) await refuseStale(row, version, tx);
        const held = await read(row, tx);
        for (const part of parts) if (part.fresh?.(held.file)) Object.assign(held.file, await part.load(row.id, tx));
        const begun = begin(held, actor, tx, false);
        await work(begun.change);
        if (!begun.touched()) return unchanged(held);
        const done = await begun.close();
        later = begun.later;
        return done;
      });
      later.forEach((job) => job());
      return changed;
    },
    async create(row, actor, work) {
      const { definition, pack } = await productOf(row.productId);
      let later: (() => void)[] = [];
      const changed = await inTransaction(db, async (tx) => {
        await store.insert(row, tx);
        const empty = Object.assign({ openedBy: await store.staffName(row.openedBy), preparedBy: [] }, ...parts.map((part) => part.empty)) as KeptState;
        const held: Held = { row, snapshot: null, today: todayIn(pack), file: { ...empty, ...ofRow(row), product: definition, pack } };
        const begun = begin(held, actor, tx, true);
        await work(begun.change);
        const done = await begun.close();
        later = begun.later;
        return done;
      });
      later.forEach((job) => job());
      return changed;
    },
    async refresh(where) {
      await inTurn(where, async (tx) => {
        const row = await find(where, tx, true);
        const held = await read(row, tx);
        const file = { ...held.file };
        for (const part of parts.filter(({ ofOthers }) => ofOthers)) Object.assign(file, await part.load(row.id, tx));
        const projected = projectionOf(file, row, held.today);
        const sameState = same(keptOf(held.file), keptOf(file));
        const sameRow = Object.entries(projected.row).every(([field, value]) => row[field as keyof typeof projected.row] === value);
        if (held.snapshot && sameState && sameRow && same(held.snapshot.waiting, projected.waiting)) {
          await snapshots.looked(row.id, held.today, tx);
          return;
        }
        // Nobody did anything, so history says nothing; open screens load the file again all the same.
        if (!sameState) row.version += 1;
        await begin({ ...held, file }, SYSTEM, tx, false).project();
      });
    },
    async rebuild(id) {
      return inTransaction(db, async (tx) => {
        const row = await find({ id }, tx, true);
        const held = await read(row, tx);
        const rows = await fromRows(row, tx);
        const kept = keptOf(held.file) as unknown as Record<string, unknown>;
        const astray = Object.entries(rows)
          .filter(([part, value]) => !same(kept[part], value))
          .map(([part]) => part);
        if (held.snapshot === null || astray.length > 0) await begin({ ...held, file: { ...held.file, ...rows } }, SYSTEM, tx, false).project();
        return { reference: row.reference, astray };
      });
    },
  };
}
