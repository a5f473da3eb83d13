import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { inRoot, ROOT } from './setup/place.mjs';
import { say } from './setup/say.mjs';

/**
 * Draws other random files for every property than the tests do: as often as asked (10 times), until one fails. What was
 * found is repeated by `CAVREN_SEED=<seed> npx vitest run --project core`.
 */
const times = Number(process.argv[2] ?? 10);
for (let time = 1; time <= times; time++) {
  const seed = String(randomInt(2 ** 31));
  say(`\n── ${time} of ${times}, seed ${seed}`);
  const { status } = spawnSync(inRoot('node_modules', '.bin', 'vitest'), ['run', '--project', 'core', '--project', 'web'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, CAVREN_SEED: seed },
  });
  if (status === 0) continue;
  say(`Something fails with CAVREN_SEED=${seed}`);
  process.exitCode = 1;
  break;
}
