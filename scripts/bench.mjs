import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { DATABASE_PACKAGES, ensureDebianPackages, ensureNpmPackages, TEST_PACKAGES } from './setup/packages.mjs';
import { inRoot, ROOT } from './setup/place.mjs';
import { runPlainly } from './setup/say.mjs';

/** Prints what the budgets of docs/architecture.md are about, all of it or the parts that are named; measures, never judges. */
await runPlainly(async () => {
  await ensureNpmPackages();
  await ensureDebianPackages([...DATABASE_PACKAGES, ...TEST_PACKAGES]);
  const { buildServer, ensureScreens } = await import('./setup/build.mjs');
  const { startMariaDb } = await import('./setup/mariadb.mjs');
  const { freePort } = await import('./setup/ports.mjs');
  await ensureScreens();
  const folder = inRoot('.test-data', 'bench');
  rmSync(folder, { recursive: true, force: true });
  const database = await startMariaDb({ folder, port: await freePort(), forTests: true, manyDatabases: true });
  const { address } = database;
  // What is measured of a program is measured of what runs: bundled, not made of its sources while it goes.
  const { server } = await buildServer(join(folder, 'programs'));
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', inRoot('scripts/bench/measure.ts'), ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      CAVREN_DB_PORT: String(address.port),
      CAVREN_DB_PASSWORD: address.password,
      CAVREN_DATA: folder,
      CAVREN_LOG: 'silent',
      CAVREN_BENCH_SERVER: pathToFileURL(server).href,
    },
  });
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
  process.exitCode = status ?? 1;
});
