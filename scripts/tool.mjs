import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { buildServer } from './setup/build.mjs';
import { startMariaDb } from './setup/mariadb.mjs';
import { inRoot, ROOT } from './setup/place.mjs';
import { runPlainly } from './setup/say.mjs';

/**
 * Runs one of the server's commands with the database of a running Cavren or one started for it: verify-history holds the
 * chain of every file's history against itself, recalculate works every calculation that a decision rests on again.
 */
await runPlainly(async () => {
  const folder = inRoot('.data');
  const port = Number(process.env.CAVREN_DB_PORT ?? 4861);
  const running = await fetch(`http://127.0.0.1:${process.env.CAVREN_PORT ?? 4860}/api/health`).then(
    () => true,
    () => false,
  );
  const database = running ? null : await startMariaDb({ folder, port });
  const { tools } = await buildServer();
  const { status } = spawnSync(process.execPath, [tools, process.argv[2] ?? ''], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, CAVREN_DB_PORT: String(port), CAVREN_DB_PASSWORD: readFileSync(inRoot('.data/mariadb.password'), 'utf8') },
  });
  await database?.stop();
  process.exitCode = status ?? 1;
});
