import { linkAddress, type LinkPurpose } from '@cavren/contract';
import { SECRET } from '../outbox/index';
import { personName, type FilePerson, say, type Words } from '@cavren/core';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { FileChange } from '../files/index';
import { speakerFor } from '@cavren/words';
import type { Concept, House } from '../house/index';
import { newToken, tokenHash } from '../secrets/index';

export interface LinkRow {
  tokenHash: string;
  fileId: string;
  personId: string;
  expiresAt: string;
  /** What it leads to. */
  purpose: LinkPurpose;
}

function linkStore(db: Sequelize) {
  const links = new Table<LinkRow>(db, 'door_link', { tokenHash: 'key', fileId: 'key', personId: 'key', expiresAt: 'time', purpose: 'key' }, ['tokenHash']);
  return {
    add: (row: LinkRow, tx: Tx) => links.insert(row, tx),
    find: (hash: string) => links.one({ tokenHash: hash }),
    endOf: (fileId: string, personId: string, tx: Tx) => links.remove({ fileId, personId }, tx),
  };
}

/** Messages to the people of a file, with a link to their front door. */
export interface Invitations {
  /** The link of a message, by what is kept of it. */
  link(tokenHash: string): Promise<LinkRow | null>;
  /** Ends the links that somebody of a file was sent. */
  end(change: FileChange, personId: string): Promise<void>;
  /** @param days for how long the link holds, where that is longer than the product's links do. */
  send(change: FileChange, person: FilePerson, subject: Words, text: Words, days?: number, purpose?: LinkPurpose): Promise<void>;
  tell(change: FileChange, person: FilePerson, subject: Words, text: Words): Promise<void>;
}

const DAY_MS = 24 * 60 * 60 * 1000;

function makeInvitations({ services, config, lender }: House, links: ReturnType<typeof linkStore>): Invitations {
  /** By e-mail where there is an address, else by text. */
  async function put(change: FileChange, person: FilePerson, subject: Words, text: Words, secret?: string): Promise<void> {
    const speak = speakerFor(change.file.pack);
    const first = personName(person).split(' ')[0] ?? '';
    if (person.email) {
      const body = speak(say('mail.letter', { name: first, text, reference: change.file.reference, lender }));
      return services.outbox.put(
        { fileId: change.row.id, channel: 'email', recipient: person.email, subject: speak(subject), body },
        change.now,
        change.tx,
        secret,
      );
    }
    if (person.phone)
      return services.outbox.put(
        { fileId: change.row.id, channel: 'text', recipient: person.phone, subject: null, body: speak(say('mail.text', { subject, text })) },
        change.now,
        change.tx,
        secret,
      );
  }
  return {
    link: (hash) => links.find(hash),
    async end(change, personId) {
      await links.endOf(change.row.id, personId, change.tx);
    },
    async send(change, person, subject, text, days = 0, purpose = 'file') {
      const token = newToken();
      const expiresAt = new Date(Date.parse(change.now) + Math.max(days, change.file.product.signing.linkDays) * DAY_MS).toISOString();
      await links.add({ tokenHash: tokenHash(token), fileId: change.row.id, personId: person.id, expiresAt, purpose }, change.tx);
      await put(change, person, subject, say('mail.withLink', { text, link: SECRET }), `${config.publicUrl}${linkAddress(token)}`);
    },
    tell: (change, person, subject, text) => put(change, person, subject, text),
  };
}

declare module '../house/index' {
  interface Services {
    invitations: Invitations;
  }
}

/** Messages that lead people of a file to their front door. */
export const invitations: Concept = (_app, house) => {
  house.offer('invitations', makeInvitations(house, linkStore(house.db)));
};
