import { FileAnswer, Id, ReviewDuplicate, SayDuplicate, type FileView } from '@cavren/contract';
import type { Duplicate, FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { DetailsStore } from '../details/index';
import { FileParams, type FileChange, type Files } from '../files/index';
import { notFound, refused, staffFor, type Actor, type App } from '../http/index';
import type { PersonsService, PersonsStore } from '../persons/index';

interface DuplicateRow {
  id: string;
  fileId: string;
  personId: string;
  matchId: string;
  reasons: string[];
  state: Duplicate['state'];
  reason: string | null;
  saidBy: string | null;
  at: string;
  reviewedBy: string | null;
}

export function duplicatesStore(db: Sequelize, persons: PersonsStore) {
  const table = new Table<DuplicateRow>(
    db,
    'duplicate',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      matchId: 'key',
      reasons: 'json',
      state: 'key',
      reason: 'text',
      saidBy: 'text',
      at: 'time',
      reviewedBy: 'text',
    },
    ['id'],
  );
  return {
    insert: (row: DuplicateRow, tx: Tx) => table.insert(row, tx),
    of: (fileId: string, personId: string, tx: Tx) => table.find({ fileId, personId }, { tx }),
    set: (id: string, values: Partial<DuplicateRow>, tx: Tx) => table.update(values, { id }, tx),
    remove: (id: string, tx: Tx) => table.remove({ id }, tx),
    removeOf: (fileId: string, personId: string, tx: Tx) => table.remove({ fileId, personId }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const [rows, clashes] = await Promise.all([table.find({ fileId }, { tx, order: [['at', 'ASC']] }), persons.clashes(fileId, tx)]);
      const duplicates = await Promise.all(
        rows.map(async ({ id, personId, matchId, reasons, state, reason, saidBy, at, reviewedBy }) => {
          const match = await persons.byId(matchId, tx);
          return { id, personId, matchId, matchName: match?.fullName ?? '', reasons, state, reason, by: saidBy, at, reviewedBy };
        }),
      );
      return { duplicates, clashes };
    },
  };
}
export type DuplicatesStore = ReturnType<typeof duplicatesStore>;

interface Parts {
  files: () => Files;
  store: DuplicatesStore;
  persons: PersonsService;
  register: PersonsStore;
  details: DetailsStore;
}

/**
 * Keeps the register free of double entries. Whoever is known well enough in a file is entered; who strongly resembles
 * an entry first has to be told apart from it, by the officer and then by compliance, or is that entry.
 */
export function duplicatesService({ files, store, persons, register, details }: Parts) {
  async function refuseRound(change: FileChange, personId: string): Promise<void> {
    const { round } = change.file.product;
    const other = round ? await register.inRound(round, personId, change.row.id, change.tx) : null;
    if (other) throw refused('round-taken', `This person stands in file ${other} of the same round already.`);
  }

  /** After details of somebody were changed: registers them, or asks who they are. */
  async function keepUp(change: FileChange, id: string): Promise<void> {
    const { tx, now } = change;
    const person = await register.inFile(change.row.id, id, tx);
    if (!person?.fullName) return;
    const known = person.birthDate !== null || person.idNumberHash !== null || person.kind === 'organisation';
    if (!known) return;
    if (person.personId) {
      await persons.enter(person, now, tx);
      return;
    }
    const matches = await persons.strongMatches(person, tx);
    const there = await store.of(change.row.id, id, tx);
    for (const idle of there.filter(({ state, matchId }) => state === 'open' && !matches.some(({ row }) => row.id === matchId)))
      await store.remove(idle.id, tx);
    for (const { row, fit } of matches.filter(({ row: match }) => !there.some(({ matchId }) => matchId === match.id)))
      await ask(tx, change.row.id, id, row.id, fit.reasons, now);
    const settled = there.filter(({ state }) => state !== 'open').map(({ matchId }) => matchId);
    if (matches.every(({ row }) => settled.includes(row.id))) await persons.enter(person, now, tx);
  }

  const ask = (tx: Tx, fileId: string, personId: string, matchId: string, reasons: string[], at: string) =>
    store.insert({ id: nanoid(), fileId, personId, matchId, reasons, state: 'open', reason: null, saidBy: null, at, reviewedBy: null }, tx);

  function find(change: FileChange, id: string): Duplicate {
    const found = change.file.duplicates.find((duplicate) => duplicate.id === id);
    if (!found) throw notFound('This question');
    return found;
  }

  /** The person of the file is the known one: their entry is linked, and what was typed stays. */
  async function link(change: FileChange, { personId, matchId, matchName }: Duplicate): Promise<void> {
    if (change.file.people.some((person) => person.personId === matchId)) throw refused('twice-in-file', `${matchName} is in this file already.`);
    await refuseRound(change, matchId);
    await register.link(change.row.id, personId, matchId, change.tx);
    const person = await register.inFile(change.row.id, personId, change.tx);
    if (person) await persons.enter(person, change.now, change.tx);
    for (const other of change.file.duplicates.filter(
      (duplicate) => duplicate.personId === personId && duplicate.matchId !== matchId && duplicate.state === 'open',
    ))
      await store.remove(other.id, change.tx);
  }

  return {
    keepUp,
    refuseRound,
    async known(personId: string): Promise<Record<string, unknown>> {
      const row = await register.byId(personId);
      if (!row || row.mergedInto) throw notFound('This person of the register');
      return register.asFilePerson(row);
    },
    async takeHistories(change: FileChange, personId: string, id: string): Promise<void> {
      const earlier = await register.latestInFile(personId, change.row.id, change.tx);
      if (earlier) await details.copyHistories(earlier, { fileId: change.row.id, id }, change.now, change.tx);
    },
    forget: (change: FileChange, id: string) => store.removeOf(change.row.id, id, change.tx),
    /** Notes that somebody was entered beside a known person on purpose, with the reason. */
    async declare(tx: Tx, fileId: string, personId: string, match: { id: string; reasons: string[] }, reason: string, actor: Actor, at: string): Promise<void> {
      await store.insert(
        { id: nanoid(), fileId, personId, matchId: match.id, reasons: match.reasons, state: 'different', reason, saidBy: actor.name, at, reviewedBy: null },
        tx,
      );
    },
    /**
     * Enters the applicant of a new file into the register. At the desk it was said who they are; somebody who came in at
     * the front door and strongly resembles a known person becomes a question, and is told nothing.
     */
    async enterFirst(tx: Tx, fileId: string, personId: string, at: string, atDesk: boolean): Promise<void> {
      const person = await register.inFile(fileId, personId, tx);
      if (!person?.fullName || (person.birthDate === null && person.idNumberHash === null && person.kind === 'person')) return;
      const matches = atDesk || person.personId ? [] : await persons.strongMatches(person, tx);
      for (const { row, fit } of matches) await ask(tx, fileId, personId, row.id, fit.reasons, at);
      if (matches.length === 0 && !person.personId) await persons.enter(person, at, tx);
    },
    async say(reference: string, id: string, wish: SayDuplicate, actor: Actor): Promise<FileView> {
      return files().change({ reference }, { version: wish.version, actor }, async (change) => {
        const duplicate = find(change, id);
        if (duplicate.state !== 'open') throw refused('settled', 'This was said already.');
        if (wish.verdict === 'same') {
          await link(change, duplicate);
          await store.set(id, { state: 'same', saidBy: actor.name }, change.tx);
          change.record('duplicate.same', `person/${duplicate.personId}`, null, duplicate.matchName);
          return;
        }
        await store.set(id, { state: 'different', reason: wish.reason, saidBy: actor.name }, change.tx);
        change.record('duplicate.different', `person/${duplicate.personId}`, duplicate.matchName, wish.reason);
        await keepUp(change, duplicate.personId);
      });
    },
    /** Compliance agrees that they are two, or finds that they are one. */
    async review(reference: string, id: string, version: number, verdict: 'confirmed' | 'same', actor: Actor): Promise<FileView> {
      return files().change({ reference }, { version, actor }, async (change) => {
        const duplicate = find(change, id);
        if (duplicate.state !== 'different') throw refused('settled', 'There is nothing to review here.');
        const enteredAs = change.file.people.find((person) => person.id === duplicate.personId)?.personId ?? null;
        if (verdict === 'same' && enteredAs === null) await link(change, duplicate);
        if (verdict === 'same' && enteredAs !== null)
          await persons.mergeIn(change.tx, duplicate.matchId, enteredAs, `Found to be one when file ${reference} was reviewed`, actor);
        await store.set(id, { state: verdict, reviewedBy: actor.name }, change.tx);
        change.record('duplicate.review', `person/${duplicate.personId}`, duplicate.matchName, verdict === 'same' ? 'the same person' : 'two persons');
      });
    },
  };
}
export type DuplicatesService = ReturnType<typeof duplicatesService>;

export function duplicateRoutes(app: App, service: DuplicatesService): void {
  const params = FileParams.extend({ id: Id });
  app.post('/api/files/:reference/duplicates/:id', { schema: { params, body: SayDuplicate, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'duplicate.say');
    return service.say(request.params.reference, request.params.id, request.body, actor);
  });
  app.post('/api/files/:reference/duplicates/:id/review', { schema: { params, body: ReviewDuplicate, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'duplicate.review');
    return service.review(request.params.reference, request.params.id, request.body.version, request.body.verdict, actor);
  });
}
