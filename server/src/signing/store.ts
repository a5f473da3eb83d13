import type { Envelope, FileState, Signer } from '@cavren/core';
import { Table, UniqueConstraintError, type Sequelize, type Tx } from '../db/index';

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
      address: 'text',
      device: 'text',
      codeSentTo: 'text',
      pagesRead: 'json',
    },
    ['id'],
  );
  const pages = new Table<ServedPage>(db, 'page_served', { signerId: 'key', page: 'int', session: 'key', servedAt: 'time' }, ['signerId', 'session', 'page']);
  const latest = (fileId: string, tx?: Tx) =>
    envelopes
      .find(
        { fileId },
        {
          tx,
          order: [
            ['sentAt', 'DESC'],
            ['id', 'DESC'],
          ],
          limit: 1,
        },
      )
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
    byId: (id: string) => envelopes.one({ id }),
    /** Moves an envelope on from one state; @returns 0 where it isn't in that state any more. */
    advance: (id: string, from: EnvelopeRow['state'], values: Partial<EnvelopeRow>, tx: Tx) => envelopes.update(values, { id, state: from }, tx),
    updateEnvelope: (id: string, values: Partial<EnvelopeRow>, tx: Tx) => envelopes.update(values, { id }, tx),
    updateSigner: (id: string, values: Partial<SignerRow>, tx: Tx) => signers.update(values, { id }, tx),
    signersOf: (envelopeId: string, tx?: Tx) => signers.find({ envelopeId }, { tx, order: [['position', 'ASC']] }),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const row = await latest(fileId, tx);
      if (!row) return { envelope: null };
      const people = await signers.find({ envelopeId: row.id }, { tx, order: [['position', 'ASC']] });
      const { id, state, sentAt, sentBy, completedAt, voidReason, pages: count } = row;
      return {
        envelope: {
          id,
          state,
          sentAt,
          sentBy,
          completedAt,
          voidReason,
          pages: count,
          signers: people.map((person) => ({
            id: person.id,
            personId: person.personId,
            position: person.position,
            state: person.state,
            invitedAt: person.invitedAt,
            consentedAt: person.consentedAt,
            readAt: person.readAt,
            signedAt: person.signedAt,
            mark: person.mark,
            markText: person.markText,
            choice: person.choice,
          })),
        },
      };
    },
  };
}
export type SigningStore = ReturnType<typeof signingStore>;
