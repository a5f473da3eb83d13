import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/setup/browser.mjs';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/start.ts',
  workers: 1,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
});
