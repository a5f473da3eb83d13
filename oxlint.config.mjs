import prettier from 'eslint-config-prettier';
import { defineConfig } from 'oxlint';
import { plain, typed } from './scripts/lint/rules.mjs';

/** Rules that oxlint doesn't have: what they find is an error of the compiler's here, or is found by another of the rules. */
const OF_THE_COMPILER = ['no-dupe-args', 'no-new-symbol', 'no-octal', 'no-return-await', '@typescript-eslint/no-unsafe-class-instance-assignment'];
const left = new Set([...OF_THE_COMPILER, ...Object.keys(prettier.rules)]);

/** @param {import('./scripts/lint/rules.mjs').Rules} rules @returns {any} what oxlint takes for rules, which it types by their names. */
const known = (rules) => Object.fromEntries(Object.entries(rules).filter(([name]) => !left.has(name)));

/** Everything but the Vue files, which eslint.config.mjs judges by the same rules. */
export default defineConfig({
  plugins: ['typescript'],
  categories: { correctness: 'off' },
  options: { typeAware: true },
  env: { builtin: true, node: true },
  ignorePatterns: ['**/*.vue', '**/dist', '.data', '.test-data', 'test-results', 'playwright-report', 'server/test/exercises/proof.ts'],
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
