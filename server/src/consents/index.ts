import { PROBLEM } from './problems';
import { FileAnswer, Id, RecordConsent, RecordConsents, WithdrawConsent } from '@cavren/contract';
import { consentLanguage, consentOf, consentsAskedOf, wantedConsents, type Consent, type ConsentText, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, without, type Sequelize, type Tx } from '../db/index';
import type { Changed, FileChange } from '../files/index';
import type { Concept, House } from '../house/index';
import { FileParams, staffFor, type Actor } from '../http/index';

interface ConsentRow extends Consent {
  fileId: string;
  text: string;
}

function consentsStore(db: Sequelize) {
  const table = new Table<ConsentRow>(
    db,
    'consent',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      kind: 'key',
      version: 'key',
      text: 'text',
      language: 'key',
      toWhom: 'text',
      how: 'key',
      givenAt: 'time',
      recordedBy: 'text',
      withdrawnAt: 'time',
      withdrawnBy: 'text',
    },
    ['id'],
  );
  return {
    insert: (row: ConsentRow, tx: Tx) => table.insert(row, tx),
    withdraw: (id: string, withdrawnAt: string, withdrawnBy: string, tx: Tx) => table.update({ withdrawnAt, withdrawnBy }, { id, withdrawnAt: null }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find(
        { fileId },
        {
          tx,
          order: [
            ['givenAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      return { consents: rows.map((row) => without(row, ['fileId', 'text'])) };
    },
  };
}
type ConsentsStore = ReturnType<typeof consentsStore>;

/** Records who agreed to what: text, version, language, how, when and to whom; and when it was taken back. */
function consentsService({ services }: House, store: ConsentsStore) {
  function textIn(consent: ConsentText, language: string): string {
    const said = consent.text[language];
    if (said === undefined) throw PROBLEM.thisTextNotThereLanguage({}, 'language');
    return said;
  }
  /** Writes a consent into a file that is being changed. */
  async function give(change: FileChange, personId: string, kind: string, language: string, how: string): Promise<void> {
    const person = change.file.people.find(({ id }) => id === personId);
    const text = person && consentsAskedOf(change.file, person).find((consent) => consent.kind === kind);
    if (!text) throw PROBLEM.noPersonWhomThisConsentAsked();
    const said = textIn(text, language);
    if (consentOf(change.file, personId, kind)) throw PROBLEM.consentThere();
    await keep(change, personId, text, said, language, how);
    await change.reload('consents');
  }

  async function keep(change: FileChange, personId: string, text: ConsentText, said: string, language: string, how: string): Promise<void> {
    const { kind } = text;
    const row: ConsentRow = {
      id: nanoid(),
      fileId: change.row.id,
      personId,
      kind,
      version: text.version,
      text: said,
      language,
      toWhom: text.to,
      how,
      givenAt: change.now,
      recordedBy: change.actor.name,
      withdrawnAt: null,
      withdrawnBy: null,
    };
    await store.insert(row, change.tx);
    change.record('consent.record', `person/${personId}`, null, `${kind}, version ${text.version}, ${language}, ${how}`);
  }

  async function takeBack(change: FileChange, id: string, how: string): Promise<void> {
    const consent = change.file.consents.find((candidate) => candidate.id === id);
    if (!consent) throw PROBLEM.noConsent();
    if (consent.withdrawnAt !== null || (await store.withdraw(id, change.now, change.actor.name, change.tx)) === 0) throw PROBLEM.consentWithdrawn();
    await change.reload('consents');
    change.record('consent.withdraw', `person/${consent.personId}`, `${consent.kind}, version ${consent.version}`, how);
  }

  return {
    give,
    takeBack,
    async record(reference: string, version: number, wish: { personId: string; kind: string; language: string; how: string }, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, (change) => give(change, wish.personId, wish.kind, wish.language, wish.how));
    },
    /** Records that somebody agreed to everything that they are asked for and hasn't agreed to yet: what was read out to them in one go. */
    async recordAll(reference: string, version: number, wish: { personId: string; language: string; how: string }, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const person = change.file.people.find(({ id }) => id === wish.personId);
        const texts = person ? wantedConsents(change.file, person) : [];
        if (texts.length === 0) throw PROBLEM.nothingToAgreeTo();
        for (const text of texts) {
          const language = consentLanguage(text, wish.language);
          await keep(change, wish.personId, text, textIn(text, language), language, wish.how);
        }
        await change.reload('consents');
      });
    },
    async withdraw(reference: string, version: number, id: string, how: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, (change) => takeBack(change, id, how));
    },
  };
}
export type ConsentsService = ReturnType<typeof consentsService>;

declare module '../house/index' {
  interface Services {
    consents: ConsentsService;
  }
}

/** What people agreed to, and took back. */
export const consents: Concept = (app, house) => {
  const store = consentsStore(house.db);
  const service = house.offer('consents', consentsService(house, store));
  house.plug('filePart', { name: 'consents', empty: { consents: [] }, load: (fileId, tx) => store.load(fileId, tx) });

  app.post('/api/files/:reference/consents', { schema: { params: FileParams, body: RecordConsent, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'consent.record');
    return service.record(request.params.reference, request.body.version, request.body, actor);
  });
  app.post('/api/files/:reference/consents/all', { schema: { params: FileParams, body: RecordConsents, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'consent.record');
    return service.recordAll(request.params.reference, request.body.version, request.body, actor);
  });
  app.post(
    '/api/files/:reference/consents/:id/withdraw',
    { schema: { params: FileParams.extend({ id: Id }), body: WithdrawConsent, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'consent.record');
      return service.withdraw(request.params.reference, request.body.version, request.params.id, request.body.how, actor);
    },
  );
};
