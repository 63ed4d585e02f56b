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

const WORDS = '/[A-Za-zÀ-ž]{2}/';
const FROM_CATALOGUE = 'Words come from the catalogue: say() (docs/decisions/020-the-catalogue-of-messages.md).';
const said = 'JSXAttribute[name.name=/^(title|label|placeholder|alt|hint|about|aria-label|aria-description)$/]';

/** What a screen says comes from the catalogue, and is said when it is drawn: the person's language may change. */
const fromCatalogue = [
  `:not(JSXElement[openingElement.name.name='kbd']) > JSXText[value=${WORDS}]:not([value=/^\\s*(Obolus|CSV|XLSX|PDF|XML)\\s*$/])`,
  `${said} > Literal[value=${WORDS}]`,
  `${said} > JSXExpressionContainer > :matches(TemplateLiteral, ConditionalExpression > TemplateLiteral) > TemplateElement[value.raw=${WORDS}]`,
  `${said} > JSXExpressionContainer > :matches(ConditionalExpression, LogicalExpression) > Literal[value=${WORDS}]`,
  `JSXElement > JSXExpressionContainer > :matches(Literal[value=${WORDS}], TemplateLiteral > TemplateElement[value.raw=${WORDS}])`,
  `JSXElement > JSXExpressionContainer > :matches(ConditionalExpression, LogicalExpression) > Literal[value=${WORDS}]`,
].map((selector) => ({ selector, message: FROM_CATALOGUE }));

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
    files: ['{messages,core,server,contract,web}/**/*.{ts,tsx}', 'scripts/**/*.mjs'],
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
  {
    files: ['web/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...fromCatalogue,
        {
          selector: 'CallExpression[callee.name=/^(say|sayAll|sayWith)$/]:not(:function *)',
          message:
            'This would be said once, in the language of whoever opened the page first: say it when it is drawn.',
        },
      ],
    },
  },
  // The one module that folds packed columns: exact below 2^53, and handed to whole numbers beyond.
  { files: ['core/costing/packed.ts', 'core/costing/packed.test.ts'], rules: { 'obolus/exact-figures': 'off' } },
  // A spreadsheet calculates with binary numbers: what its formulas come to is held against the exact figures, and these stand where it is not them.
  {
    files: ['server/landing/{sheetBook,sheetShares,landingSheet.test}.ts'],
    rules: { 'obolus/exact-figures': 'off', 'no-restricted-syntax': 'off' },
  },
  { files: ['web/vite.config.ts'], extends: [typescript.configs.disableTypeChecked] },
);
