import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations/index';

const LOCK = 'cavren-migrate';
const LONGEST_WAIT_S = 120;

/** Migrations that a database still lacks; asking takes no more rights than reading. */
export async function pendingMigrations(db: Sequelize): Promise<string[]> {
  const done = await db
    .query<{ name: string }>('SELECT name FROM schema_migration', { type: QueryTypes.SELECT })
    .then((rows) => new Set(rows.map(({ name }) => name)))
    .catch((error: unknown) => {
      if ((error as { original?: { code?: string } }).original?.code === 'ER_NO_SUCH_TABLE') return new Set<string>();
      throw error;
    });
  return migrations.map(({ name }) => name).filter((name) => !done.has(name));
}

/**
 * Brings the schema up to date. Two servers that start at once take turns: one migrates, the other finds it done.
 * @returns the names of the migrations that were run.
 */
export async function migrate(db: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({
      name,
      up: async () => {
        for (const statement of up) await db.query(statement);
      },
    })),
    storage: new SequelizeStorage({ sequelize: db, tableName: 'schema_migration' }),
    logger: undefined,
  });
  // A lock belongs to a connection, and a transaction keeps one; the schema itself is changed on others.
  return db.transaction(async (tx) => {
    const [lock] = await db.query<{ taken: number | null }>('SELECT GET_LOCK(:name, :wait) AS taken', {
      type: QueryTypes.SELECT,
      replacements: { name: LOCK, wait: LONGEST_WAIT_S },
      transaction: tx,
    });
    if (Number(lock?.taken) !== 1) throw new Error('Another server is changing the schema and doesn’t come to an end');
    try {
      return (await umzug.up()).map(({ name }) => name);
    } finally {
      await db.query('SELECT RELEASE_LOCK(:name)', { type: QueryTypes.SELECT, replacements: { name: LOCK }, transaction: tx });
    }
  });
}
