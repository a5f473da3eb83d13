import { nameWords } from '@cavren/core';
import { nanoid } from 'nanoid';
import { execute, Op, select, Table, type Sequelize, type Tx } from '../db/index';
import type { Secrets } from '../secrets/index';

export interface PersonRow {
  id: string;
  fullName: string;
  birthDate: string | null;
  phone: string | null;
  email: string | null;
  idNumberCipher: Buffer | null;
  idNumberHash: string | null;
  idNumberTail: string | null;
  createdAt: string;
  updatedAt: string;
}

interface FilePersonRow extends Omit<PersonRow, 'fullName' | 'updatedAt'> {
  fileId: string;
  personId: string | null;
  fullName: string | null;
}

/** The register of persons: the latest details of everyone who ever was in a file. */
export function personsStore(db: Sequelize, secrets: Secrets) {
  const table = new Table<PersonRow>(
    db,
    'person',
    {
      id: 'key',
      fullName: 'text',
      birthDate: 'date',
      phone: 'text',
      email: 'text',
      idNumberCipher: 'binary',
      idNumberHash: 'key',
      idNumberTail: 'key',
      createdAt: 'time',
      updatedAt: 'time',
    },
    ['id'],
  );
  const inFiles = new Table<FilePersonRow>(
    db,
    'file_person_link',
    {
      id: 'key',
      fileId: 'key',
      personId: 'key',
      fullName: 'text',
      birthDate: 'date',
      phone: 'text',
      email: 'text',
      idNumberCipher: 'binary',
      idNumberHash: 'key',
      idNumberTail: 'key',
      createdAt: 'time',
    },
    ['id'],
    'file_person',
  );

  async function setWords(personId: string, name: string, tx: Tx): Promise<void> {
    await execute(db, 'DELETE FROM person_word WHERE person_id = :personId', { personId }, tx);
    const words = [...new Set(nameWords(name).map((word) => word.slice(0, 64)))];
    if (words.length > 0)
      await db.query('INSERT INTO person_word (word, person_id) VALUES :rows', {
        replacements: { rows: words.map((word) => [word, personId]) },
        transaction: tx,
      });
  }

  return {
    byId: (id: string) => table.one({ id }),
    byNumber: (text: string) => table.find({ idNumberHash: secrets.searchHash(text) }),
    /** Persons whose name has a word that begins like one of the given, or who were born on the day; at most 200 to compare. */
    async similar(words: readonly string[], birthDate: string | null): Promise<PersonRow[]> {
      const starts = words.map((word) => word.slice(0, Math.max(2, word.length - 2)).replace(/[\\%_]/g, '\\$&'));
      const ids = await select<{ id: string }>(
        db,
        `SELECT DISTINCT person_id AS id FROM person_word WHERE ${starts.map((_, at) => `word LIKE :start${at}`).join(' OR ') || 'FALSE'}
         ${birthDate ? 'UNION SELECT id FROM person WHERE birth_date = :birthDate' : ''} LIMIT 200`,
        { ...Object.fromEntries(starts.map((start, at) => [`start${at}`, `${start}%`])), birthDate },
      );
      return ids.length > 0 ? table.find({ id: { [Op.in]: ids.map(({ id }) => id) } }) : [];
    },
    async filesOf(personIds: readonly string[]): Promise<Map<string, { reference: string; product: string; stage: string }[]>> {
      const found = new Map<string, { reference: string; product: string; stage: string }[]>();
      if (personIds.length === 0) return found;
      const rows = await select<{ person_id: string; reference: string; product_code: string; stage: string }>(
        db,
        'SELECT fp.person_id, f.reference, f.product_code, f.stage FROM file_person fp JOIN file f ON f.id = fp.file_id WHERE fp.person_id IN (:personIds) ORDER BY f.opened_at DESC',
        { personIds },
      );
      for (const { person_id, reference, product_code, stage } of rows)
        found.set(person_id, [...(found.get(person_id) ?? []), { reference, product: product_code, stage }]);
      return found;
    },
    /** The details of a known person as a new file takes them over. */
    asFilePerson: (row: PersonRow): Record<string, unknown> => ({
      personId: row.id,
      fullName: row.fullName,
      birthDate: row.birthDate,
      phone: row.phone,
      email: row.email,
      idNumber: row.idNumberCipher ? secrets.unseal(row.idNumberCipher).toString() : null,
    }),
    /** Brings the register up to what a file says about one of its people; a new person is entered once name and birth date are known. */
    async keepUp(fileId: string, filePersonId: string, now: string, tx: Tx): Promise<void> {
      const person = await inFiles.one({ fileId, id: filePersonId }, { tx });
      if (!person?.fullName || !person.birthDate) return;
      const { fullName, birthDate, phone, email, idNumberCipher, idNumberHash, idNumberTail } = person;
      const details = { fullName, birthDate, phone, email, idNumberCipher, idNumberHash, idNumberTail, updatedAt: now };
      if (person.personId) {
        await table.update(details, { id: person.personId }, tx);
        await setWords(person.personId, fullName, tx);
        return;
      }
      const id = nanoid();
      await table.insert({ ...details, id, createdAt: now }, tx);
      await setWords(id, fullName, tx);
      await inFiles.update({ personId: id }, { id: filePersonId, fileId }, tx);
    },
  };
}
export type PersonsStore = ReturnType<typeof personsStore>;
