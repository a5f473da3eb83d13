import type { Envelope, FileState, Signer } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';

export interface EnvelopeRow extends Omit<Envelope, 'signers'> {
  fileId: string;
  /** Null while it is being made. */
  documentHash: string | null;
  sealedHash: string | null;
}

export interface SignerRow extends Signer {
  fileId: string;
  envelopeId: string;
  markText: string | null;
  markHash: string | null;
  address: string | null;
  device: string | null;
  codeSentTo: string | null;
}

export function signingStore(db: Sequelize) {
  const envelopes = new Table<EnvelopeRow>(
    db,
    'envelope',
    { id: 'key', fileId: 'key', state: 'key', sentAt: 'time', sentBy: 'text', completedAt: 'time', voidReason: 'text', documentHash: 'key', sealedHash: 'key' },
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
    },
    ['id'],
  );
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
      const { id, state, sentAt, sentBy, completedAt, voidReason } = row;
      return {
        envelope: {
          id,
          state,
          sentAt,
          sentBy,
          completedAt,
          voidReason,
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
            choice: person.choice,
          })),
        },
      };
    },
  };
}
export type SigningStore = ReturnType<typeof signingStore>;
