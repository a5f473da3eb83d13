import { personName, type FilePerson } from '@cavren/core';
import type { FileChange } from '../files/index';
import type { Outbox } from '../outbox/index';
import { newToken, tokenHash } from '../secrets/index';
import type { DoorStore } from './store';

/** Messages to the people of a file, with a link to their front door. */
export interface Invitations {
  send(change: FileChange, person: FilePerson, subject: string, text: string): Promise<void>;
  tell(change: FileChange, person: FilePerson, subject: string, text: string): Promise<void>;
}

const DAY_MS = 24 * 60 * 60 * 1000;

export function makeInvitations(store: DoorStore, outbox: Outbox, publicUrl: string, lender: string): Invitations {
  /** By e-mail where there is an address, else by text. */
  async function put(change: FileChange, person: FilePerson, subject: string, text: string): Promise<void> {
    const first = personName(person).split(' ')[0] ?? '';
    const body = `Dear ${first},\n\n${text}\n\nFile ${change.file.reference}\n${lender}`;
    if (person.email) return outbox.put({ fileId: change.row.id, channel: 'email', recipient: person.email, subject, body }, change.now, change.tx);
    if (person.phone)
      return outbox.put({ fileId: change.row.id, channel: 'text', recipient: person.phone, subject: null, body: `${subject}. ${text}` }, change.now, change.tx);
  }
  return {
    async send(change, person, subject, text) {
      const token = newToken();
      const expiresAt = new Date(Date.parse(change.now) + change.file.product.signing.linkDays * DAY_MS).toISOString();
      await store.addLink({ tokenHash: tokenHash(token), fileId: change.row.id, personId: person.id, expiresAt }, change.tx);
      await put(change, person, subject, `${text}\n${publicUrl}/door/${token}`);
    },
    tell: put,
  };
}
