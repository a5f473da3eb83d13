import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations/index';

const LOCK = 'cavren-migrate';
const LONGEST_WAIT_S = 120;

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
