import { DataTypes, QueryTypes, type Model, type ModelAttributes, type ModelStatic, type Order, type Sequelize, type WhereOptions } from 'sequelize';
import type { Tx } from './transaction';

/** What a column holds, and so how it is written and read. */
export type ColumnKind = 'key' | 'text' | 'money' | 'date' | 'time' | 'int' | 'decimal' | 'bool' | 'json' | 'binary';

const TYPES = {
  key: DataTypes.STRING(64),
  text: DataTypes.TEXT,
  money: DataTypes.BIGINT,
  date: DataTypes.DATEONLY,
  time: DataTypes.DATE(3),
  int: DataTypes.INTEGER,
  decimal: DataTypes.DECIMAL(20, 6),
  bool: DataTypes.BOOLEAN,
  json: DataTypes.TEXT('long'),
  binary: DataTypes.BLOB,
} satisfies Record<ColumnKind, unknown>;

function read(kind: ColumnKind, value: unknown): unknown {
  if (value === null || value === undefined) return null;
  switch (kind) {
    case 'money':
    case 'decimal':
      return Number(value);
    case 'bool':
      return Boolean(value);
    case 'time':
      return (value as Date).toISOString();
    case 'json':
      return JSON.parse(value as string);
    default:
      return value;
  }
}

const write = (kind: ColumnKind, value: unknown): unknown => (kind === 'json' && value !== null ? JSON.stringify(value) : value);

interface FindOptions<Row> {
  tx?: Tx | undefined;
  order?: [keyof Row & string, 'ASC' | 'DESC'][];
  lock?: boolean;
  limit?: number;
}

/** A table as plain objects in and out; the objects' names are the columns' in camel case. */
export class Table<Row extends object> {
  private readonly model: ModelStatic<Model>;
  private readonly fields: (keyof Row & string)[];

  constructor(
    db: Sequelize,
    name: string,
    private readonly kinds: Record<keyof Row & string, ColumnKind>,
    primary: (keyof Row & string)[],
    tableName = name,
  ) {
    this.fields = Object.keys(kinds) as (keyof Row & string)[];
    const attributes: ModelAttributes = {};
    for (const field of this.fields) attributes[field] = { type: TYPES[kinds[field]], primaryKey: primary.includes(field) };
    this.model = db.define(name, attributes, { tableName });
  }

  async find(where: Partial<Row> | WhereOptions, { tx, order, lock, limit }: FindOptions<Row> = {}): Promise<Row[]> {
    const rows = await this.model.findAll({
      where: where,
      raw: true,
      transaction: tx ?? null,
      ...(order ? { order: order as Order } : {}),
      ...(lock ? { lock: true } : {}),
      ...(limit ? { limit } : {}),
    });
    return rows.map((row) => this.toPlain(row as unknown as Record<string, unknown>));
  }

  async one(where: Partial<Row> | WhereOptions, options: FindOptions<Row> = {}): Promise<Row | null> {
    return (await this.find(where, options))[0] ?? null;
  }

  async insert(row: Row, tx?: Tx): Promise<void> {
    await this.model.create(this.toStored(row), { transaction: tx ?? null });
  }

  async insertMany(rows: Row[], tx?: Tx): Promise<void> {
    if (rows.length > 0)
      await this.model.bulkCreate(
        rows.map((row) => this.toStored(row)),
        { transaction: tx ?? null },
      );
  }

  /** @returns how many rows matched the condition. */
  async update(values: Partial<Row>, where: Partial<Row> | WhereOptions, tx?: Tx): Promise<number> {
    const [count] = await this.model.update(this.toStored(values), { where: where, transaction: tx ?? null });
    return count;
  }

  async remove(where: Partial<Row> | WhereOptions, tx?: Tx): Promise<number> {
    return this.model.destroy({ where: where, transaction: tx ?? null });
  }

  private toPlain(row: Record<string, unknown>): Row {
    return Object.fromEntries(this.fields.map((field) => [field, read(this.kinds[field], row[field])])) as Row;
  }

  private toStored(row: Partial<Row>): Record<string, unknown> {
    return Object.fromEntries(Object.entries(row).map(([field, value]) => [field, write(this.kinds[field as keyof Row & string], value)]));
  }
}

/** A query in SQL, with named replacements; for lists and counts that no table call says. */
export async function select<Row extends object>(db: Sequelize, sql: string, replacements: Record<string, unknown> = {}, tx?: Tx): Promise<Row[]> {
  return db.query<Row>(sql, { type: QueryTypes.SELECT, replacements, transaction: tx ?? null });
}

/** A change in SQL. @returns the number of rows that it changed. */
export async function execute(db: Sequelize, sql: string, replacements: Record<string, unknown> = {}, tx?: Tx): Promise<number> {
  const [, count] = await db.query(sql, { type: QueryTypes.UPDATE, replacements, transaction: tx ?? null });
  return count;
}

/** A row without some of its columns. */
export function without<Row extends object, Left extends keyof Row>(row: Row, columns: readonly Left[]): Omit<Row, Left> {
  return Object.fromEntries(Object.entries(row).filter(([column]) => !columns.includes(column as Left))) as Omit<Row, Left>;
}
