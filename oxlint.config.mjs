import { defineConfig } from 'oxlint';
import { plain, typed } from './scripts/lint/rules.mjs';

/**
 * Rules that oxlint doesn't have. What the first two find no module compiles with, the next two are off, and the last is
 * asked of Vue files only.
 */
const UNKNOWN = ['no-dupe-args', 'no-octal', 'no-new-symbol', 'no-return-await', '@typescript-eslint/no-unsafe-class-instance-assignment'];

/** @param {import('./scripts/lint/rules.mjs').Rules} rules @returns {any} what oxlint takes for rules, which it types by their names. */
const known = (rules) => Object.fromEntries(Object.entries(rules).filter(([name]) => !UNKNOWN.includes(name)));

/** Everything that git keeps but the Vue files, which eslint.config.mjs judges by the same rules. */
export default defineConfig({
  plugins: ['typescript'],
  categories: { correctness: 'off' },
  options: { typeAware: true },
  env: { builtin: true, node: true },
  ignorePatterns: ['**/*.vue', 'server/test/exercises/proof.ts'],
  rules: known(plain),
  overrides: [
    { files: ['**/*.ts'], rules: known(typed) },
    // Tests and scripts hand functions to a page, which is where these run.
    { files: ['**/*.mjs', '**/*.cjs'], globals: { document: 'readonly', window: 'readonly' } },
    {
      files: ['core/src/**/*.ts', 'contract/src/**/*.ts'],
      rules: { 'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'process', 'setTimeout', 'setInterval'] },
    },
  ],
});
