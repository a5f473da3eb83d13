import { spawn } from 'node:child_process';
import { inRoot, ROOT } from './place.mjs';
import { buildServer, ensureScreens } from './build.mjs';
import { startMariaDb } from './mariadb.mjs';
import { Plain } from './say.mjs';

/** @typedef {{ port: number, database: number, register: number, watchlist: number, bank: number, post: number, timestamp: number, issuing: number }} Ports */

/**
 * Starts all of Cavren: database, stand-ins, server. What was started is stopped again when a later part fails.
 * @param {{ folder: string, ports: Ports, log?: string, forTests?: boolean, say?: (line: string) => void }} options
 */
export async function startCavren({ folder, ports, log = 'warn', forTests = false, say = () => undefined }) {
  const built = await buildServer();
  await ensureScreens();
  say('Starting the database …');
  const database = await startMariaDb({ folder, port: ports.database, forTests });
  /** @type {(() => Promise<void>)[]} */
  const stops = [database.stop];
  const stop = async () => {
    for (const end of stops.reverse()) await end();
  };
  const environment = {
    ...process.env,
    NODE_ENV: 'production',
    CAVREN_FOLLOW: '1',
    CAVREN_PORT: String(ports.port),
    CAVREN_DATA: folder,
    CAVREN_WEB: inRoot('web/dist'),
    CAVREN_PRODUCTS: inRoot('server/data'),
    CAVREN_DB_PORT: String(database.address.port),
    CAVREN_DB_NAME: database.address.database,
    CAVREN_DB_USER: database.address.user,
    CAVREN_DB_PASSWORD: database.address.password,
    CAVREN_DB_OWNER: database.address.owner.user,
    CAVREN_DB_OWNER_PASSWORD: database.address.owner.password,
    CAVREN_REGISTER_PORT: String(ports.register),
    CAVREN_WATCHLIST_PORT: String(ports.watchlist),
    CAVREN_BANK_PORT: String(ports.bank),
    CAVREN_POST_PORT: String(ports.post),
    CAVREN_TIMESTAMP_PORT: String(ports.timestamp),
    CAVREN_ISSUING_PORT: String(ports.issuing),
    CAVREN_REGISTER_URL: `http://127.0.0.1:${ports.register}`,
    CAVREN_WATCHLIST_URL: `http://127.0.0.1:${ports.watchlist}`,
    CAVREN_BANK_URL: `http://127.0.0.1:${ports.bank}`,
    CAVREN_POST_URL: `http://127.0.0.1:${ports.post}`,
    CAVREN_TIMESTAMP_URL: `http://127.0.0.1:${ports.timestamp}`,
    CAVREN_ISSUING_URL: `http://127.0.0.1:${ports.issuing}`,
    CAVREN_DEMO_PEOPLE: inRoot('demo', 'people.json'),
    CAVREN_LOG: log,
  };
  try {
    say('Starting the stand-ins of outside services …');
    const standins = startNode(built.standins, environment, say);
    stops.push(standins.stop);
    await answersAt(`http://127.0.0.1:${ports.post}/`, standins);
    await fillDemo(built.demo, environment, say);
    say('Starting the server …');
    // The schema is up to date by now, so the server never learns the password of whose tables they are.
    const withoutOwner = Object.fromEntries(Object.entries(environment).filter(([name]) => !name.startsWith('CAVREN_DB_OWNER')));
    const server = startNode(built.server, withoutOwner, say);
    stops.push(server.stop);
    await answersAt(`http://127.0.0.1:${ports.port}/api/health`, server);
    return { stop, database, server, url: `http://127.0.0.1:${ports.port}` };
  } catch (error) {
    await stop();
    throw error;
  }
}

/** @param {string} script @param {Record<string, string | undefined>} environment @param {(line: string) => void} say */
function startNode(script, environment, say) {
  const child = spawn(process.execPath, ['--enable-source-maps', script], { cwd: ROOT, env: environment, stdio: ['pipe', 'pipe', 'pipe'], detached: true });
  let errors = '';
  let ended = false;
  child.stdout.on('data', (chunk) => {
    for (const line of String(chunk).split('\n')) if (line.trim() && line !== 'ready') say(line);
  });
  child.stderr.on('data', (chunk) => {
    errors += chunk;
    say(String(chunk).trimEnd());
  });
  /** @type {Promise<number | null>} */
  const over = new Promise((done) =>
    child.once('exit', (code) => {
      ended = true;
      done(code);
    }),
  );
  return {
    pid: child.pid ?? 0,
    over,
    hasEnded: () => ended,
    problem: () => errors.trim().split('\n').at(-1) ?? '',
    stop: async () => {
      if (!ended) child.kill('SIGTERM');
      await over;
    },
  };
}

/** Fills an empty database with the demo; says nothing where there is one already. @param {string} script @param {Record<string, string | undefined>} environment @param {(line: string) => void} say */
async function fillDemo(script, environment, say) {
  const demo = startNode(script, environment, say);
  const code = await demo.over;
  if (code !== 0) throw new Plain(demo.problem() || 'The demo could not be filled in.');
}

/** Waits until a program answers, or has ended. @param {string} url @param {{ hasEnded: () => boolean, problem: () => string }} program */
export async function answersAt(url, program) {
  for (let turn = 0; turn < 1800; turn += 1) {
    if (program.hasEnded()) throw new Plain(program.problem() || `${url} did not start.`);
    const response = await fetch(url).catch(() => null);
    if (response?.ok) return;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Plain(`${url} did not answer within three minutes.`);
}
