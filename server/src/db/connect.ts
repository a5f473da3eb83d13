import { Sequelize } from 'sequelize';

export interface DatabaseAddress {
  host: string;
  port: number;
  database: string;
  user: string;
  password: string;
}

/**
 * A pool of connections. BIGINT and DECIMAL arrive as strings, so that no digit is lost on the way; a transaction reads what
 * was committed when each of its statements began.
 */
export function connect({ host, port, database, user, password }: DatabaseAddress): Sequelize {
  return new Sequelize(database, user, password, {
    host,
    port,
    dialect: 'mariadb',
    logging: false,
    timezone: '+00:00',
    dialectOptions: {
      bigNumberStrings: true,
      supportBigNumbers: true,
      connectTimeout: 5000,
      initSql: 'SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED',
    },
    pool: { max: 12, min: 1, acquire: 15_000, idle: 30_000 },
    define: { freezeTableName: true, timestamps: false, underscored: true },
  });
}
