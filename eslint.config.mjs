import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import { defineConfig } from 'eslint/config';
import typescript from 'typescript-eslint';
import { typed } from './scripts/lint/rules.mjs';
import { screensParser } from './scripts/lint/screens.mjs';

/** The Vue files; oxlint.config.mjs judges everything else by the same rules. */
export default defineConfig([
  { ignores: ['**/node_modules', '**/dist', '.data', '.test-data', 'test-results', 'playwright-report', '**/*.{js,cjs,mjs,ts}'] },
  {
    files: ['web/**/*.vue'],
    extends: [vue.configs['flat/recommended']],
    plugins: { '@typescript-eslint': typescript.plugin },
    languageOptions: {
      parserOptions: {
        parser: screensParser(`${import.meta.dirname}/web/tsconfig.json`),
        project: ['web/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
      globals: globals.browser,
    },
    rules: {
      ...typed,
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-required-prop-with-default': 'off',
      'vue/no-undef-components': ['error', { ignorePatterns: ['^v-', '^router-', '^component$'] }],
    },
  },
  prettier,
]);
