import { resolve } from 'node:path';
import { buildApp } from './app';
import { recalculateAll } from './calculation/index';
import { readConfig } from './config/index';
import { verifyHistories } from './history/index';
import { rotateMasterKey } from './secrets/index';

type Cavren = Awaited<ReturnType<typeof buildApp>>;
const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** Commands for who runs the program: each says what it found, and whether all is well. They read; only what they are for is written. */
const COMMANDS: Record<string, (cavren: Cavren) => Promise<boolean>> = {
  'verify-history': async ({ services }) => {
    const { files, entries, days, unstamped, problems } = await verifyHistories(services.historyStore, services.sealedDays);
    for (const { reference, problem } of problems) say(reference === null ? problem : `${reference}: ${problem}`);
    say(`${files} files, ${entries} entries, ${days} sealed days${unstamped > 0 ? `, of which ${unstamped} wait for their time stamp` : ''}`);
    say(problems.length === 0 ? 'every chain holds' : `${problems.length} things are wrong`);
    return problems.length === 0;
  },
  /** Wraps the key of the data by a new master key; a server that runs goes on with the key that it has read. */
  'rotate-master-key': async ({ config }) => {
    await rotateMasterKey(config.dataFolder);
    say(
      `There is a new master key in ${resolve(config.dataFolder, 'keys')}; the former one opens nothing any more. Keep a copy of both keys with your backups.`,
    );
    return true;
  },
  recalculate: async ({ services }) => {
    const { count, astray } = await recalculateAll(services.decisionStore);
    for (const id of astray) say(`Decision ${id}: a figure comes out otherwise than it did`);
    say(`${count} calculations worked again: ${astray.length === 0 ? 'all as they were, to the cent' : `${astray.length} come out otherwise`}`);
    return astray.length === 0;
  },
  /** Holds the snapshot of every file against its rows, and makes those that were not so again. */
  'rebuild-snapshots': async ({ services }) => {
    const ids = await services.snapshots.allIds();
    let wrong = 0;
    for (const id of ids) {
      const { reference, astray } = await services.files.rebuild(id);
      if (astray.length === 0) continue;
      wrong += 1;
      say(`${reference}: ${astray.join(', ')} made again from the rows`);
    }
    say(`${ids.length} files: ${wrong === 0 ? 'every snapshot is what its rows say' : `${wrong} snapshots were made again`}`);
    return wrong === 0;
  },
};

const [name = ''] = process.argv.slice(2);
const command = COMMANDS[name];
if (!command) {
  process.stderr.write(`Known commands: ${Object.keys(COMMANDS).join(', ')}\n`);
  process.exitCode = 2;
} else {
  const config = { ...readConfig(process.env), log: 'silent' as const };
  const cavren = await buildApp({ config, productFolder: resolve(process.env['CAVREN_PRODUCTS'] ?? 'server/data') });
  process.exitCode = (await command(cavren)) ? 0 : 1;
  await cavren.app.close();
}
