import { indexWords, nicknamesOf, slipForms, slipsBetween, type IdentityNumberKind, type IsoDate } from '@cavren/core';
import { nanoid } from 'nanoid';
import { execute, inTransaction, Op, select, Table, type Sequelize, type Tx } from '../db/index';
import type { Secrets } from '../secrets/index';

interface PersonDetails {
  kind: 'person' | 'organisation';
  fullName: string;
  knownAs: string | null;
  birthDate: IsoDate | null;
  phone: string | null;
  email: string | null;
  language: string | null;
  contactBy: string | null;
  idKind: IdentityNumberKind | null;
  idNumberCipher: Buffer | null;
  idNumberHash: string | null;
  idNumberTail: string | null;
  taxKind: IdentityNumberKind | null;
  taxNumberCipher: Buffer | null;
  taxNumberHash: string | null;
  taxNumberTail: string | null;
}

export interface PersonRow extends PersonDetails {
  id: string;
  mergedInto: string | null;
  createdAt: string;
  updatedAt: string;
}

export interface FilePersonRow extends Omit<PersonDetails, 'fullName'> {
  id: string;
  fileId: string;
  personId: string | null;
  fullName: string | null;
}

export interface MergeRow {
  id: string;
  keptId: string;
  droppedId: string;
  reason: string;
  /** Rows of files that were moved from the dropped entry to the kept one. */
  moved: string[];
  mergedBy: string;
  at: string;
  undoneAt: string | null;
  undoneBy: string | null;
}

export interface InFile {
  reference: string;
  product: string;
  stage: string;
  role: string;
  open: boolean;
  round: string | null;
}

const DETAILS = {
  kind: 'key',
  fullName: 'text',
  knownAs: 'text',
  birthDate: 'date',
  phone: 'text',
  email: 'text',
  language: 'key',
  contactBy: 'key',
  idKind: 'key',
  idNumberCipher: 'binary',
  idNumberHash: 'key',
  idNumberTail: 'key',
  taxKind: 'key',
  taxNumberCipher: 'binary',
  taxNumberHash: 'key',
  taxNumberTail: 'key',
} as const;
const MOST_CANDIDATES = 200;
const SHORTEST_SEARCHED = 2;
/** How names are made into words; an entry that was indexed by an earlier way is indexed anew. The database's default is the present one. */
const WORDS_BY = 2;
const REINDEXED_AT_ONCE = 2_000;

/** The register of persons and organisations: the latest details of everyone who ever was in a file. */
export function personsStore(db: Sequelize, secrets: Secrets) {
  const table = new Table<PersonRow>(db, 'person', { id: 'key', mergedInto: 'key', createdAt: 'time', updatedAt: 'time', ...DETAILS }, ['id']);
  const inFiles = new Table<FilePersonRow>(db, 'file_person_link', { id: 'key', fileId: 'key', personId: 'key', ...DETAILS }, ['id'], 'file_person');
  const merges = new Table<MergeRow>(
    db,
    'person_merge',
    { id: 'key', keptId: 'key', droppedId: 'key', reason: 'text', moved: 'json', mergedBy: 'text', at: 'time', undoneAt: 'time', undoneBy: 'text' },
    ['id'],
  );

  const wordsOf = (...names: (string | null)[]): string[] => [...new Set(names.flatMap((name) => indexWords(name ?? '')).map((word) => word.slice(0, 60)))];

  async function setWords(personId: string, words: readonly string[], tx: Tx): Promise<void> {
    await execute(db, 'DELETE FROM person_word WHERE person_id = :personId', { personId }, tx);
    await insertWords([{ id: personId, words }], tx);
  }

  async function insertWords(entries: readonly { id: string; words: readonly string[] }[], tx: Tx): Promise<void> {
    const rows = entries.flatMap(({ id, words }) => words.map((word) => [word, id] as const));
    if (rows.length === 0) return;
    await db.query('INSERT INTO person_word (word, person_id) VALUES :rows', { replacements: { rows }, transaction: tx });
    await addSlipForms([...new Set(rows.map(([word]) => word))], tx);
  }

  /** Most words of a new name are there already; only those that aren't are written, so that writers seldom meet. */
  async function addSlipForms(words: readonly string[], tx?: Tx): Promise<void> {
    const there = new Set<string>();
    for (let at = 0; at < words.length; at += 5000) {
      const found = await select<{ word: string }>(db, 'SELECT DISTINCT word FROM name_slip WHERE word IN (:words)', { words: words.slice(at, at + 5000) }, tx);
      for (const { word } of found) there.add(word);
    }
    const fresh = words.filter((word) => !there.has(word));
    const rows = fresh.flatMap((word) => slipForms(word).map((form) => [form, word]));
    for (let at = 0; at < rows.length; at += 5000)
      await db.query('INSERT IGNORE INTO name_slip (form, word) VALUES :rows', {
        replacements: { rows: rows.slice(at, at + 5000) },
        ...(tx ? { transaction: tx } : {}),
      });
  }

  /** Words of the register that are one of these words, one letter off it, or used for it. */
  async function wordsLike(words: readonly string[], tx?: Tx): Promise<Map<string, string[]>> {
    const found = new Map(words.map((word) => [word, [word, ...nicknamesOf(word)]]));
    const forms = new Map<string, string[]>();
    for (const word of words) for (const form of slipForms(word)) forms.set(form, [...(forms.get(form) ?? []), word]);
    const rows = await select<{ form: string; word: string }>(db, 'SELECT form, word FROM name_slip WHERE form IN (:forms)', { forms: [...forms.keys()] }, tx);
    // A shared form means at most two slips; only one is forgiven, so that common names don't drag in half the register.
    for (const { form, word } of rows) for (const wanted of forms.get(form) ?? []) if (slipsBetween(wanted, word) <= 1) found.get(wanted)?.push(word);
    return found;
  }

  /** Names of entries that were merged into others: they still lead to the one that was kept. */
  async function mergedNames(ids: readonly string[], tx?: Tx): Promise<Map<string, string[]>> {
    const found = new Map<string, string[]>();
    if (ids.length === 0) return found;
    // From the merges, which are few: with many ids the database would rather walk the register than its index of merged entries.
    const rows = await select<{ kept: string; name: string }>(
      db,
      `SELECT m.kept_id AS kept, p.full_name AS name FROM person_merge m JOIN person p ON p.id = m.dropped_id
       WHERE m.undone_at IS NULL AND m.kept_id IN (:ids)`,
      { ids },
      tx,
    );
    for (const { kept, name } of rows) found.set(kept, [...(found.get(kept) ?? []), name]);
    return found;
  }

  return {
    byId: (id: string, tx?: Tx) => table.one({ id }, { tx }),
    byNumber: (text: string, tx?: Tx) => {
      const hash = secrets.searchHash(text);
      return table.find({ mergedInto: null, [Op.or]: [{ idNumberHash: hash }, { taxNumberHash: hash }] }, { tx, limit: MOST_CANDIDATES });
    },
    byHash: (hashes: readonly string[], tx?: Tx) =>
      hashes.length === 0
        ? Promise.resolve([])
        : table.find(
            { mergedInto: null, [Op.or]: [{ idNumberHash: { [Op.in]: hashes } }, { taxNumberHash: { [Op.in]: hashes } }] },
            { tx, limit: MOST_CANDIDATES },
          ),
    byContact: (phone: string | null, email: string | null, tx?: Tx) => {
      const either = [...(phone ? [{ phone }] : []), ...(email ? [{ email }] : [])];
      return either.length === 0 ? Promise.resolve([]) : table.find({ mergedInto: null, [Op.or]: either }, { tx, limit: MOST_CANDIDATES });
    },
    bornOn: (birthDate: string, tx?: Tx) => table.find({ mergedInto: null, birthDate }, { tx, limit: MOST_CANDIDATES }),
    /**
     * Persons with words like those of a name, those with most of them first; at most 200 to compare. A name that only
     * resembles by one very common word gives way to those that resemble by more.
     */
    async similar(name: string, tx?: Tx): Promise<PersonRow[]> {
      const words = wordsOf(name).filter((word) => [...word].length >= SHORTEST_SEARCHED);
      if (words.length === 0) return [];
      const like = await wordsLike(words, tx);
      const slots = [...like.values()].map((alternatives) => [...new Set(alternatives)]);
      const hits = await select<{ id: string }>(
        db,
        `SELECT person_id AS id, COUNT(DISTINCT slot) AS hits FROM (
           ${slots.map((_, at) => `SELECT person_id, ${at} AS slot FROM person_word FORCE INDEX (PRIMARY) WHERE word IN (:slot${at})`).join(' UNION ALL ')}
         ) found GROUP BY person_id ORDER BY hits DESC LIMIT ${MOST_CANDIDATES}`,
        Object.fromEntries(slots.map((alternatives, at) => [`slot${at}`, alternatives])),
        tx,
      );
      if (hits.length === 0) return [];
      // Entries merged into others are left out here: in the query, the index on merged_into would be walked, which is nearly all of the register.
      const rows = await table.find({ id: { [Op.in]: hits.map(({ id }) => id) } }, { tx });
      return rows.filter(({ mergedInto }) => mergedInto === null);
    },
    /** Entries that were indexed by an earlier way, indexed by the present one: so many at once, none left when none is returned. */
    reindex: (): Promise<number> =>
      inTransaction(db, async (tx) => {
        const old = await select<{ id: string; full_name: string; known_as: string | null }>(
          db,
          'SELECT id, full_name, known_as FROM person WHERE words_by < :by AND merged_into IS NULL LIMIT :most FOR UPDATE',
          { by: WORDS_BY, most: REINDEXED_AT_ONCE },
          tx,
        );
        if (old.length === 0) return 0;
        const ids = old.map(({ id }) => id);
        const merged = await mergedNames(ids, tx);
        await execute(db, 'DELETE FROM person_word WHERE person_id IN (:ids)', { ids }, tx);
        await insertWords(
          old.map(({ id, full_name, known_as }) => ({ id, words: wordsOf(full_name, known_as, ...(merged.get(id) ?? [])) })),
          tx,
        );
        await execute(db, 'UPDATE person SET words_by = :by WHERE id IN (:ids)', { by: WORDS_BY, ids }, tx);
        return old.length;
      }),
    /** Brings the index of typing slips up to the words that are there; for registers from before there was one. */
    async completeIndex(): Promise<void> {
      const missing = await select<{ word: string }>(
        db,
        'SELECT DISTINCT w.word FROM person_word w LEFT JOIN name_slip s ON s.word = w.word WHERE s.word IS NULL',
      );
      await addSlipForms(missing.map(({ word }) => word));
    },
    /** Enters many at once, for imports and measurements. */
    async insertMany(rows: PersonRow[], tx: Tx): Promise<void> {
      await table.insertMany(rows, tx);
      await insertWords(
        rows.map((row) => ({ id: row.id, words: wordsOf(row.fullName, row.knownAs) })),
        tx,
      );
    },
    async filesOf(personIds: readonly string[]): Promise<Map<string, InFile[]>> {
      const found = new Map<string, InFile[]>();
      if (personIds.length === 0) return found;
      const rows = await select<{
        person_id: string;
        reference: string;
        product_code: string;
        stage: string;
        role: string;
        is_open: number;
        round: string | null;
      }>(
        db,
        'SELECT fp.person_id, f.reference, f.product_code, f.stage, fp.role, f.is_open, f.round FROM file_person fp JOIN file f ON f.id = fp.file_id WHERE fp.person_id IN (:personIds) ORDER BY f.opened_at DESC',
        { personIds },
      );
      for (const { person_id, reference, product_code, stage, role, is_open, round } of rows)
        found.set(person_id, [...(found.get(person_id) ?? []), { reference, product: product_code, stage, role, open: Boolean(is_open), round }]);
      return found;
    },
    async page(page: number, size: number): Promise<{ items: PersonRow[]; total: number }> {
      const ids = await select<{ id: string }>(db, 'SELECT id FROM person WHERE merged_into IS NULL ORDER BY full_name, id LIMIT :size OFFSET :offset', {
        size,
        offset: (page - 1) * size,
      });
      const [count] = await select<{ total: string }>(db, 'SELECT COUNT(*) AS total FROM person WHERE merged_into IS NULL');
      const rows =
        ids.length > 0
          ? await table.find(
              { id: { [Op.in]: ids.map(({ id }) => id) } },
              {
                order: [
                  ['fullName', 'ASC'],
                  ['id', 'ASC'],
                ],
              },
            )
          : [];
      return { items: rows, total: Number(count?.total ?? 0) };
    },
    /** Another open file of a round in which a person lives or applies. */
    async inRound(round: string, personId: string, fileId: string | null, tx?: Tx): Promise<string | null> {
      const [row] = await select<{ reference: string }>(
        db,
        `SELECT f.reference FROM file f JOIN file_person p ON p.file_id = f.id
         WHERE f.round = :round AND f.is_open AND f.id <> :fileId AND p.person_id = :personId AND p.role IN (:roles) LIMIT 1`,
        { round, personId, fileId: fileId ?? '', roles: HOUSEHOLD_ROLES },
        tx,
      );
      return row?.reference ?? null;
    },
    /** Other open files of the same round in which people of a file stand, by their entry in the register or their number. */
    async clashes(fileId: string, tx?: Tx): Promise<{ personId: string; reference: string }[]> {
      return select(
        db,
        `SELECT DISTINCT mine.id AS personId, f.reference FROM file self
         JOIN file_person mine ON mine.file_id = self.id AND mine.role IN (:roles)
         JOIN file f ON f.round = self.round AND f.is_open AND f.id <> self.id
         JOIN file_person theirs ON theirs.file_id = f.id AND theirs.role IN (:roles)
           AND (theirs.person_id = mine.person_id OR theirs.id_number_hash = mine.id_number_hash)
         WHERE self.id = :fileId AND self.round IS NOT NULL AND self.is_open ORDER BY f.reference`,
        { fileId, roles: HOUSEHOLD_ROLES },
        tx,
      );
    },
    /** The details of a known person as a new file takes them over. */
    asFilePerson: (row: PersonRow): Record<string, unknown> => ({
      personId: row.id,
      kind: row.kind,
      fullName: row.fullName,
      knownAs: row.knownAs,
      birthDate: row.birthDate,
      phone: row.phone,
      email: row.email,
      language: row.language,
      contactBy: row.contactBy,
      idKind: row.idKind,
      idNumber: row.idNumberCipher ? secrets.unseal(row.idNumberCipher).toString() : null,
      taxKind: row.taxKind,
      taxNumber: row.taxNumberCipher ? secrets.unseal(row.taxNumberCipher).toString() : null,
      detailsFrom: row.updatedAt.slice(0, 10),
    }),
    inFile: (fileId: string, id: string, tx: Tx) => inFiles.one({ fileId, id }, { tx }),
    /** The file in which somebody of a file is. */
    fileOf: async (id: string): Promise<string | null> => (await inFiles.one({ id }))?.fileId ?? null,
    /** Who somebody is in files that came to their end, in the order in which those were opened. */
    doneFilesOf: (personId: string, tx: Tx) =>
      select<{ id: string; fileId: string }>(
        db,
        "SELECT p.id, p.file_id AS fileId FROM file_person p JOIN file f ON f.id = p.file_id WHERE p.person_id = :personId AND f.stage = 'done' ORDER BY f.opened_at",
        { personId },
        tx,
      ),
    /** Who somebody is in other files, the newest first; at most ten. */
    inOtherFiles: (personId: string, exceptFileId: string, tx: Tx) =>
      select<{ id: string; fileId: string }>(
        db,
        `SELECT p.id, p.file_id AS fileId FROM file_person p JOIN file f ON f.id = p.file_id
         WHERE p.person_id = :personId AND p.file_id <> :exceptFileId ORDER BY f.opened_at DESC, f.id LIMIT 10`,
        { personId, exceptFileId },
        tx,
      ),
    async update(id: string, details: PersonDetails, now: string, tx: Tx): Promise<void> {
      await table.update({ ...details, updatedAt: now }, { id }, tx);
      await setWords(id, wordsOf(details.fullName, details.knownAs), tx);
    },
    async insert(details: PersonDetails, now: string, tx: Tx): Promise<string> {
      const id = nanoid();
      await table.insert({ ...details, id, mergedInto: null, createdAt: now, updatedAt: now }, tx);
      await setWords(id, wordsOf(details.fullName, details.knownAs), tx);
      return id;
    },
    mergedNames,
    setWords: (id: string, names: readonly (string | null)[], tx: Tx) => setWords(id, wordsOf(...names), tx),
    mergesOf: (id: string) => merges.find({ [Op.or]: [{ keptId: id }, { droppedId: id }] }, { order: [['at', 'DESC']] }),
    merge: (id: string, tx: Tx) => merges.one({ id }, { tx, lock: true }),
    async lockBoth(a: string, b: string, tx: Tx): Promise<PersonRow[]> {
      return table.find({ id: { [Op.in]: [a, b] } }, { tx, lock: true, order: [['id', 'ASC']] });
    },
    filesWithBoth: (a: string, b: string, tx: Tx) =>
      select<{ reference: string }>(
        db,
        'SELECT f.reference FROM file f JOIN file_person x ON x.file_id = f.id AND x.person_id = :a JOIN file_person y ON y.file_id = f.id AND y.person_id = :b',
        { a, b },
        tx,
      ),
    rowsOf: async (personId: string, tx: Tx) => (await inFiles.find({ personId }, { tx })).map(({ id }) => id),
    setMergedInto: (id: string, into: string | null, tx: Tx) => table.update({ mergedInto: into }, { id }, tx),
    addMerge: (row: MergeRow, tx: Tx) => merges.insert(row, tx),
    undoMerge: (id: string, undoneAt: string, undoneBy: string, tx: Tx) => merges.update({ undoneAt, undoneBy }, { id, undoneAt: null }, tx),
  };
}
export type PersonsStore = ReturnType<typeof personsStore>;

/** Roles in which somebody is of the household that applies. */
const HOUSEHOLD_ROLES = ['applicant', 'coApplicant', 'householdMember', 'dependant'];
