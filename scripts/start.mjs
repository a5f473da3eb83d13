import { rmSync } from 'node:fs';
import { DATABASE_PACKAGES, ensureDebianPackages, ensureNpmPackages } from './setup/packages.mjs';
import { inRoot } from './setup/place.mjs';
import { refuseTakenPorts } from './setup/ports.mjs';
import { Plain, runPlainly, say } from './setup/say.mjs';

const USUAL = {
  CAVREN_PORT: 4860,
  CAVREN_DB_PORT: 4861,
  CAVREN_REGISTER_PORT: 4862,
  CAVREN_WATCHLIST_PORT: 4863,
  CAVREN_BANK_PORT: 4864,
  CAVREN_POST_PORT: 4865,
  CAVREN_TIMESTAMP_PORT: 4866,
  CAVREN_ISSUING_PORT: 4867,
};

await runPlainly(async () => {
  const wishes = process.argv.slice(2);
  const unknown = wishes.find((wish) => wish !== '--fresh');
  if (unknown) throw new Plain(`“${unknown}” is not known here. “npm start” starts Cavren; “npm start -- --fresh” begins again with fresh demo data.`);
  const folder = inRoot('.data');
  /** @param {keyof typeof USUAL} name */
  const portOf = (name) => Number(process.env[name] ?? USUAL[name]);
  await ensureNpmPackages();
  await ensureDebianPackages(DATABASE_PACKAGES);
  const names = /** @type {(keyof typeof USUAL)[]} */ (Object.keys(USUAL));
  await refuseTakenPorts(Object.fromEntries(names.filter((name) => name !== 'CAVREN_DB_PORT').map((name) => [name, portOf(name)])));
  const { endLeftOver } = await import('./setup/mariadb.mjs');
  await endLeftOver(folder);
  await refuseTakenPorts({ CAVREN_DB_PORT: portOf('CAVREN_DB_PORT') });
  if (wishes.includes('--fresh')) rmSync(folder, { recursive: true, force: true });

  const { startCavren } = await import('./setup/running.mjs');
  const cavren = await startCavren({
    folder,
    ports: {
      port: portOf('CAVREN_PORT'),
      database: portOf('CAVREN_DB_PORT'),
      register: portOf('CAVREN_REGISTER_PORT'),
      watchlist: portOf('CAVREN_WATCHLIST_PORT'),
      bank: portOf('CAVREN_BANK_PORT'),
      post: portOf('CAVREN_POST_PORT'),
      timestamp: portOf('CAVREN_TIMESTAMP_PORT'),
      issuing: portOf('CAVREN_ISSUING_PORT'),
    },
    say,
  });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    say('\nStopping …');
    void cavren.stop().then(() => process.exit(0));
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
  cavren.server.over.then(() => {
    if (!stopping) say('The server has ended unexpectedly; its last words are above.');
    stop();
  });

  /** @type {{ username: string, name: string, role: string }[]} */
  const people = await fetch(`${cavren.url}/api/session/demo`).then((response) => response.json());
  say(`\nCavren is ready: ${cavren.url}   (applicants’ front door: ${cavren.url}/door)\n`);
  say('Demo sign-ins, all with the password “quillhaven”:');
  /** @type {Record<string, string>} */
  const labels = { intake: 'intake officer', approver: 'approver', completer: 'completer', compliance: 'compliance reviewer', policy: 'policy owner' };
  for (const { username, name, role } of people) say(`  ${username.padEnd(8)} ${name}, ${labels[role]}`);
  say('\nCtrl-C stops everything; the data stays. “npm start -- --fresh” begins again.');
});
