import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { DATABASE_PACKAGES, ensureDebianPackages, ensureNpmPackages, TEST_PACKAGES } from './setup/packages.mjs';
import { inRoot, ROOT } from './setup/place.mjs';
import { runPlainly, say } from './setup/say.mjs';

/** @typedef {{ passed: number, failed: number }} Count */

/**
 * @param {string} command
 * @param {string[]} args
 * @returns {Promise<number>}
 */
function run(command, args) {
  say(`\n── ${[command, ...args].join(' ')}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, FORCE_COLOR: '0' } });
    child.once('error', () => resolve(127));
    child.once('close', (code) => resolve(code ?? 1));
  });
}

/** A check that passes or fails as a whole. @param {string} command @param {string[]} args @returns {Promise<Count>} */
async function whole(command, args) {
  return (await run(command, args)) === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

/**
 * A runner that counts for itself. One that ends badly without having counted a failure is a failure, and so is one that
 * left anything out.
 * @param {string} report
 * @param {(report: any) => Count & { left: number }} count
 * @param {string} command
 * @param {string[]} args
 * @returns {Promise<Count>}
 */
async function counted(report, count, command, args) {
  const code = await run(command, args);
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { passed, failed, left } = count(JSON.parse(readFileSync(report, 'utf8')));
  return { passed, failed: failed + left + (code !== 0 && failed === 0 ? 1 : 0) };
}

await runPlainly(async () => {
  await ensureNpmPackages();
  await ensureDebianPackages([...DATABASE_PACKAGES, ...TEST_PACKAGES]);
  const results = inRoot('test-results');
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  const bin = (/** @type {string} */ name) => inRoot('node_modules', '.bin', name);
  const unit = inRoot('test-results', 'unit.json');
  const endToEnd = inRoot('test-results', 'e2e.json');
  const counts = [
    await whole(bin('tsc'), ['-p', 'tsconfig.json']),
    await whole(bin('vue-tsc'), ['-p', 'web/tsconfig.json']),
    await whole(bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'core/src', 'contract/src', 'server/src', 'web/src', 'standins/src']),
    await whole(bin('eslint'), ['.', '--max-warnings', '0']),
    await whole(bin('prettier'), ['--check', '.']),
    await counted(
      unit,
      (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests, left: report.numPendingTests + report.numTodoTests }),
      bin('vitest'),
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
    ),
    await counted(
      endToEnd,
      (report) => ({ passed: report.stats.expected, failed: report.stats.unexpected + report.stats.flaky, left: report.stats.skipped }),
      bin('playwright'),
      ['test'],
    ),
  ];
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  process.exitCode = failed === 0 ? 0 : 1;
  say(`\n${passed} passed, ${failed} failed`);
});
