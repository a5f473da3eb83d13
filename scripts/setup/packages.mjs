import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { inRoot, ROOT } from './place.mjs';
import { Plain } from './say.mjs';

/**
 * Runs a program and shows a sign of life while it works.
 * @param {string} what
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string>} [environment]
 */
async function runShowing(what, command, args, environment = {}) {
  process.stdout.write(`${what} `);
  const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, ...environment }, stdio: ['ignore', 'pipe', 'pipe'] });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
  const dots = setInterval(() => process.stdout.write('.'), 2000);
  const code = await new Promise((resolve) => {
    child.on('error', () => resolve(127));
    child.on('close', resolve);
  });
  clearInterval(dots);
  process.stdout.write(code === 0 ? ' done\n' : ' failed\n');
  return { code, output };
}

/** Installs the npm packages when they are missing or not those of the lock file. */
export async function ensureNpmPackages() {
  const [major = 0, minorVersion = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minorVersion < 19)) throw new Plain(`Cavren needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  const stamp = inRoot('node_modules', '.cavren-lock');
  const lock = createHash('sha256')
    .update(readFileSync(inRoot('package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  const { code, output } = await runShowing('Installing npm packages (about a minute)', 'npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']);
  if (code !== 0) throw new Plain(`The npm packages can’t be installed: ${lastLine(output)}`);
  writeFileSync(stamp, lock);
}

/**
 * Installs Debian packages whose programs are missing.
 * @param {{ program: string, package: string }[]} wanted
 */
export async function ensureDebianPackages(wanted) {
  const missing = wanted.filter(({ program }) => !findProgram(program)).map((entry) => entry.package);
  if (missing.length === 0) return;
  if (!findProgram('apt-get')) throw new Plain(`Cavren needs ${missing.join(' and ')}; install them with this machine’s package manager and start again.`);
  const asRoot = process.getuid?.() === 0;
  if (!asRoot && spawnSync('sudo', ['-n', 'true']).status !== 0)
    throw new Plain(`Installing ${missing.join(' and ')} needs administrator rights: run “sudo apt-get install ${missing.join(' ')}” once, then start again.`);
  /** @param {string[]} args @returns {[string, string[]]} */
  const apt = (args) => (asRoot ? ['apt-get', args] : ['sudo', ['-n', 'apt-get', ...args]]);
  const environment = { DEBIAN_FRONTEND: 'noninteractive' };
  await runShowing('Reading Debian’s package lists', ...apt(['update', '-q']), environment);
  const { code, output } = await runShowing(
    `Installing ${missing.join(', ')}`,
    ...apt(['install', '-y', '-q', '--no-install-recommends', ...missing]),
    environment,
  );
  if (code !== 0) throw new Plain(`${missing.join(' and ')} can’t be installed: ${lastLine(output)}`);
}

/** @param {string} name */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/local/sbin', '/sbin'];
  return folders.map((folder) => `${folder}/${name}`).find((path) => existsSync(path)) ?? null;
}

/** @param {string} text */
function lastLine(text) {
  return text.trim().split('\n').at(-1) ?? '';
}

/** What runs need: MariaDB's server without its system service. */
export const DATABASE_PACKAGES = [
  { program: 'mariadbd', package: 'mariadb-server-core' },
  { program: 'my_print_defaults', package: 'mariadb-client-core' },
];

/** What tests need besides: a browser, and an outside verifier of signatures. */
export const TEST_PACKAGES = [
  { program: 'chromium-headless-shell', package: 'chromium-headless-shell' },
  { program: 'pdfsig', package: 'poppler-utils' },
  { program: 'openssl', package: 'openssl' },
];
