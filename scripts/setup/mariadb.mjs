import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { userInfo } from 'node:os';
import { join, resolve } from 'node:path';
import { findProgram } from './packages.mjs';
import { Plain } from './say.mjs';

/** @typedef {{ user: string, password: string }} Login */
/** The program's own login, and that of who makes its tables. @typedef {{ host: string, port: number, user: string, password: string, database: string, owner: Login }} DatabaseAddress */

/**
 * Starts a private MariaDB on loopback with its own data folder; makes the folder, the database and its user at first.
 * The program's user reads and writes rows and nothing else; tables and triggers are another's. The server's own root comes
 * in by the socket alone, as the system's user who started it.
 * @param {{ folder: string, port: number, forTests?: boolean, manyDatabases?: boolean }} options manyDatabases: one user may make databases, for tests that need several.
 * @returns {Promise<{ address: DatabaseAddress, stop: () => Promise<void>, pid: number }>}
 */
export async function startMariaDb({ folder, port, forTests = false, manyDatabases = false }) {
  const base = resolve(folder);
  const data = join(base, 'mariadb');
  const socket = socketOf(base, port);
  const pidFile = join(base, 'mariadb.pid');
  const log = join(base, 'mariadb.log');
  mkdirSync(base, { recursive: true, mode: 0o700 });
  await endLeftOver(folder);
  const user = process.getuid?.() === 0 ? ['--user=root'] : [];
  if (!existsSync(join(data, 'mysql'))) {
    const made = spawnSync(
      findProgram('mariadb-install-db') ?? 'mariadb-install-db',
      [
        '--no-defaults',
        ...user,
        `--datadir=${data}`,
        '--auth-root-authentication-method=socket',
        `--auth-root-socket-user=${userInfo().username}`,
        '--skip-test-db',
        '--innodb-log-file-size=8M',
      ],
      { encoding: 'utf8' },
    );
    if (made.status !== 0)
      throw new Plain(`The database can’t be made in ${data}: ${(made.stderr || made.stdout || String(made.error)).trim().split('\n').at(-1)}`);
  }
  const password = readPassword(base);
  const init = join(base, 'mariadb-init.sql');
  writeFileSync(
    init,
    [
      'CREATE DATABASE IF NOT EXISTS cavren CHARACTER SET utf8mb4;',
      // Databases of before let their root in from loopback without a password.
      "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost');",
      'FLUSH PRIVILEGES;',
      "ALTER USER IF EXISTS 'root'@'localhost' IDENTIFIED VIA unix_socket;",
      ...login('cavren', password, manyDatabases ? 'ALL ON *.*' : 'SELECT, INSERT, UPDATE, DELETE ON cavren.*'),
      ...login(OWNER, readPassword(base, OWNER), 'ALL ON cavren.*'),
    ].join('\n'),
    { mode: 0o600 },
  );
  const child = spawn(
    findProgram('mariadbd') ?? 'mariadbd',
    [
      '--no-defaults',
      ...user,
      `--datadir=${data}`,
      `--socket=${socket}`,
      `--pid-file=${pidFile}`,
      `--port=${port}`,
      `--log-error=${log}`,
      `--init-file=${init}`,
      '--bind-address=127.0.0.1',
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--default-time-zone=+00:00',
      '--skip-log-bin',
      '--sql-mode=STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION',
      '--innodb-buffer-pool-size=256M',
      ...(forTests ? WITHOUT_THE_DISK : []),
    ],
    { stdio: 'ignore', detached: true },
  );
  let ended = false;
  const over = new Promise((done) => child.once('exit', () => done((ended = true))));
  child.once('error', () => (ended = true));
  const stop = async () => {
    if (!ended) child.kill('SIGTERM');
    await over;
  };
  for (let turn = 0; turn < 1200; turn += 1) {
    if (ended) throw new Plain(`The database can’t start: ${reasonIn(log)} (whole log: ${log}). “npm start -- --fresh” begins again with an empty one.`);
    if (await answers(port)) return { address: addressOf(base, port), stop, pid: child.pid ?? 0 };
    await new Promise((done) => setTimeout(done, 100));
  }
  await stop();
  throw new Plain(`The database did not answer within two minutes: ${reasonIn(log)}`);
}

/**
 * The database server that runs on a folder of ours, if one does; nobody else's is taken for it.
 * @param {string} folder
 * @returns {{ pid: number, port: number } | null}
 */
function runningOn(folder) {
  const pidFile = join(resolve(folder), 'mariadb.pid');
  if (!existsSync(pidFile)) return null;
  const pid = Number(readFileSync(pidFile, 'utf8').trim());
  const words = existsSync(`/proc/${pid}/cmdline`) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0') : [];
  if (!words.includes(`--datadir=${join(resolve(folder), 'mariadb')}`)) {
    rmSync(pidFile, { force: true });
    return null;
  }
  return { pid, port: Number(words.find((word) => word.startsWith('--port='))?.slice('--port='.length)) };
}

/** A database server of ours that outlived an earlier start is ended. @param {string} folder */
export async function endLeftOver(folder) {
  const running = runningOn(folder);
  if (!running) return;
  process.kill(running.pid, 'SIGTERM');
  for (let turn = 0; turn < 150 && existsSync(`/proc/${running.pid}`); turn += 1) await new Promise((done) => setTimeout(done, 100));
}

/**
 * The database of a folder for somebody who only uses it: the one that runs is left to run, and one that doesn't is
 * started and stopped again.
 * @param {{ folder: string, port: number }} options
 * @returns {Promise<{ address: DatabaseAddress, stop: () => Promise<void> }>}
 */
export async function useMariaDb({ folder, port }) {
  const running = runningOn(folder);
  if (!running) return startMariaDb({ folder, port });
  return {
    address: addressOf(resolve(folder), running.port),
    stop: async () => undefined,
  };
}

/** What tests write is gone with them, so nothing waits until it lies on the disk, which on a busy machine takes seconds. */
const WITHOUT_THE_DISK = ['--innodb-flush-log-at-trx-commit=2', '--innodb-flush-method=nosync', '--innodb-doublewrite=0', '--debug-no-sync'];

const OWNER = 'cavren_owner';

/** The statements that make a login with these rights and no others. @param {string} user @param {string} password @param {string} rights */
const login = (user, password, rights) => [
  `CREATE USER IF NOT EXISTS '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
  `ALTER USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
  `REVOKE ALL PRIVILEGES, GRANT OPTION FROM '${user}'@'127.0.0.1';`,
  `GRANT ${rights} TO '${user}'@'127.0.0.1';`,
];

/** @param {string} base @param {number} port @returns {DatabaseAddress} */
const addressOf = (base, port) => ({
  host: '127.0.0.1',
  port,
  user: 'cavren',
  password: readPassword(base),
  database: 'cavren',
  owner: { user: OWNER, password: readPassword(base, OWNER) },
});

/** In the data folder, where only its owner comes; a path of a socket is at most 107 bytes long, so for a longer one beside it. @param {string} base @param {number} port */
function socketOf(base, port) {
  const inside = join(base, 'mariadb.sock');
  return Buffer.byteLength(inside) <= 107 ? inside : join('/tmp', `cavren-${port}.sock`);
}

/** Made at the first start. @param {string} base @param {string} user */
function readPassword(base, user = 'cavren') {
  const path = join(base, user === 'cavren' ? 'mariadb.password' : `mariadb-${user}.password`);
  if (!existsSync(path)) writeFileSync(path, randomBytes(18).toString('base64url'), { mode: 0o600 });
  chmodSync(path, 0o600);
  return readFileSync(path, 'utf8');
}

/** @param {string} log */
function reasonIn(log) {
  if (!existsSync(log)) return 'there is no log';
  const errors = readFileSync(log, 'utf8')
    .split('\n')
    .filter((line) => line.includes('[ERROR]'));
  return errors.slice(-3)[0]?.replace(/^.*\[ERROR\] /, '') ?? 'its log names no error';
}

/** Whether MariaDB greets on the port: a port that only accepts is not ready yet. @param {number} port @returns {Promise<boolean>} */
function answers(port) {
  return new Promise((done) => {
    const connection = createConnection({ host: '127.0.0.1', port }, () => undefined);
    connection.once('data', () => {
      connection.destroy();
      done(true);
    });
    connection.once('error', () => done(false));
    connection.setTimeout(500, () => {
      connection.destroy();
      done(false);
    });
  });
}
