import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import typescript from 'typescript-eslint';
import { exactFigures } from './scripts/lint/exactFigures.mjs';

/** No number of JavaScript may hold money or a quantity in the core, the server and the contract. */
const exact = {
  'obolus/exact-figures': 'error',
  'no-restricted-syntax': [
    'error',
    { selector: "CallExpression[callee.name='parseFloat']", message: 'Figures are exact: use exact/decimal.' },
    {
      selector: "CallExpression[callee.object.name='Number'][callee.property.name='parseFloat']",
      message: 'Figures are exact: use exact/decimal.',
    },
    { selector: "MemberExpression[property.name='toFixed']", message: 'Figures are exact: use formatDecimal.' },
    {
      selector: "MemberExpression[object.name='Math'][property.name='round']",
      message: 'Figures are exact: use divideRounded.',
    },
  ],
};

export default typescript.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**', 'test-results/**'] },
  js.configs.recommended,
  {
    files: ['scripts/**', '*.mjs', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        module: 'writable',
        document: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [typescript.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      // It does not see that a branded bigint is a bigint.
      '@typescript-eslint/no-unsafe-unary-minus': 'off',
      // Rows of raw SQL are given their shape where they are read.
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      'max-lines-per-function': ['warn', { max: 195, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // Tables of data, migrations and tests may be long.
    files: ['{core,server,contract,web}/**/*.{ts,tsx}', 'scripts/**/*.mjs'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**', '**/migrations/**'],
    rules: { 'max-lines': ['error', { max: 300 }] },
  },
  {
    files: ['core/**/*.ts', 'server/**/*.ts', 'contract/**/*.ts'],
    plugins: { obolus: { rules: { 'exact-figures': exactFigures } } },
    rules: exact,
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  // The one module that folds packed columns: exact below 2^53, and handed to whole numbers beyond.
  { files: ['core/costing/packed.ts', 'core/costing/packed.test.ts'], rules: { 'obolus/exact-figures': 'off' } },
  { files: ['web/vite.config.ts'], extends: [typescript.configs.disableTypeChecked] },
);
