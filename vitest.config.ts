import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import vuetify from 'vite-plugin-vuetify';
import { defineConfig } from 'vitest/config';

/** Random files are the same ones at every run; `npm run explore` draws others. */
const setupFiles = [fileURLToPath(new URL('scripts/setup/seed.ts', import.meta.url))];

export default defineConfig({
  test: {
    // Tests that take the database away have its driver say so hundreds of times.
    onConsoleLog: (log) => !log.includes('connection as it is now in an undetermined state'),
    projects: [
      // Properties over hundreds of random files take as long as the machine is slow.
      { test: { name: 'core', root: 'core', include: ['src/**/*.test.ts'], setupFiles, testTimeout: 300_000, isolate: false, pool: 'threads' } },
      { test: { name: 'words', root: 'words', include: ['test/**/*.test.ts'], isolate: false } },
      {
        test: {
          name: 'server',
          root: 'server',
          include: ['test/**/*.test.ts'],
          globalSetup: ['test/database.ts'],
          // A busy machine may take its time: nothing here is judged by how long it takes.
          testTimeout: 300_000,
          hookTimeout: 300_000,
          fileParallelism: false,
          isolate: false,
        },
      },
      {
        plugins: [vue(), vuetify({ autoImport: true })],
        test: {
          name: 'web',
          root: 'web',
          include: ['test/**/*.test.ts'],
          setupFiles,
          environment: 'happy-dom',
          isolate: false,
          testTimeout: 300_000,
          // The kit comes with styles, which Node doesn't read.
          server: { deps: { inline: ['vuetify'] } },
        },
      },
    ],
  },
});
