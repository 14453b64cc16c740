import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import tseslint from 'typescript-eslint';

const plainNode = {
  process: 'readonly',
  console: 'readonly',
  setTimeout: 'readonly',
  clearTimeout: 'readonly',
  fetch: 'readonly',
  URL: 'readonly',
  Buffer: 'readonly',
  performance: 'readonly',
  module: 'writable',
};

const SAY_IN_CONTRACT = 'Raise a code with its figures; the sentence stands in contract/<feature>/faults.ts.';

export default defineConfig(
  { ignores: ['**/node_modules', 'web/dist', '.cache', '.data*', 'test-results', 'playwright-report'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: { project: ['./tsconfig.json', './web/tsconfig.json'], tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // Routes that answer from memory keep the shape of those that ask the database.
      '@typescript-eslint/require-await': 'off',
    },
  },
  // Rows are locked by `forUpdate`, which wants a transaction.
  {
    files: ['server/**/*.ts'],
    ignores: ['server/database/connect.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='for'][arguments.0.type='Literal']",
          message: 'Lock rows with forUpdate of database/connect, which does not compile outside of a transaction.',
        },
        // Codes are held by the compiler; in a list of faults, where words of a schema stand too, a sentence would pass.
        ...['Literal', 'TemplateLiteral'].map((sentence) => ({
          selector: `ObjectExpression:has(> Property[key.name='path']) > Property[key.name='message'][value.type='${sentence}']`,
          message: SAY_IN_CONTRACT,
        })),
      ],
    },
  },
  // What is longer has parts that can be named. Tables of data are as long as what they hold.
  {
    files: ['core/**/*.ts', 'contract/**/*.ts', 'server/**/*.ts', 'web/**/*.{ts,tsx}', 'devices/**/*.ts'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**', 'server/register/tables.ts', 'server/demo/**'],
    rules: { 'max-lines-per-function': ['error', 150], 'max-lines': ['error', 300] },
  },
  { files: ['web/**/*.tsx', 'web/**/*.ts'], extends: [reactHooks.configs.flat.recommended] },
  { files: ['**/*.mjs', '**/*.cjs', '*.js'], languageOptions: { globals: plainNode } },
  { files: ['scripts/screenshots.mjs'], languageOptions: { globals: { localStorage: 'readonly' } } },
);
