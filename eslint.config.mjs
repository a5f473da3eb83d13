import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import typescript from 'typescript-eslint';
import { screensParser } from './scripts/lint/screens.mjs';

const screens = screensParser(`${import.meta.dirname}/web/tsconfig.json`);

const strict = {
  '@typescript-eslint/no-non-null-assertion': 'error',
  '@typescript-eslint/no-explicit-any': 'error',
  '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
  '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
  '@typescript-eslint/no-confusing-void-expression': 'off',
  '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
  // References, names and numbers are compared by code points on purpose.
  '@typescript-eslint/no-misused-spread': 'off',
  // What concepts offer and plug in is named where they do; the types that gather it begin empty.
  '@typescript-eslint/no-empty-object-type': ['error', { allowWithName: '^(Services|Plugs)$' }],
  'no-console': 'error',
  // There are no enums, and looking for them takes half of the time of all rules.
  '@typescript-eslint/no-unsafe-enum-assignment': 'off',
};

export default typescript.config(
  { ignores: ['**/node_modules', '**/dist', '.data', '.test-data', 'test-results', 'playwright-report', 'server/test/exercises/proof.ts'] },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [typescript.configs.strictTypeChecked],
    languageOptions: { parserOptions: { project: ['tsconfig.json'], tsconfigRootDir: import.meta.dirname }, globals: globals.node },
    rules: strict,
  },
  {
    files: ['web/**/*.vue'],
    extends: [typescript.configs.strictTypeChecked, vue.configs['flat/recommended']],
    languageOptions: {
      parserOptions: { parser: screens, project: ['web/tsconfig.json'], tsconfigRootDir: import.meta.dirname, extraFileExtensions: ['.vue'] },
      globals: globals.browser,
    },
    rules: {
      ...strict,
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-required-prop-with-default': 'off',
      'vue/no-undef-components': ['error', { ignorePatterns: ['^v-', '^router-', '^component$'] }],
    },
  },
  {
    files: ['web/**/*.ts'],
    // The same program as that of the components, which is built once.
    languageOptions: {
      parser: screens,
      parserOptions: { projectService: false, project: ['web/tsconfig.json'], tsconfigRootDir: import.meta.dirname, extraFileExtensions: ['.vue'] },
    },
  },
  { files: ['web/src/**/*.ts'], languageOptions: { globals: globals.browser } },
  {
    files: ['core/src/**/*.ts', 'contract/src/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'process', 'setTimeout', 'setInterval'] },
  },
  { files: ['**/*.mjs', '**/*.cjs'], languageOptions: { globals: { ...globals.node, document: 'readonly', window: 'readonly' } } },
  prettier,
);
