import { FileAnswer, RecordConsent, type FileView } from '@cavren/contract';
import { signersOf, type Consent, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import { FileParams, type Files } from '../files/index';
import { notFound, refused, staffFor, type Actor, type App } from '../http/index';

interface ConsentRow extends Consent {
  id: string;
  fileId: string;
  text: string;
}

export function consentsStore(db: Sequelize) {
  const table = new Table<ConsentRow>(
    db,
    'consent',
    { id: 'key', fileId: 'key', personId: 'key', kind: 'key', version: 'key', text: 'text', how: 'key', givenAt: 'time', recordedBy: 'text' },
    ['id'],
  );
  return {
    insert: (row: ConsentRow, tx: Tx) => table.insert(row, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find({ fileId }, { tx, order: [['givenAt', 'ASC']] });
      return { consents: rows.map(({ personId, kind, version, how, givenAt, recordedBy }) => ({ personId, kind, version, how, givenAt, recordedBy })) };
    },
  };
}

/** Records that somebody agreed to being looked up outside: what text, which version, how, when, and who wrote it down. */
export function consentsService(files: Files, store: ReturnType<typeof consentsStore>) {
  return {
    async record(reference: string, version: number, personId: string, how: string, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const person = signersOf(change.file).find(({ id }) => id === personId);
        if (!person) throw notFound('A signer with this id');
        const { kind, version: textVersion, text } = change.file.product.consentsBeforeChecks;
        if (change.file.consents.some((consent) => consent.personId === personId && consent.kind === kind && consent.version === textVersion))
          throw refused('consent-there', 'This consent is on record already.');
        await store.insert(
          { id: nanoid(), fileId: change.row.id, personId, kind, version: textVersion, text, how, givenAt: change.now, recordedBy: actor.name },
          change.tx,
        );
        change.record('consent.record', `person/${personId}`, null, `${kind}, version ${textVersion}, ${how}`);
      });
    },
  };
}

export function consentRoutes(app: App, service: ReturnType<typeof consentsService>): void {
  app.post('/api/files/:reference/consents', { schema: { params: FileParams, body: RecordConsent, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'consent.record');
    const { version, personId, how } = request.body;
    return service.record(request.params.reference, version, personId, how, actor);
  });
}
