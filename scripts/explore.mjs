import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { inRoot, ROOT } from './setup/place.mjs';
import { say } from './setup/say.mjs';

/**
 * Draws other random files for every property than the tests do: as often as asked (10 times), until one fails. What was
 * found is repeated by `CAVREN_DEEP=1 CAVREN_SEED=<seed> npx vitest run --project core`. All that tests try by the thousand is
 * tried in full, the server's before the rest.
 */
const times = Number(process.argv[2] ?? 10);
/** @param {string[]} projects @param {Record<string, string>} [more] */
const passes = (projects, more = {}) =>
  spawnSync(inRoot('node_modules', '.bin', 'vitest'), ['run', ...projects.flatMap((project) => ['--project', project])], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, CAVREN_DEEP: '1', ...more },
  }).status === 0;
if (!passes(['server'])) throw new Error('The server fails when everything is tried in full');
for (let time = 1; time <= times; time++) {
  const seed = String(randomInt(2 ** 31));
  say(`\n── ${time} of ${times}, seed ${seed}`);
  if (passes(['core', 'web'], { CAVREN_SEED: seed })) continue;
  say(`Something fails with CAVREN_SEED=${seed}`);
  process.exitCode = 1;
  break;
}
