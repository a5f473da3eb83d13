import { FILE_SORTS, type FileItem, type FileQuery } from '@cavren/contract';
import { nameWords, readReference, type Holder, type IsoDate, type Minor, type Stage, type Words } from '@cavren/core';
import { execute, select, Table, type Sequelize, type Tx } from '../db/index';

/** The due date of a file that has ended: after all others. */
const NEVER = '9999-12-31' as IsoDate;

export interface FileRow {
  id: string;
  reference: string;
  productId: string;
  productCode: string;
  version: number;
  stage: Stage;
  stageSince: string;
  isOpen: boolean;
  channel: string;
  receivedOn: IsoDate;
  signedOn: IsoDate | null;
  withApplicant: boolean;
  /** When somebody last worked on it; what servers do by themselves doesn't count. */
  activeAt: string;
  /** How many warnings were sent since then that it will lapse. */
  warned: number;
  round: string | null;
  openedAt: string;
  openedBy: string;
  ownerId: string;
  applicant: string | null;
  amount: Minor | null;
  openNow: number;
  /** How many entries the file's history has, so that a chain that was cut at its end is found. */
  historyLength: number;
  nextWhat: Words | null;
  nextHolder: string | null;
  nextDue: IsoDate | null;
  /** The hash of the newest entry of its history. */
  historyHash: string | null;
  /** The day on which a warning is due that it lapses, or on which it does; null while it can't. */
  lapseOn: IsoDate | null;
  /** The next day on which there is something new to do of a file that has ended. */
  wakesOn: IsoDate | null;
  /** The day on which the application was complete. */
  completeOn: IsoDate | null;
  /** By when its decision has to be told, and until when that stands still for something that is missing. */
  decideBy: IsoDate | null;
  decideHeldUntil: IsoDate | null;
}

export interface Waiting {
  holder: Holder;
  entries: number;
  what: Words;
  since: string;
  due: IsoDate | null;
}

interface ItemRow {
  reference: string;
  applicant: string | null;
  product_code: string;
  stage: Stage;
  stage_since: Date;
  received_on: string;
  owner: string;
  amount: string | null;
  open_now: number;
  next_what: string | null;
  next_holder: string | null;
  next_due: string;
  decide_by: string | null;
  decide_held_until: string | null;
}

const COMMON = 1500;

const ORDER: Record<(typeof FILE_SORTS)[number], string> = {
  due: 'f.next_due, f.reference',
  received: 'f.received_on DESC, f.reference DESC',
  applicant: 'f.applicant, f.reference',
  amount: 'f.amount DESC, f.reference DESC',
};

const ITEM = `f.reference, f.applicant, f.product_code, f.stage, f.stage_since, f.received_on, s.name AS owner, f.amount, f.decide_by, f.decide_held_until`;

export function filesStore(db: Sequelize) {
  const table = new Table<FileRow>(
    db,
    'file',
    {
      id: 'key',
      reference: 'key',
      productId: 'key',
      productCode: 'key',
      version: 'int',
      stage: 'key',
      stageSince: 'time',
      isOpen: 'bool',
      channel: 'key',
      receivedOn: 'date',
      signedOn: 'date',
      withApplicant: 'bool',
      activeAt: 'time',
      warned: 'int',
      round: 'key',
      openedAt: 'time',
      openedBy: 'key',
      ownerId: 'key',
      applicant: 'text',
      amount: 'money',
      openNow: 'int',
      historyLength: 'int',
      nextWhat: 'json',
      nextHolder: 'key',
      nextDue: 'date',
      historyHash: 'key',
      lapseOn: 'date',
      wakesOn: 'date',
      decideBy: 'date',
      decideHeldUntil: 'date',
      completeOn: 'date',
    },
    ['id'],
  );

  // Names of staff hardly ever change: each is asked for again after a minute.
  const names = new Map<string, { name: string; at: number }>();
  const NAME_MS = 60_000;
  const stored = (row: FileRow): FileRow => ({ ...row, nextDue: row.nextDue ?? NEVER });
  const read = (row: FileRow | null): FileRow | null => row && { ...row, nextDue: row.nextDue === NEVER ? null : row.nextDue };

  /** Whether so many files have a word that begins like this that sorting them all would take longer than looking. */
  async function isCommonWord(start: string): Promise<boolean> {
    const found = await select(db, `SELECT 1 FROM file_word WHERE word LIKE :start LIMIT ${COMMON}`, { start });
    return found.length === COMMON;
  }

  return {
    insert: (row: FileRow, tx: Tx) => table.insert(stored(row), tx),
    update: (row: FileRow, tx: Tx) => table.update(stored(row), { id: row.id }, tx),
    byReference: async (reference: string, tx?: Tx, lock = false) => read(await table.one({ reference }, { tx, lock })),
    byId: async (id: string, tx?: Tx, lock = false) => read(await table.one({ id }, { tx, lock })),
    /** Files on which something is due by a day because nobody works on them, after one of them, in the order of day and id. */
    lapsingBy: (day: string, after: { on: string; id: string }, most: number) =>
      select<{ id: string; on: string }>(
        db,
        'SELECT id, lapse_on AS `on` FROM file WHERE lapse_on <= :day AND (lapse_on > :on OR (lapse_on = :on AND id > :id)) ORDER BY lapse_on, id LIMIT :most',
        { day, ...after, most },
      ),
    /** The intake officers who are certified for a line and place on a day, those with the fewest open files first. */
    certifiedOfficers: (line: string, place: string, on: string) =>
      select<{ id: string }>(
        db,
        `SELECT s.id FROM staff s JOIN certificate c ON c.staff_id = s.id
         WHERE s.role = 'intake' AND s.ended_at IS NULL AND c.line = :line AND CONCAT(' ', c.places, ' ') LIKE :place AND c.valid_from <= :on AND (c.valid_until IS NULL OR c.valid_until >= :on)
         GROUP BY s.id ORDER BY (SELECT COUNT(*) FROM file f WHERE f.owner_id = s.id AND f.is_open), s.id LIMIT 1`,
        { line, place: `% ${place} %`, on },
      ),
    /** The open files of an officer, after one of them, in the order of their ids. */
    openOf: (ownerId: string, after: string, most: number) =>
      select<{ id: string }>(db, 'SELECT id FROM file WHERE owner_id = :ownerId AND is_open AND id > :after ORDER BY id LIMIT :most', { ownerId, after, most }),
    /** How many open files each officer has. */
    async openByOwner(): Promise<Map<string, number>> {
      const rows = await select<{ owner_id: string; files: string }>(db, 'SELECT owner_id, COUNT(*) AS files FROM file WHERE is_open GROUP BY owner_id', {});
      return new Map(rows.map(({ owner_id, files }) => [owner_id, Number(files)]));
    },
    /** Files whose people's names have words that begin like the given, newest first. */
    async named(words: readonly string[], most: number): Promise<{ reference: string; applicant: string | null; product_code: string; stage: Stage }[]> {
      if (words.length === 0) return [];
      return select(
        db,
        `SELECT f.reference, f.applicant, f.product_code, f.stage FROM file f
         WHERE ${words.map((_, at) => `f.id IN (SELECT file_id FROM file_word WHERE word LIKE :word${at})`).join(' AND ')}
         ORDER BY f.is_open DESC, f.opened_at DESC LIMIT ${most}`,
        Object.fromEntries(words.map((word, at) => [`word${at}`, `${word.replace(/[\\%_]/g, '\\$&')}%`])),
      );
    },

    /** Makes the words by which a file is found those of its people's names. */
    async setWords(fileId: string, names: string, tx: Tx): Promise<void> {
      const words = [...new Set(nameWords(names).map((word) => word.slice(0, 64)))];
      await execute(db, 'DELETE FROM file_word WHERE file_id = :fileId', { fileId }, tx);
      if (words.length > 0)
        await db.query('INSERT INTO file_word (word, file_id) VALUES :rows', { replacements: { rows: words.map((word) => [word, fileId]) }, transaction: tx });
    },

    /** Who has to do something about a file, for the start pages. */
    async setWaiting(fileId: string, ownerId: string, waiting: readonly Waiting[], tx: Tx): Promise<void> {
      await execute(db, 'DELETE FROM file_waiting WHERE file_id = :fileId', { fileId }, tx);
      if (waiting.length === 0) return;
      await db.query('INSERT INTO file_waiting (file_id, holder, owner_id, entries, what, since, due) VALUES :rows', {
        replacements: {
          rows: waiting.map(({ holder, entries, what, since, due }) => [fileId, holder, ownerId, entries, JSON.stringify(what), new Date(since), due ?? NEVER]),
        },
        transaction: tx,
      });
    },

    async list({ text, stage, product, sort, page, size }: FileQuery): Promise<{ items: FileItem[]; total: number }> {
      const conditions: string[] = [];
      const values: Record<string, unknown> = { size, offset: (page - 1) * size };
      if (stage) {
        conditions.push('f.stage = :stage');
        values['stage'] = stage;
      }
      if (product) {
        conditions.push('f.product_code = :product');
        values['product'] = product;
      }
      const reference = text ? readReference(text) : null;
      const words = reference ? [] : nameWords(text ?? '').slice(0, 6);
      if (reference) {
        conditions.push('f.reference = :reference');
        values['reference'] = reference;
      }
      words.forEach((word, at) => (values[`word${at}`] = `${word.replace(/[\\%_]/g, '\\$&')}%`));
      // Few files have a rare word: they are fetched and sorted. A common one is looked for in each file in the order of the
      // list, which soon fills a page.
      const common = words.length === 1 && (await isCommonWord(String(values['word0'])));
      words.forEach((_, at) =>
        conditions.push(
          common
            ? `(SELECT COUNT(*) FROM file_word w WHERE w.file_id = f.id AND w.word LIKE :word${at}) > 0`
            : `f.id IN (SELECT file_id FROM file_word WHERE word LIKE :word${at})`,
        ),
      );
      const countsWordsOnly = common && conditions.length === 1;
      const where = conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '';
      const [rows, [count]] = await Promise.all([
        select<ItemRow>(
          db,
          `SELECT ${ITEM}, f.open_now, f.next_what, f.next_holder, f.next_due FROM (SELECT f.id FROM file f ${where} ORDER BY ${ORDER[sort]} LIMIT :size OFFSET :offset) page
           JOIN file f ON f.id = page.id JOIN staff s ON s.id = f.owner_id ORDER BY ${ORDER[sort]}`,
          values,
        ),
        select<{ total: string }>(
          db,
          countsWordsOnly ? 'SELECT COUNT(DISTINCT file_id) AS total FROM file_word WHERE word LIKE :word0' : `SELECT COUNT(*) AS total FROM file f ${where}`,
          values,
        ),
      ]);
      return { items: rows.map(toItem), total: Number(count?.total ?? 0) };
    },

    /** Open files that wait for somebody, by deadline. `ownerId` null: of all officers. */
    async waiting(filter: { holders: readonly Holder[]; ownerId: string | null }, page: number, size: number): Promise<{ items: FileItem[]; total: number }> {
      const where = `w.holder IN (:holders) ${filter.ownerId ? 'AND w.owner_id = :ownerId' : ''}`;
      const values = { holders: filter.holders, ownerId: filter.ownerId, size, offset: (page - 1) * size };
      const [rows, [count]] = await Promise.all([
        select<ItemRow>(
          db,
          `SELECT ${ITEM}, w.entries AS open_now, w.what AS next_what, w.holder AS next_holder, w.due AS next_due
           FROM file_waiting w JOIN file f ON f.id = w.file_id JOIN staff s ON s.id = f.owner_id
           WHERE ${where} ORDER BY w.due, w.since, w.file_id LIMIT :size OFFSET :offset`,
          values,
        ),
        select<{ total: string }>(db, `SELECT COUNT(*) AS total FROM file_waiting w WHERE ${where}`, values),
      ]);
      return { items: rows.map(toItem), total: Number(count?.total ?? 0) };
    },

    async countAll({ holders, ownerId }: { holders: readonly Holder[]; ownerId: string | null }): Promise<number> {
      const [row] = await select<{ total: string }>(
        db,
        `SELECT COUNT(*) AS total FROM file_waiting w WHERE w.holder IN (:holders) ${ownerId ? 'AND w.owner_id = :ownerId' : ''}`,
        { holders, ownerId },
      );
      return Number(row?.total ?? 0);
    },

    /** Files of somebody, or all, whose decision should have been told before a day. */
    async countUntold(ownerId: string | null, today: IsoDate): Promise<number> {
      const [row] = await select<{ total: string }>(
        db,
        `SELECT COUNT(*) AS total FROM file f WHERE f.is_open AND f.decide_by < :today AND (f.decide_held_until IS NULL OR f.decide_held_until < :today) ${ownerId ? 'AND f.owner_id = :ownerId' : ''}`,
        { ownerId, today },
      );
      return Number(row?.total ?? 0);
    },

    async countWaiting(filter: { holders: readonly Holder[]; ownerId: string | null }, today: IsoDate): Promise<{ late: number; dueToday: number }> {
      const [row] = await select<{ late: string | null; due_today: string | null }>(
        db,
        `SELECT SUM(w.due < :today) AS late, SUM(w.due = :today) AS due_today FROM file_waiting w WHERE w.holder IN (:holders) ${filter.ownerId ? 'AND w.owner_id = :ownerId' : ''}`,
        { ...filter, today },
      );
      return { late: Number(row?.late ?? 0), dueToday: Number(row?.due_today ?? 0) };
    },

    async staffName(id: string): Promise<string> {
      const known = names.get(id);
      if (known && Date.now() - known.at < NAME_MS) return known.name;
      const [row] = await select<{ name: string }>(db, 'SELECT name FROM staff WHERE id = :id', { id });
      if (row) names.set(id, { name: row.name, at: Date.now() });
      return row?.name ?? id;
    },
    /** The versions that some files have now, in one question. */
    async versionsOf(ids: readonly string[]): Promise<Map<string, number>> {
      if (ids.length === 0) return new Map();
      const rows = await select<{ id: string; version: number }>(db, 'SELECT id, version FROM file WHERE id IN (:ids)', { ids });
      return new Map(rows.map(({ id, version }) => [id, version]));
    },
  };
}
export type FilesStore = ReturnType<typeof filesStore>;

function toItem(row: ItemRow): FileItem {
  return {
    reference: row.reference,
    applicant: row.applicant,
    product: row.product_code,
    stage: row.stage,
    stageSince: row.stage_since.toISOString(),
    receivedOn: row.received_on,
    owner: row.owner,
    amount: row.amount === null ? null : (Number(row.amount) as Minor),
    openNow: row.open_now,
    nextWhat: row.next_what === null ? null : (JSON.parse(row.next_what) as Words),
    nextHolder: row.next_holder,
    nextDue: row.next_due === NEVER ? null : row.next_due,
    decideBy: row.decide_by === null ? null : { by: row.decide_by, heldUntil: row.decide_held_until },
  };
}
