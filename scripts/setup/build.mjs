import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { inRoot } from './place.mjs';
import { say } from './say.mjs';

/** @param {string} folder @returns {string[]} */
function filesIn(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .filter(({ name }) => name !== 'node_modules' && name !== 'dist')
    .flatMap((entry) => (entry.isDirectory() ? filesIn(join(folder, entry.name)) : [join(folder, entry.name)]))
    .sort();
}

/** Builds the screens when a source changed since they were built last. */
export async function ensureScreens() {
  const hash = createHash('sha256');
  const sources = [...['web', 'core/src', 'words/src', 'contract/src'].flatMap((folder) => filesIn(inRoot(folder))), inRoot('package-lock.json')];
  for (const path of sources) hash.update(path.slice(inRoot().length)).update(readFileSync(path));
  const digest = hash.digest('hex');
  const stamp = inRoot('web', 'dist', '.sources');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === digest) return;
  say('Building the screens …');
  const { build } = await import('vite');
  await build({ root: inRoot('web'), logLevel: 'warn' });
  // What the server draws of the front door, by the same components: whole, so that it runs without packages beside it.
  await build({
    root: inRoot('web'),
    logLevel: 'warn',
    build: { ssr: 'src/drawn.ts', outDir: 'dist/drawn', emptyOutDir: true },
    ssr: { noExternal: true },
  });
  for (const path of filesIn(inRoot('web', 'dist', 'assets'))) {
    if (!/\.(js|mjs|css|svg|wasm|json)$/.test(path) || statSync(path).size < 1024) continue;
    const content = readFileSync(path);
    writeFileSync(`${path}.gz`, gzipSync(content, { level: 9 }));
    writeFileSync(`${path}.br`, brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
  writeFileSync(stamp, digest);
}

/**
 * Bundles server, demo and stand-ins for Node; packages stay outside the bundle.
 * @param {string} out the folder for them.
 * @param {Record<string, string>} more programs beside them, by name.
 * @returns {Promise<{ server: string, standins: string, tools: string, demo: string }>}
 */
export async function buildServer(out = inRoot('server', 'dist'), more = {}) {
  const { build } = await import('esbuild');
  mkdirSync(out, { recursive: true });
  await build({
    entryPoints: {
      server: inRoot('server/src/main.ts'),
      standins: inRoot('standins/src/main.ts'),
      tools: inRoot('server/src/tools.ts'),
      demo: inRoot('demo/src/main.ts'),
      worker: inRoot('server/src/calculation/worker.ts'),
      takealong: inRoot('server/src/takealong/worker.ts'),
      examine: inRoot('server/src/papers/worker.ts'),
      ...more,
    },
    outdir: out,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    splitting: false,
    sourcemap: true,
    packages: 'external',
    alias: {
      '@cavren/core': inRoot('core/src/index.ts'),
      '@cavren/words': inRoot('words/src/index.ts'),
      '@cavren/contract': inRoot('contract/src/index.ts'),
      '@cavren/standins': inRoot('standins/src/index.ts'),
      '@cavren/server': inRoot('server/src/index.ts'),
    },
    logLevel: 'warning',
  });
  return { server: join(out, 'server.mjs'), standins: join(out, 'standins.mjs'), tools: join(out, 'tools.mjs'), demo: join(out, 'demo.mjs') };
}
