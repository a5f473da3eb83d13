import { execute, Op, Table, type Sequelize } from '../db/index';

/** So many failures cost nothing; each one more doubles the pause, up to the longest. */
interface Patience {
  free: number;
  longestSeconds: number;
}
/** One name from one address: somebody who mistypes, or who guesses. */
const OF_NAME_THERE: Patience = { free: 5, longestSeconds: 15 * 60 };
/** One address, whatever the name: somebody who tries many. */
const OF_ADDRESS: Patience = { free: 60, longestSeconds: 15 * 60 };
/** One name, wherever from: guessing is slowed down, but nobody far away can shut somebody out for long. */
const OF_NAME: Patience = { free: 20, longestSeconds: 30 };
const FORGOTTEN_AFTER_MS = 60 * 60_000;

/** Seconds to wait since the last failure, after so many. */
export const pauseAfter = (failures: number, { free, longestSeconds }: Patience): number =>
  failures < free ? 0 : Math.min(longestSeconds, 2 ** Math.min(failures - free, 20));

interface TryRow {
  id: string;
  failures: number;
  lastAt: string;
}

/** Failed sign-ins, kept in the database: they hold for every server, and over a restart. */
export function signInTries(db: Sequelize, digest: (text: string) => string) {
  const table = new Table<TryRow>(db, 'sign_in_try', { id: 'key', failures: 'int', lastAt: 'time' }, ['id']);
  const keysOf = (name: string, address: string): [id: string, patience: Patience][] => [
    [digest(`name ${name} from ${address}`), OF_NAME_THERE],
    [digest(`from ${address}`), OF_ADDRESS],
    [digest(`name ${name}`), OF_NAME],
  ];
  return {
    /** Seconds until the next try is taken; 0 where none has to be waited for. */
    async pause(name: string, address: string, at: Date): Promise<number> {
      const keys = new Map(keysOf(name, address));
      const rows = await table.find({ id: { [Op.in]: [...keys.keys()] }, lastAt: { [Op.gt]: new Date(at.getTime() - FORGOTTEN_AFTER_MS) } });
      const waits = rows.map(({ id, failures, lastAt }) => {
        const patience = keys.get(id);
        return patience ? pauseAfter(failures, patience) - (at.getTime() - Date.parse(lastAt)) / 1000 : 0;
      });
      return Math.ceil(Math.max(0, ...waits));
    },
    async failed(name: string, address: string, at: Date): Promise<void> {
      await execute(
        db,
        `INSERT INTO sign_in_try (id, failures, last_at) VALUES ${keysOf(name, address)
          .map((_key, nth) => `(:id${nth}, 1, :at)`)
          .join(', ')}
         ON DUPLICATE KEY UPDATE failures = IF(last_at < :forgotten, 1, failures + 1), last_at = VALUES(last_at)`,
        {
          ...Object.fromEntries(keysOf(name, address).map(([id], nth) => [`id${nth}`, id])),
          at,
          forgotten: new Date(at.getTime() - FORGOTTEN_AFTER_MS),
        },
      );
    },
    /** Whoever came in is no guesser there; others who try their name elsewhere still are. */
    async cameIn(name: string, address: string): Promise<void> {
      const [there] = keysOf(name, address);
      if (there) await table.remove({ id: there[0] });
    },
    removeOver: (at: Date) => table.remove({ lastAt: { [Op.lt]: new Date(at.getTime() - FORGOTTEN_AFTER_MS) } }),
  };
}
