import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';

export type Tx = Transaction;

/** MariaDB's codes for a deadlock (also a conflict between nodes at commit) and for a lock that took too long. */
const RETRIED = new Set([1213, 1205]);
const MOST_TRIES = 5;

/**
 * Runs a piece of work as one transaction and repeats it whole when the database says that it lost a race.
 * Everything else that goes wrong rolls back and is thrown on. What a transaction sees is set for each connection.
 */
export async function inTransaction<T>(db: Sequelize, work: (tx: Tx) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await db.transaction(work);
    } catch (error) {
      if (attempt >= MOST_TRIES || !isLostRace(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, 10 * 2 ** attempt));
    }
  }
}

function isLostRace(error: unknown): boolean {
  return error instanceof DatabaseError && RETRIED.has((error.original as { errno?: number }).errno ?? 0);
}
