import type { Envelope, FileState, SignedDocument, Signer } from '@cavren/core';
import { Op, Table, UniqueConstraintError, without, type Sequelize, type Tx } from '../db/index';

export interface EnvelopeRow extends Omit<Envelope, 'signers'> {
  fileId: string;
  /** Null while it is being made. */
  documentHash: string | null;
  sealedHash: string | null;
}

/** A page and how long it was in sight. */
export interface SeenPage {
  page: number;
  milliseconds: number;
}

/** A page that was given to somebody's session. */
export interface ServedPage {
  signerId: string;
  page: number;
  session: string;
  servedAt: string;
}

export interface SignerRow extends Signer {
  fileId: string;
  envelopeId: string;
  markHash: string | null;
  address: string | null;
  device: string | null;
  codeSentTo: string | null;
  pagesRead: SeenPage[] | null;
}

/** Two pages asked for at once are both there; that one was written down already is no fault. */
function refuseAllButTaken(error: unknown): void {
  if (!(error instanceof UniqueConstraintError)) throw error;
}

export function signingStore(db: Sequelize) {
  const envelopes = new Table<EnvelopeRow>(
    db,
    'envelope',
    {
      id: 'key',
      fileId: 'key',
      document: 'key',
      state: 'key',
      sentAt: 'time',
      sentBy: 'text',
      completedAt: 'time',
      voidReason: 'text',
      documentHash: 'key',
      sealedHash: 'key',
      pages: 'int',
    },
    ['id'],
  );
  const signers = new Table<SignerRow>(
    db,
    'signer',
    {
      id: 'key',
      fileId: 'key',
      envelopeId: 'key',
      personId: 'key',
      position: 'int',
      state: 'key',
      invitedAt: 'time',
      consentedAt: 'time',
      readAt: 'time',
      signedAt: 'time',
      mark: 'key',
      markText: 'text',
      markHash: 'key',
      choice: 'text',
      initials: 'json',
      address: 'text',
      device: 'text',
      codeSentTo: 'text',
      pagesRead: 'json',
    },
    ['id'],
  );
  const pages = new Table<ServedPage>(db, 'page_served', { signerId: 'key', page: 'int', session: 'key', servedAt: 'time' }, ['signerId', 'session', 'page']);
  /** The latest of a file, or of one document of it. */
  const latest = (fileId: string, tx?: Tx, document?: SignedDocument) =>
    envelopes
      .find(document === undefined ? { fileId } : { fileId, document }, {
        tx,
        order: [
          ['sentAt', 'DESC'],
          ['id', 'DESC'],
        ],
        limit: 1,
      })
      .then(([row]) => row ?? null);
  return {
    latest,
    insert: async (row: EnvelopeRow, rows: SignerRow[], tx: Tx) => {
      await envelopes.insert(row, tx);
      await signers.insertMany(rows, tx);
    },
    async served(row: ServedPage): Promise<void> {
      if ((await pages.one({ signerId: row.signerId, session: row.session, page: row.page })) === null) await pages.insert(row).catch(refuseAllButTaken);
    },
    servedTo: (signerId: string, session: string, tx: Tx) => pages.find({ signerId, session }, { tx }),
    byId: (id: string, tx?: Tx) => envelopes.one({ id }, { tx }),
    /** Moves an envelope on from one state; @returns 0 where it isn't in that state any more. */
    advance: (id: string, from: EnvelopeRow['state'], values: Partial<EnvelopeRow>, tx: Tx) => envelopes.update(values, { id, state: from }, tx),
    updateEnvelope: (id: string, values: Partial<EnvelopeRow>, tx: Tx) => envelopes.update(values, { id }, tx),
    updateSigner: (id: string, values: Partial<SignerRow>, tx: Tx) => signers.update(values, { id }, tx),
    signersOf: (envelopeId: string, tx?: Tx) => signers.find({ envelopeId }, { tx, order: [['position', 'ASC']] }),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await envelopes.find(
        { fileId },
        {
          tx,
          order: [
            ['sentAt', 'ASC'],
            ['id', 'ASC'],
          ],
        },
      );
      const newest = (document: SignedDocument) => rows.findLast((row) => row.document === document) ?? null;
      const shown = [newest('agreement'), newest('application')].filter((row) => row !== null);
      if (shown.length === 0) return { envelope: null, application: null };
      const people = await signers.find({ envelopeId: { [Op.in]: shown.map(({ id }) => id) } }, { tx, order: [['position', 'ASC']] });
      const asEnvelope = (row: EnvelopeRow | null): Envelope | null =>
        row && {
          ...without(row, ['fileId', 'documentHash', 'sealedHash']),
          signers: people
            .filter(({ envelopeId }) => envelopeId === row.id)
            .map((signer) => without(signer, ['fileId', 'envelopeId', 'markHash', 'address', 'device', 'codeSentTo', 'pagesRead'])),
        };
      return { envelope: asEnvelope(newest('agreement')), application: asEnvelope(newest('application')) };
    },
  };
}
export type SigningStore = ReturnType<typeof signingStore>;
