import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { DATABASE_PACKAGES, ensureDebianPackages, ensureNpmPackages, TEST_PACKAGES } from './setup/packages.mjs';
import { inRoot, ROOT } from './setup/place.mjs';
import { ofPlaywright, ofVitest } from './setup/results.mjs';
import { runPlainly, say } from './setup/say.mjs';

/** How many passed and failed, and what is to be said of each that failed. @typedef {{ passed: number, failed: number, why: string[] }} Count */

/** Room for what is made and thrown away: with Node’s own 16 MB the tests of the server spend a tenth of their time in clearing up. */
const environment = { ...process.env, FORCE_COLOR: '0', NODE_OPTIONS: `${process.env['NODE_OPTIONS'] ?? ''} --max-semi-space-size=64` };
/** As much as is said again at the end of a check that failed, in characters: its last lines, with what it found. */
const LONGEST = 4000;
const titled = (/** @type {string} */ command, /** @type {string[]} */ args) => `\n── ${[command, ...args].join(' ')}`;

/**
 * @param {string} command
 * @param {string[]} args
 * @returns {Promise<number>}
 */
function run(command, args) {
  say(titled(command, args));
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], env: environment });
    child.once('error', () => resolve(127));
    child.once('close', (code) => resolve(code ?? 1));
  });
}

/**
 * A check that passes or fails as a whole. It runs beside the tests, so what it says is held back until it ends.
 * @param {string} command
 * @param {string[]} args
 * @returns {Promise<Count>}
 */
function whole(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], env: environment });
    let output = titled(command, args);
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += String(chunk)));
    const end = (/** @type {number} */ code) => {
      say(output.trimEnd());
      resolve(code === 0 ? { passed: 1, failed: 0, why: [] } : { passed: 0, failed: 1, why: [output.trim().slice(-LONGEST)] });
    };
    child.once('error', () => end(127));
    child.once('close', (code) => end(code ?? 1));
  });
}

/**
 * One lane of work: takes the next check from what is left for as long as there is one.
 * @param {(() => Promise<Count>)[]} left
 * @returns {Promise<Count[]>}
 */
async function lane(left) {
  const counts = [];
  for (let check = left.shift(); check; check = left.shift()) counts.push(await check());
  return counts;
}

/**
 * A runner that counts for itself. One that ends badly without having counted a failure is a failure.
 * @param {string} report
 * @param {(report: any) => Count} count
 * @param {string} command
 * @param {string[]} args
 * @returns {Promise<Count>}
 */
async function counted(report, count, command, args) {
  const code = await run(command, args);
  const ended = `${titled(command, args).trim()}\nended with ${code}`;
  if (!existsSync(report)) return { passed: 0, failed: 1, why: [`${ended} and left no report`] };
  const { passed, failed, why } = count(JSON.parse(readFileSync(report, 'utf8')));
  return code !== 0 && failed === 0 ? { passed, failed: 1, why: [`${ended}, though no test failed`] } : { passed, failed, why };
}

await runPlainly(async () => {
  await ensureNpmPackages();
  await ensureDebianPackages([...DATABASE_PACKAGES, ...TEST_PACKAGES]);
  const results = inRoot('test-results');
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  const bin = (/** @type {string} */ name) => inRoot('node_modules', '.bin', name);
  const endToEnd = inRoot('test-results', 'e2e.json');
  const screens = async () => {
    const built = await whole(process.execPath, ['-e', "import('./scripts/setup/build.mjs').then(({ ensureScreens }) => ensureScreens())"]);
    const driven = await counted(endToEnd, ofPlaywright, bin('playwright'), ['test']);
    return { passed: built.passed + driven.passed, failed: built.failed + driven.failed, why: [...built.why, ...driven.why] };
  };
  /** @param {string} name @param {string[]} projects */
  const withoutScreens = (name, projects) => {
    const report = inRoot('test-results', `${name}.json`);
    return counted(report, ofVitest, bin('vitest'), [
      'run',
      ...projects.flatMap((project) => ['--project', project]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ]);
  };
  const sources = ['core/src', 'words/src', 'contract/src', 'server/src', 'web/src', 'standins/src', 'demo/src'];
  // Two lanes for two cores, the longest work first; whichever is done takes the next.
  const left = [
    screens,
    () => withoutScreens('server', ['server']),
    () => withoutScreens('unit', ['core', 'words', 'web']),
    () => whole(bin('eslint'), ['.', '--max-warnings', '0']),
    () => whole(bin('vue-tsc'), ['-p', 'web/tsconfig.json']),
    () => whole(bin('oxlint'), ['-c', 'oxlint.config.mjs', '--deny-warnings', '.']),
    () => whole(bin('tsc'), ['-p', 'tsconfig.json']),
    () => whole(bin('oxfmt'), ['--check', '.']),
    () => whole(bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...sources]),
  ];
  const lanes = await Promise.all([lane(left), lane(left)]);
  const counts = lanes.flat();
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  process.exitCode = failed === 0 ? 0 : 1;
  // What failed is said again, last: a log may be long, and only its end may be at hand.
  for (const why of counts.flatMap((count) => count.why)) say(`\n── failed: ${why}`);
  say(`\n${passed} passed, ${failed} failed`);
});
