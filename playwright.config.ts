import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/setup/browser.mjs';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/start.ts',
  workers: 2,
  // Long enough for a machine that does something else beside: these end what hangs, and judge nothing.
  timeout: 400_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    // Recording takes a fifth of the time of every test, so it is asked for: CAVREN_TRACE=1.
    trace: process.env['CAVREN_TRACE'] ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
