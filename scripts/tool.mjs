import { spawnSync } from 'node:child_process';
import { buildServer } from './setup/build.mjs';
import { useMariaDb } from './setup/mariadb.mjs';
import { inRoot, ROOT } from './setup/place.mjs';
import { runPlainly } from './setup/say.mjs';

/**
 * Runs one of the server's commands on the data of a folder, beside a Cavren that runs on it or alone: verify-history holds
 * the chain of every file's history against itself, recalculate works every calculation that a decision rests on again,
 * rebuild-snapshots holds the snapshot of every file against its rows, rotate-master-key puts a new master key in the place of the
 * present one.
 */
await runPlainly(async () => {
  const folder = process.env.CAVREN_DATA ?? inRoot('.data');
  const { address, stop } = await useMariaDb({ folder, port: Number(process.env.CAVREN_DB_PORT ?? 4861) });
  const { tools } = await buildServer();
  const { status } = spawnSync(process.execPath, [tools, process.argv[2] ?? ''], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      CAVREN_DATA: folder,
      CAVREN_PRODUCTS: inRoot('server/data'),
      CAVREN_DB_PORT: String(address.port),
      CAVREN_DB_PASSWORD: address.password,
      CAVREN_DB_OWNER: address.owner.user,
      CAVREN_DB_OWNER_PASSWORD: address.owner.password,
    },
  });
  await stop();
  process.exitCode = status ?? 1;
});
