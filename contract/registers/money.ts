import { POSTINGS } from './postings.ts';
import { choicesOf, code, name, retired, SETTERS, type Register } from './register.ts';

export const taxCodes: Register = {
  title: 'register.tax-codes',
  one: 'register.tax-codes_one',
  about: 'register.tax-codes_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('word.code', 20),
    name,
    {
      name: 'levels',
      label: 'word.levels',
      as: 'parts',
      required: true,
      parts: [
        { name: 'name', label: 'word.tax', as: 'text', required: true, most: 40 },
        { name: 'percent', label: 'word.percent', as: 'figure', places: 4, required: true },
        {
          name: 'goes',
          label: 'word.goes',
          as: 'choice',
          choices: choicesOf(['reclaimed', 'into-cost']),
          required: true,
        },
        {
          name: 'on',
          label: 'word.calculated_on',
          as: 'choice',
          choices: choicesOf(['goods', 'goods-and-taxes-above']),
        },
        { name: 'part', label: 'word.reclaimed_percent', as: 'figure', places: 4, hint: 'hint.reclaimed_percent' },
        {
          name: 'charged',
          label: 'word.charged_by',
          as: 'choice',
          choices: choicesOf(['by-vendor', 'self-assessed']),
          hint: 'hint.self_assessed',
        },
        {
          name: 'discount',
          label: 'word.early_discount',
          as: 'choice',
          choices: choicesOf(['tax-stays', 'tax-falls-too']),
          hint: 'hint.tax_falls',
        },
      ],
    },
    retired,
  ],
};

export const terms: Register = {
  title: 'register.terms',
  one: 'register.terms_one',
  about: 'register.terms_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('word.code', 20),
    name,
    { name: 'days', label: 'word.days', as: 'figure', places: 0, required: true },
    { name: 'after', label: 'word.after', as: 'choice', choices: choicesOf(['bill', 'month-end']), required: true },
    { name: 'discount', label: 'word.cash_discount_percent', as: 'figure', places: 4 },
    { name: 'discount_days', label: 'word.cash_discount_days', as: 'figure', places: 0 },
    {
      name: 'earlier',
      label: 'word.instalments_before',
      as: 'parts',
      hint: 'hint.instalments_before',
      parts: [
        { name: 'percent', label: 'word.percent', as: 'figure', places: 4, required: true },
        { name: 'days', label: 'word.days', as: 'figure', places: 0, required: true },
      ],
    },
    retired,
  ],
};

/** The company's own accounts at banks, each in its currency. */
export const bankAccounts: Register = {
  title: 'register.bank-accounts',
  one: 'register.bank-accounts_one',
  about: 'register.bank-accounts_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('word.code', 20),
    name,
    { name: 'currency', label: 'word.currency', as: 'currency', required: true, settled: true },
    { name: 'account', label: 'word.bank_account', as: 'text', most: 34, required: true, hint: 'hint.own_account' },
    { name: 'bank_code', label: 'word.bank_code', as: 'text', most: 11, hint: 'hint.bank_code' },
    {
      name: 'first_check',
      label: 'word.first_check',
      as: 'figure',
      places: 0,
      optional: true,
      hint: 'hint.first_check',
    },
    retired,
  ],
};

export const dimensions: Register = {
  title: 'register.dimensions',
  one: 'register.dimensions_one',
  about: 'register.dimensions_about',
  key: ['kind', 'code'],
  mayChange: SETTERS,
  fields: [
    {
      name: 'kind',
      label: 'word.kind',
      as: 'choice',
      choices: choicesOf(['department', 'location', 'project']),
      required: true,
      settled: true,
    },
    { ...code('word.code', 40), settled: true },
    name,
    retired,
  ],
};

export const rates: Register = {
  title: 'register.rates',
  one: 'register.rates_one',
  about: 'register.rates_about',
  key: ['currency', 'from'],
  mayChange: SETTERS,
  fields: [
    { name: 'currency', label: 'word.currency', as: 'currency', required: true, settled: true },
    { name: 'from', label: 'word.from_day', as: 'day', required: true, settled: true },
    { name: 'rate', label: 'word.rate', as: 'figure', places: 10, required: true, positive: true },
  ],
};

export const accounts: Register = {
  title: 'register.accounts',
  one: 'register.accounts_one',
  about: 'register.accounts_about',
  key: ['number'],
  mayChange: SETTERS,
  fields: [{ name: 'number', label: 'word.number', as: 'text', required: true, most: 20 }, name, retired],
};

/** One for each kind of posting: there is nothing to add, and nothing falls out of use. */
export const postingAccounts: Register = {
  title: 'register.posting-accounts',
  one: 'register.posting-accounts_one',
  about: 'register.posting-accounts_about',
  key: ['posting'],
  mayChange: SETTERS,
  given: true,
  fields: [
    {
      name: 'posting',
      label: 'word.posting',
      as: 'choice',
      choices: Object.fromEntries(POSTINGS.map((key) => [key, `posting.${key}`] as const)),
      required: true,
      settled: true,
    },
    { name: 'account', label: 'word.account', as: 'entry', of: 'accounts', required: true },
  ],
};

export const expenseAccounts: Register = {
  title: 'register.expense-accounts',
  one: 'register.expense-accounts_one',
  about: 'register.expense-accounts_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    { ...code('word.name', 60), settled: true },
    {
      name: 'account',
      label: 'word.account',
      as: 'entry',
      of: 'accounts',
      hint: 'hint.expense_account',
    },
    retired,
  ],
};
