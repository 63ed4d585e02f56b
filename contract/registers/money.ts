import { POSTINGS } from './postings.ts';
import { code, name, retired, SETTERS, type Register } from './register.ts';

export const taxCodes: Register = {
  title: 'Tax codes',
  one: 'tax code',
  about: 'Taxes on what is bought, level by level; what is reclaimed never enters cost',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('Code', 20),
    name,
    {
      name: 'levels',
      label: 'Levels',
      as: 'parts',
      required: true,
      parts: [
        { name: 'name', label: 'Tax', as: 'text', required: true, most: 40 },
        { name: 'percent', label: 'Percent', as: 'figure', places: 4, required: true },
        { name: 'goes', label: 'Goes', as: 'choice', choices: ['reclaimed', 'into cost'], required: true },
        { name: 'on', label: 'Worked out on', as: 'choice', choices: ['the goods', 'the goods and the taxes above'] },
      ],
    },
    retired,
  ],
};

export const terms: Register = {
  title: 'Terms',
  one: 'terms of payment',
  about: 'When a bill is due, and what is taken off when it is paid early',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('Code', 20),
    name,
    { name: 'days', label: 'Days', as: 'figure', places: 0, required: true },
    { name: 'after', label: 'After', as: 'choice', choices: ['the bill', 'the end of its month'], required: true },
    { name: 'discount', label: 'Discount, percent', as: 'figure', places: 4 },
    { name: 'discount_days', label: 'if paid in days', as: 'figure', places: 0 },
    retired,
  ],
};

export const dimensions: Register = {
  title: 'Departments, locations, projects',
  one: 'department, location or project',
  about: 'What lines are told apart by; once a kind has entries, lines name one of them',
  key: ['kind', 'code'],
  mayChange: SETTERS,
  fields: [
    {
      name: 'kind',
      label: 'Kind',
      as: 'choice',
      choices: ['department', 'location', 'project'],
      required: true,
      settled: true,
    },
    { ...code('Code', 40), settled: true },
    name,
    retired,
  ],
};

export const rates: Register = {
  title: 'Rates of exchange',
  one: 'rate of exchange',
  about: 'Of the books’ currency for one unit of another, from a day on',
  key: ['currency', 'from'],
  mayChange: SETTERS,
  fields: [
    { name: 'currency', label: 'Currency', as: 'currency', required: true, settled: true },
    { name: 'from', label: 'From', as: 'day', required: true, settled: true },
    { name: 'rate', label: 'Rate', as: 'figure', places: 10, required: true, positive: true },
  ],
};

export const accounts: Register = {
  title: 'Chart of accounts',
  one: 'account',
  about: 'The accounts of the ledger; which kind of posting uses which stands in Posting accounts',
  key: ['number'],
  mayChange: SETTERS,
  fields: [{ name: 'number', label: 'Number', as: 'text', required: true, most: 20 }, name, retired],
};

/** One for each kind of posting: there is nothing to add, and nothing falls out of use. */
export const postingAccounts: Register = {
  title: 'Posting accounts',
  one: 'kind of posting',
  about: 'Which account each kind of posting uses from now on; what is posted stays where it is',
  key: ['posting'],
  mayChange: SETTERS,
  given: true,
  fields: [
    {
      name: 'posting',
      label: 'Kind of posting',
      as: 'choice',
      choices: POSTINGS,
      required: true,
      settled: true,
    },
    { name: 'account', label: 'Account', as: 'entry', of: 'accounts', required: true },
  ],
};

export const expenseAccounts: Register = {
  title: 'Expense accounts',
  one: 'expense account',
  about: 'What is bought and is no stock: packing, cleaning; once there are entries, lines name one of them',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    { ...code('Name', 60), settled: true },
    {
      name: 'account',
      label: 'Account',
      as: 'entry',
      of: 'accounts',
      hint: 'Empty for the account of all expenses',
    },
    retired,
  ],
};
