import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations/index';

/** Brings the schema up to date. @returns the names of the migrations that were run. */
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
  return (await umzug.up()).map(({ name }) => name);
}
