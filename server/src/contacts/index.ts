import { CONTACT_FIELDS, say, type ContactChange, type ContactField, type FilePerson, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { Table, type Sequelize, type Tx } from '../db/index';
import type { FileChange } from '../files/index';
import type { Concept, House } from '../house/index';

interface ContactRow extends ContactChange {
  fileId: string;
}

function contactStore(db: Sequelize) {
  const table = new Table<ContactRow>(db, 'contact_change', { id: 'key', fileId: 'key', personId: 'key', field: 'key', at: 'time' }, ['id']);
  return {
    add: (row: ContactRow, tx: Tx) => table.insert(row, tx),
    removeOf: (fileId: string, personId: string, tx: Tx) => table.remove({ fileId, personId }, tx),
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const rows = await table.find({ fileId }, { tx, order: [['at', 'ASC']] });
      return { contactChanges: rows.map(({ id, personId, field, at }) => ({ id, personId, field, at })) };
    },
  };
}

/** What follows when somebody is reached otherwise than before, or is no longer in the file. */
export interface Contacts {
  /** A phone number or e-mail address that was known is another, or gone: who had the old one is told, and comes in no more by it. */
  changed(change: FileChange, before: FilePerson, field: ContactField): Promise<void>;
  /** Somebody was taken out of the file. */
  gone(change: FileChange, before: FilePerson): Promise<void>;
}

function makeContacts({ services }: House, store: ReturnType<typeof contactStore>): Contacts {
  /** To the old address alone. */
  const toldBy = (before: FilePerson, field: ContactField): FilePerson => ({
    ...before,
    phone: field === 'phone' ? before.phone : null,
    email: field === 'email' ? before.email : null,
  });
  return {
    async changed(change, before, field) {
      if (before[field] === null) return;
      await services.door.shut(change, before.id);
      await services.invitations.tell(change, toldBy(before, field), say('mail.contactChangedSubject'), say('mail.contactChanged', { field }));
      await store.add({ id: nanoid(), fileId: change.row.id, personId: before.id, field, at: change.now }, change.tx);
      await change.reload('contactChanges');
    },
    async gone(change, before) {
      await services.door.shut(change, before.id);
      await store.removeOf(change.row.id, before.id, change.tx);
      await change.reload('contactChanges');
      const [field] = CONTACT_FIELDS.filter((one) => before[one] !== null);
      if (field) await services.invitations.tell(change, toldBy(before, field), say('mail.takenOutSubject'), say('mail.takenOut'));
    },
  };
}

declare module '../house/index' {
  interface Services {
    contacts: Contacts;
  }
}

/** Changes of how people of a file are reached. */
export const contacts: Concept = (_app, house) => {
  const store = contactStore(house.db);
  house.offer('contacts', makeContacts(house, store));
  house.plug('filePart', { name: 'contactChanges', empty: { contactChanges: [] }, load: (fileId, tx) => store.load(fileId, tx) });
};
