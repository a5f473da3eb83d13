import type { Entity, FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import { execute, Table, type ColumnKind, type Sequelize, type Tx } from '../db/index';
import type { Secrets } from '../secrets/index';
import type { EntityDefinition } from './entity';

type Stored = Record<string, unknown> & { id: string; fileId: string; createdAt: string };

/** Rows of every kind of detail, by their definitions. Secrets go in as text and come out as their tail. */
export function detailsStore(db: Sequelize, secrets: Secrets, definitions: readonly EntityDefinition[]) {
  const tables = new Map(
    definitions.map((definition) => [definition.entity, { definition, table: new Table<Stored>(db, definition.table, columnsOf(definition), ['id']) }]),
  );

  function known(entity: Entity) {
    const found = tables.get(entity);
    if (!found) throw new Error(`There is no kind of row ${entity}`);
    return found;
  }

  function toStored(entity: Entity, values: Record<string, unknown>): Record<string, unknown> {
    const { definition } = known(entity);
    return Object.assign(
      {},
      ...Object.entries(values).map(([field, value]) =>
        definition.fields[field] === 'secret' ? secretColumns(field, value as string | null) : { [field]: value },
      ),
    ) as Record<string, unknown>;
  }

  function secretColumns(field: string, text: string | null) {
    return {
      [`${field}Cipher`]: text === null ? null : secrets.seal(Buffer.from(text)),
      [`${field}Hash`]: text === null ? null : secrets.searchHash(text),
      [`${field}Tail`]: text === null ? null : text.slice(-4),
    };
  }

  function toPlain({ definition }: { definition: EntityDefinition }, row: Stored): Record<string, unknown> {
    const plain: Record<string, unknown> = { id: row.id, createdAt: row.createdAt };
    for (const [field, kind] of Object.entries(definition.fields)) {
      const tail = row[`${field}Tail`] as string | null;
      plain[field] = kind === 'secret' ? (tail === null ? null : { tail }) : row[field];
    }
    return plain;
  }

  return {
    fieldsOf: (entity: Entity) => known(entity).definition.fields,
    defaultsOf: (entity: Entity) => known(entity).definition.defaults ?? {},
    /** The details of a file as they stand in its state. */
    async load(fileId: string, tx?: Tx): Promise<Partial<FileState>> {
      const loaded = await Promise.all(
        [...tables.values()].map(async (entry) => {
          const rows = await entry.table.find(
            { fileId },
            {
              tx,
              order: [
                ['createdAt', 'ASC'],
                ['id', 'ASC'],
              ],
            },
          );
          const plain = rows.map((row) => toPlain(entry, row));
          return [entry.definition.part, entry.definition.entity === 'request' ? plain[0] : plain];
        }),
      );
      return Object.fromEntries(loaded) as Partial<FileState>;
    },
    async add(entity: Entity, fileId: string, id: string, createdAt: string, values: Record<string, unknown>, tx: Tx): Promise<void> {
      const { definition, table } = known(entity);
      const empty = Object.fromEntries(Object.keys(definition.fields).map((field) => [field, null]));
      await table.insert({ ...toStored(entity, { ...empty, ...definition.defaults, ...values }), id, fileId, createdAt }, tx);
    },
    set: (entity: Entity, fileId: string, id: string | null, field: string, value: unknown, tx: Tx) =>
      known(entity).table.update(toStored(entity, { [field]: value }), id === null ? { fileId } : { fileId, id }, tx),
    remove: (entity: Entity, fileId: string, id: string, tx: Tx) => known(entity).table.remove({ fileId, id }, tx),
    /** The plain text of a secret, for the one who may see it. */
    async reveal(entity: Entity, fileId: string, id: string | null, field: string, tx?: Tx): Promise<string | null> {
      const row = await known(entity).table.one(id === null ? { fileId } : { fileId, id }, { tx });
      const cipher = row?.[`${field}Cipher`] as Buffer | null | undefined;
      return cipher ? secrets.unseal(cipher).toString() : null;
    },
    /** Copies the addresses and jobs of somebody in another file to who they are in this one. @returns how many rows. */
    async copyHistories(from: { fileId: string; id: string }, to: { fileId: string; id: string }, createdAt: string, tx: Tx): Promise<number> {
      let copied = 0;
      for (const entity of ['home', 'work'] as const) {
        const { table } = known(entity);
        for (const row of await table.find({ fileId: from.fileId, personId: from.id }, { tx, order: [['createdAt', 'ASC']] })) {
          const at = new Date(Date.parse(createdAt) + copied).toISOString();
          await table.insert({ ...row, id: nanoid(), fileId: to.fileId, personId: to.id, createdAt: at }, tx);
          copied += 1;
        }
      }
      return copied;
    },
    removeMonitoring: (fileId: string, personId: string, tx: Tx) =>
      execute(db, 'DELETE FROM monitoring_answer WHERE file_id = :fileId AND person_id = :personId', { fileId, personId }, tx),
    addRequest(fileId: string, createdAt: string, tx: Tx) {
      return this.add('request', fileId, nanoid(), createdAt, {}, tx);
    },
    addApplicant(fileId: string, id: string, createdAt: string, values: Record<string, unknown>, tx: Tx) {
      return this.add('person', fileId, id, createdAt, { ...values, role: 'applicant' }, tx);
    },
  };
}
export type DetailsStore = ReturnType<typeof detailsStore>;

function columnsOf({ fields }: EntityDefinition): Record<keyof Stored, ColumnKind> {
  const columns: Record<string, ColumnKind> = { id: 'key', fileId: 'key', createdAt: 'time' };
  for (const [field, kind] of Object.entries(fields)) {
    if (kind !== 'secret') columns[field] = kind;
    else Object.assign(columns, { [`${field}Cipher`]: 'binary', [`${field}Hash`]: 'key', [`${field}Tail`]: 'key' });
  }
  return columns;
}
