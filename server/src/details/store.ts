import { BLANK_ROW, descriptionOf, DETAILS, ENTITIES, PART_OF, type Entity, type Field, type FileState, type RowEntity } from '@cavren/core';
import { Op, Table, type ColumnKind, type Sequelize, type Tx } from '../db/index';
import type { FileChange, KeptState } from '../files/index';
import type { Secrets } from '../secrets/index';

type Stored = Record<string, unknown> & { id: string; fileId: string; createdAt: string };
type LooseRow = Record<string, unknown> & { id: string; createdAt: string };

/** How a field is kept: the kind of its column, or a number that is encrypted. */
const KEPT_AS: Record<Field['kind'], ColumnKind | 'secret'> = {
  text: 'text',
  choice: 'key',
  money: 'money',
  profit: 'money',
  date: 'date',
  whole: 'int',
  decimal: 'decimal',
  share: 'decimal',
  percent: 'decimal',
  yesNo: 'bool',
  person: 'key',
  people: 'text',
  hidden: 'secret',
  phone: 'text',
  email: 'text',
  code: 'text',
};

const isHidden = (entity: Entity, field: string): boolean => descriptionOf(entity).fields[field]?.kind === 'hidden';

/** The columns of a kind of row, by the names of their fields; a hidden number has three: encrypted, its search hash, its tail. */
export function columnsOf(entity: Entity): Record<keyof Stored, ColumnKind> {
  const columns: Record<string, ColumnKind> = { id: 'key', fileId: 'key', createdAt: 'time' };
  for (const [name, { kind }] of Object.entries(descriptionOf(entity).fields)) {
    const kept = KEPT_AS[kind];
    if (kept === 'secret') Object.assign(columns, { [`${name}Cipher`]: 'binary', [`${name}Hash`]: 'key', [`${name}Tail`]: 'key' });
    else columns[name] = kept;
  }
  return columns;
}

/** Rows of every kind of detail, by their descriptions. Hidden numbers go in as text and come out as their tail. */
export function detailsStore(db: Sequelize, secrets: Secrets) {
  const tables = Object.fromEntries(
    ENTITIES.map((entity) => [entity, new Table<Stored>(db, DETAILS[entity].table, columnsOf(entity), ['id'])]),
  ) as unknown as Record<Entity, Table<Stored>>;

  const secretColumns = (field: string, text: string | null): Record<string, unknown> => ({
    [`${field}Cipher`]: text === null ? null : secrets.seal(Buffer.from(text)),
    [`${field}Hash`]: text === null ? null : secrets.searchHash(text),
    [`${field}Tail`]: text === null ? null : text.slice(-4),
  });

  /** Fields of a row as their columns; the whole of a hidden number comes from whoever states it. */
  function toStored(
    entity: Entity,
    path: string,
    values: Record<string, unknown>,
    hidden: (path: string) => string | null | undefined,
  ): Record<string, unknown> {
    const columns: Record<string, unknown> = {};
    for (const [field, value] of Object.entries(values)) {
      if (!isHidden(entity, field)) columns[field] = value;
      else {
        const whole = value === null ? null : hidden(`${path}/${field}`);
        if (whole === undefined) throw new Error(`The number behind ${path}/${field} isn’t there`);
        Object.assign(columns, secretColumns(field, whole));
      }
    }
    return columns;
  }

  function toPlain(entity: Entity, row: Stored): LooseRow {
    const plain: LooseRow = { id: row.id, createdAt: row.createdAt };
    for (const field of Object.keys(descriptionOf(entity).fields)) {
      const tail = row[`${field}Tail`] as string | null;
      plain[field] = isHidden(entity, field) ? (tail === null ? null : { tail, mark: secrets.markOf(row[`${field}Hash`] as string) }) : row[field];
    }
    return plain;
  }

  const fieldsOf = (row: Record<string, unknown>): Record<string, unknown> =>
    Object.fromEntries(Object.entries(row).filter(([field]) => field !== 'id' && field !== 'createdAt'));

  async function writeRequest(change: FileChange, before: FileState | null): Promise<void> {
    const { file, row, tx, now } = change;
    const changed = before ? changedFields(before.request, file.request) : fieldsOf(file.request);
    if (Object.keys(changed).length === 0) return;
    const columns = toStored('request', 'request', changed, change.hidden);
    if (before) await tables.request.update(columns, { fileId: row.id }, tx);
    else await tables.request.insert({ ...columns, id: row.id, fileId: row.id, createdAt: now }, tx);
  }

  async function removeRows(change: FileChange, before: FileState | null, entity: RowEntity): Promise<void> {
    const part = PART_OF[entity];
    if (!before || before[part] === change.file[part]) return;
    const now = new Set(change.file[part].map(({ id }) => id));
    const gone = before[part].filter(({ id }) => !now.has(id)).map(({ id }) => id);
    if (gone.length > 0) await tables[entity].remove({ fileId: change.row.id, id: { [Op.in]: gone } }, change.tx);
  }

  async function putRows(change: FileChange, before: FileState | null, entity: RowEntity): Promise<void> {
    const { file, row, tx } = change;
    const part = PART_OF[entity];
    if (before && before[part] === file[part]) return;
    const earlier = new Map((before?.[part] ?? []).map((one) => [one.id, one]));
    const fresh: Stored[] = [];
    for (const one of file[part] as unknown as LooseRow[]) {
      const known = earlier.get(one.id) as unknown as LooseRow | undefined;
      const path = `${entity}/${one.id}`;
      if (!known)
        fresh.push({
          ...toStored(entity, path, { ...BLANK_ROW[entity], ...fieldsOf(one) }, change.hidden),
          id: one.id,
          fileId: row.id,
          createdAt: one.createdAt,
        });
      else if (known !== one) {
        const changed = changedFields(known, one);
        if (Object.keys(changed).length > 0) await tables[entity].update(toStored(entity, path, changed, change.hidden), { fileId: row.id, id: one.id }, tx);
      }
    }
    await tables[entity].insertMany(fresh, tx);
  }

  return {
    /** The details of a file as they stand in its state. One table after the other: other work needs connections too. */
    async load(fileId: string, tx?: Tx, entities: readonly Entity[] = ENTITIES): Promise<Partial<KeptState>> {
      const state: Record<string, unknown> = {};
      for (const entity of entities) {
        const rows = await tables[entity].find(
          { fileId },
          {
            tx,
            order: [
              ['createdAt', 'ASC'],
              ['id', 'ASC'],
            ],
          },
        );
        const plain = rows.map((row) => toPlain(entity, row));
        if (entity === 'request') state['request'] = fieldsOf(plain[0] ?? {});
        else state[PART_OF[entity]] = plain;
      }
      return state;
    },
    /** Writes what differs between two states of a file, row by row: new rows of a kind at once, of others only the fields that changed. */
    async write(change: FileChange, before: FileState | null): Promise<void> {
      const kinds = ENTITIES.filter((entity) => entity !== 'request');
      if (!before || before.request !== change.file.request) await writeRequest(change, before);
      for (const entity of kinds.toReversed()) await removeRows(change, before, entity);
      for (const entity of kinds) await putRows(change, before, entity);
    },
    /** The plain text of a hidden number, for the one who may see it. */
    async reveal(entity: Entity, fileId: string, id: string | null, field: string, tx?: Tx): Promise<string | null> {
      const row = await tables[entity].one(id === null ? { fileId } : { fileId, id }, { tx });
      const cipher = row?.[`${field}Cipher`] as Buffer | null | undefined;
      return cipher ? secrets.unseal(cipher).toString() : null;
    },
  };
}
export type DetailsStore = ReturnType<typeof detailsStore>;

/** Fields that hold something else than before; hidden numbers by the object that stands for them, as two may end alike. */
function changedFields(before: object, after: object): Record<string, unknown> {
  const then = before as Record<string, unknown>;
  return Object.fromEntries(Object.entries(after).filter(([field, value]) => !Object.is(then[field], value)));
}
