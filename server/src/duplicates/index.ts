import { PROBLEM } from './problems';
import { FileAnswer, Id, ReviewDuplicate, SayDuplicate } from '@cavren/contract';
import { type Duplicate, type FileState, type Words } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';
import type { FilePersonRow } from '../persons/index';
import { takeWhatHolds } from './taking';

interface DuplicateRow {
  id: string;
  fileId: string;
  personId: string;
  matchId: string;
  /** The name of the entry when the question arose. */
  matchName: string;
  reasons: Words[];
  state: Duplicate['state'];
  reason: string | null;
  saidBy: string | null;
  at: string;
  reviewedBy: string | null;
}

function duplicatesStore(db: Sequelize) {
  const table = new Table<DuplicateRow>(
    db,
    'duplicate',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      matchId: 'key',
      matchName: 'text',
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
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['at', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return {
        duplicates: rows.map(({ id, personId, matchId, matchName, reasons, state, reason, saidBy, at, reviewedBy }) => ({
          id,
          personId,
          matchId,
          matchName,
          reasons,
          state,
          reason,
          by: saidBy,
          at,
          reviewedBy,
        })),
      };
    },
  };
}

/** An entry that somebody resembles. */
interface Match {
  id: string;
  fullName: string;
  reasons: Words[];
}

/**
 * Keeps the register free of double entries. Whoever is known well enough in a file is entered; who strongly resembles
 * an entry first has to be told apart from it, by the officer and then by compliance, or is that entry.
 */
function duplicatesService({ services }: House, store: ReturnType<typeof duplicatesStore>) {
  const register = () => services.personsStore;

  async function refuseRound(change: FileChange, personId: string): Promise<void> {
    const { round } = change.row;
    const other = round ? await register().inRound(round, personId, change.row.id, change.tx) : null;
    if (other) throw PROBLEM.roundTaken({ other });
  }

  /** Links somebody of a file to their entry in the register. */
  const link = (change: FileChange, id: string, entry: string): void => change.apply({ op: 'set', entity: 'person', id, field: 'personId', value: entry });

  async function enter(change: FileChange, person: FilePersonRow): Promise<void> {
    const entry = await services.persons.enter(person, change.now, change.tx);
    if (entry && entry !== person.personId) link(change, person.id, entry);
  }

  /** After details of somebody were changed: registers them, or asks who they are. */
  async function keepUp(change: FileChange, id: string): Promise<void> {
    await change.flush();
    const person = await register().inFile(change.row.id, id, change.tx);
    if (!person?.fullName) return;
    const known = person.birthDate !== null || person.idNumberHash !== null || person.kind === 'organisation';
    if (!known) return;
    if (person.personId) return enter(change, person);
    const matches = await services.persons.strongMatches(person, change.tx);
    const there = await store.of(change.row.id, id, change.tx);
    for (const idle of there.filter(({ state, matchId }) => state === 'open' && !matches.some(({ row }) => row.id === matchId)))
      await store.remove(idle.id, change.tx);
    for (const { row, fit } of matches.filter(({ row: match }) => !there.some(({ matchId }) => matchId === match.id)))
      await ask(change, id, { id: row.id, fullName: row.fullName, reasons: fit.reasons });
    if (there.length > 0 || matches.length > 0) await change.reload('duplicates');
    const settled = there.filter(({ state }) => state !== 'open').map(({ matchId }) => matchId);
    if (matches.every(({ row }) => settled.includes(row.id))) await enter(change, person);
  }

  const insert = (change: FileChange, personId: string, match: Match, said: Pick<DuplicateRow, 'state' | 'reason' | 'saidBy'>) =>
    store.insert(
      {
        id: nanoid(),
        fileId: change.row.id,
        personId,
        matchId: match.id,
        matchName: match.fullName,
        reasons: match.reasons,
        at: change.now,
        reviewedBy: null,
        ...said,
      },
      change.tx,
    );
  const ask = (change: FileChange, personId: string, match: Match) => insert(change, personId, match, { state: 'open', reason: null, saidBy: null });

  function find(change: FileChange, id: string): Duplicate {
    const found = change.file.duplicates.find((duplicate) => duplicate.id === id);
    if (!found) throw PROBLEM.noQuestion();
    return found;
  }

  /** The person of the file is the known one: their entry is linked, and what was typed stays. */
  async function take(change: FileChange, { personId, matchId, matchName }: Duplicate): Promise<void> {
    if (change.file.people.some((person) => person.personId === matchId)) throw PROBLEM.twiceInFile({ matchName });
    await refuseRound(change, matchId);
    link(change, personId, matchId);
    await change.flush();
    const person = await register().inFile(change.row.id, personId, change.tx);
    if (person) await services.persons.enter(person, change.now, change.tx);
    for (const other of change.file.duplicates.filter(
      (duplicate) => duplicate.personId === personId && duplicate.matchId !== matchId && duplicate.state === 'open',
    ))
      await store.remove(other.id, change.tx);
  }

  return {
    keepUp,
    refuseRound,
    async known(personId: string): Promise<Record<string, unknown>> {
      const row = await register().byId(personId);
      if (!row || row.mergedInto) throw PROBLEM.noPersonRegister();
      return register().asFilePerson(row);
    },
    takeWhatHolds: (change: FileChange, personId: string, id: string) => takeWhatHolds(services, change, personId, id),
    async forget(change: FileChange, id: string): Promise<void> {
      await store.removeOf(change.row.id, id, change.tx);
      await change.reload('duplicates');
    },
    /** Notes that somebody was entered beside a known person on purpose, with the reason. */
    declare: (change: FileChange, personId: string, match: Match, reason: string) =>
      insert(change, personId, match, { state: 'different', reason, saidBy: change.actor.name }),
    /**
     * Enters the applicant of a new file into the register. At the desk it was said who they are; somebody who came in at
     * the front door and strongly resembles a known person becomes a question, and is told nothing.
     */
    async enterFirst(change: FileChange, personId: string, atDesk: boolean): Promise<void> {
      await change.flush();
      const person = await register().inFile(change.row.id, personId, change.tx);
      const known = person !== null && person.fullName !== null && (person.birthDate !== null || person.idNumberHash !== null || person.kind !== 'person');
      if (known) {
        const matches = atDesk || person.personId ? [] : await services.persons.strongMatches(person, change.tx);
        for (const { row, fit } of matches) await ask(change, personId, { id: row.id, fullName: row.fullName, reasons: fit.reasons });
        if (matches.length === 0 && !person.personId) await enter(change, person);
      }
      await change.reload('duplicates');
    },
    async say(reference: string, id: string, wish: SayDuplicate, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version: wish.version, actor }, async (change) => {
        const duplicate = find(change, id);
        if (duplicate.state !== 'open') throw PROBLEM.settled();
        if (wish.verdict === 'same') {
          await take(change, duplicate);
          await store.set(id, { state: 'same', saidBy: actor.name }, change.tx);
          change.record('duplicate.same', `person/${duplicate.personId}`, null, duplicate.matchName);
        } else {
          await store.set(id, { state: 'different', reason: wish.reason, saidBy: actor.name }, change.tx);
          change.record('duplicate.different', `person/${duplicate.personId}`, duplicate.matchName, wish.reason);
          await keepUp(change, duplicate.personId);
        }
        await change.reload('duplicates');
      });
    },
    /** Compliance agrees that they are two, or finds that they are one. */
    async review(reference: string, id: string, version: number, verdict: 'confirmed' | 'same', actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const duplicate = find(change, id);
        if (duplicate.state !== 'different') throw PROBLEM.thereNothingReviewHere();
        const enteredAs = change.file.people.find((person) => person.id === duplicate.personId)?.personId ?? null;
        if (verdict === 'same' && enteredAs === null) await take(change, duplicate);
        if (verdict === 'same' && enteredAs !== null) {
          const reason = `Found to be one when file ${reference} was reviewed`;
          await services.persons.mergeIn(change.tx, duplicate.matchId, enteredAs, reason, actor, change);
        }
        await store.set(id, { state: verdict, reviewedBy: actor.name }, change.tx);
        change.record('duplicate.review', `person/${duplicate.personId}`, duplicate.matchName, verdict);
        await change.reload('duplicates');
      });
    },
  };
}
export type DuplicatesService = ReturnType<typeof duplicatesService>;

declare module '../house/index' {
  interface Services {
    duplicates: DuplicatesService;
  }
}

/** Who in a file may be somebody whom the register knows, and other files of the same round in which they stand. */
export const duplicates: Concept = (app, house) => {
  const { db, jobs, offer, plug, services } = house;
  const store = duplicatesStore(db);
  const service = offer('duplicates', duplicatesService(house, store));
  plug('filePart', { name: 'duplicates', empty: { duplicates: [] }, load: (fileId, tx) => store.load(fileId, tx) });
  plug('filePart', {
    name: 'clashes',
    empty: { clashes: [] },
    ofOthers: true,
    fresh: ({ product }) => product.round !== null,
    restsOn: (before, after) => after.product.round !== null && (before.people !== after.people || before.stage !== after.stage),
    load: async (fileId, tx) => ({ clashes: await services.personsStore.clashes(fileId, tx) }),
    // The other files show the clash too, or show it no more.
    async spread({ file, tx, afterwards }, before) {
      const there = new Set(before.clashes.map(({ reference }) => reference));
      const now = new Set(file.clashes.map(({ reference }) => reference));
      const touched = [...new Set([...there, ...now])].filter((reference) => there.has(reference) !== now.has(reference));
      for (const reference of touched) await jobs.add('file.refresh', `${reference}:${nanoid(8)}`, tx);
      if (touched.length > 0) afterwards(() => jobs.poke());
    },
  });

  const params = FileParams.extend({ id: Id });
  app.post('/api/files/:reference/duplicates/:id', { schema: { params, body: SayDuplicate, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'duplicate.say');
    return service.say(request.params.reference, request.params.id, request.body, actor);
  });
  app.post('/api/files/:reference/duplicates/:id/review', { schema: { params, body: ReviewDuplicate, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'duplicate.review');
    return service.review(request.params.reference, request.params.id, request.body.version, request.body.verdict, actor);
  });
};
