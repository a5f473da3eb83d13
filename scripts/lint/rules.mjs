import js from '@eslint/js';
import typescript from 'typescript-eslint';

/** What is added to the strict rules here, or taken away, with the reason. */
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

/** @typedef {Record<string, unknown>} Rules */
/** The recommended rules of JavaScript. @type {Rules} */
export const plain = js.configs.recommended.rules;
/** All rules of a TypeScript file: the recommended ones, those of its types, and ours. @type {Rules} */
export const typed = Object.assign({}, plain, ...typescript.configs.strictTypeChecked.map(({ rules }) => rules ?? {}), strict);
