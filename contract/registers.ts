import { CHARGE_KINDS } from './commands.ts';
import type { Role } from './roles.ts';

/**
 * What is set up, described once: the server checks and stores by it, the web draws its forms and lists from it, and files go in and
 * out by it. An entry's fields are text, as they stand in a file: parts apart by a bar, what belongs together in a part by an equals sign.
 */
export interface Register {
  readonly title: string;
  /** One of them, in a sentence. */
  readonly one: string;
  readonly about: string;
  readonly fields: readonly RegisterField[];
  /** The fields by which an entry is known. */
  readonly key: readonly string[];
  readonly mayChange: readonly Role[];
}

export interface RegisterField {
  readonly name: string;
  readonly label: string;
  readonly as: 'text' | 'lines' | 'figure' | 'day' | 'yes' | 'choice' | 'currency' | 'country' | 'entry' | 'parts';
  readonly required?: true;
  /** The longest text that is kept. */
  readonly most?: number;
  /** Decimals that are kept of a figure. */
  readonly places?: number;
  readonly choices?: readonly string[];
  /** The register that an entry is chosen from, by its key. */
  readonly of?: RegisterName;
  readonly parts?: readonly RegisterField[];
  readonly hint?: string;
  /** Stays as it is once the entry is used. */
  readonly settled?: true;
  /** Not shown in a list unless it is asked for. */
  readonly apart?: true;
  /** Who may change it, where that is not everybody who may change the entry. */
  readonly by?: readonly Role[];
}

export const REGISTER_NAMES = [
  'items',
  'vendors',
  'prices',
  'warehouses',
  'tax-codes',
  'terms',
  'dimensions',
  'rates',
  'company',
] as const;
export type RegisterName = (typeof REGISTER_NAMES)[number];

const SETTERS: readonly Role[] = ['administrator', 'accountant'];
const code = (label: string, most: number): RegisterField => ({
  name: 'code',
  label,
  as: 'text',
  required: true,
  most,
});
const name: RegisterField = { name: 'name', label: 'Name', as: 'text', required: true, most: 160 };
const number: RegisterField = { name: 'number', label: 'Number', as: 'text', required: true, most: 40 };
const retired: RegisterField = {
  name: 'retired',
  label: 'No longer used',
  as: 'yes',
  hint: 'Not offered any more; what was posted with it stays',
  apart: true,
};
const address: RegisterField = { name: 'address', label: 'Address', as: 'lines', most: 400, apart: true };
const percent = (name: string, label: string, hint: string): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 4,
  hint,
  apart: true,
  by: SETTERS,
});
const tolerances = (without: string): RegisterField[] => [
  percent('over', 'Over, percent', `How much more than ordered is taken; ${without}`),
  percent('short', 'Short, percent', `How much less closes a line; ${without}`),
];
/** What bills may ask for more, and less, than was expected, without a reason. */
const allowances = (of: string): RegisterField[] => {
  const hint = `Of a percentage and an amount the smaller; ${of}`;
  const limit = (name: string, label: string): RegisterField => ({
    name,
    label,
    as: 'figure',
    places: 4,
    hint,
    apart: true,
    by: SETTERS,
  });
  return [
    limit('bill_over_part', 'Bill over, percent'),
    limit('bill_over_amount', 'Bill over, amount'),
    limit('bill_short_part', 'Bill under, percent'),
    limit('bill_short_amount', 'Bill under, amount'),
  ];
};
const measure = (name: string, label: string, hint: string): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 6,
  hint,
  apart: true,
});

export const REGISTERS: Readonly<Record<RegisterName, Register>> = {
  items: {
    title: 'Items',
    one: 'item',
    about: 'What is bought and kept, how its cost is kept, and what it comes in',
    key: ['number'],
    mayChange: [...SETTERS, 'buyer'],
    fields: [
      number,
      name,
      { name: 'unit', label: 'Stock unit', as: 'text', required: true, most: 20, settled: true },
      {
        name: 'method',
        label: 'Cost kept by',
        as: 'choice',
        required: true,
        choices: ['fifo', 'average', 'standard', 'lot', 'serial'],
        settled: true,
      },
      {
        name: 'standard',
        label: 'Standard cost',
        as: 'figure',
        places: 6,
        settled: true,
        hint: 'Of goods at standard cost alone; later a document changes it',
        apart: true,
      },
      measure('weight', 'Weight, kg', 'Of one stock unit; charges are shared by it'),
      measure('volume', 'Volume, m³', 'Of one stock unit; charges are shared by it'),
      { name: 'tariff_code', label: 'Tariff code', as: 'text', most: 20 },
      { name: 'origin', label: 'Origin', as: 'country', hint: 'The usual country, two letters' },
      {
        name: 'packs',
        label: 'Packs',
        as: 'parts',
        hint: 'What it is bought in beside its stock unit',
        parts: [
          { name: 'unit', label: 'Pack', as: 'text', required: true, most: 20 },
          { name: 'size', label: 'Stock units in one', as: 'figure', places: 6, required: true },
        ],
      },
      {
        name: 'codes',
        label: 'Codes',
        as: 'parts',
        hint: 'Printed on the goods; a scanner finds the item by them',
        apart: true,
        parts: [
          { name: 'code', label: 'Code', as: 'text', required: true, most: 40 },
          { name: 'unit', label: 'Pack, empty for the stock unit', as: 'text', most: 20 },
        ],
      },
      ...tolerances('empty leaves it to the vendor or the company'),
      ...allowances('empty leaves it to the vendor or the company'),
      retired,
    ],
  },
  vendors: {
    title: 'Vendors',
    one: 'vendor',
    about: 'Who is bought from, in which currency and on which terms',
    key: ['number'],
    mayChange: [...SETTERS, 'buyer'],
    fields: [
      number,
      name,
      { name: 'currency', label: 'Currency', as: 'currency', required: true },
      { name: 'terms', label: 'Terms', as: 'entry', of: 'terms', required: true },
      address,
      { name: 'mail', label: 'Mail address', as: 'text', most: 160, hint: 'Where orders go', apart: true },
      {
        name: 'tax_code',
        label: 'Tax code',
        as: 'entry',
        of: 'tax-codes',
        hint: 'Of its lines, where nothing else is said',
        apart: true,
      },
      ...tolerances('empty leaves it to the company'),
      ...allowances('empty leaves it to the company'),
      {
        name: 'usual_expense',
        label: 'Usual expense',
        as: 'text',
        most: 60,
        hint: 'What its bills are for where they are for nothing on order',
        apart: true,
      },
      {
        name: 'hold',
        label: 'On hold because',
        as: 'text',
        most: 160,
        hint: 'While it says why, nothing is ordered from it and nothing paid to it',
        by: SETTERS,
      },
      {
        name: 'bank_account',
        label: 'Bank account',
        as: 'text',
        most: 60,
        hint: 'Takes effect when a second person confirms it; whoever changed it does not pay it',
        apart: true,
        by: SETTERS,
      },
      retired,
    ],
  },
  prices: {
    title: 'Price lists',
    one: 'price',
    about: 'What a vendor asks for an item: in a unit, from so many on, from one day to another',
    key: ['vendor', 'item', 'unit', 'least', 'from'],
    mayChange: [...SETTERS, 'buyer'],
    fields: [
      { name: 'vendor', label: 'Vendor', as: 'entry', of: 'vendors', required: true, settled: true },
      { name: 'item', label: 'Item', as: 'entry', of: 'items', required: true, settled: true },
      {
        name: 'price',
        label: 'Price',
        as: 'figure',
        places: 6,
        required: true,
        hint: 'In the vendor’s currency, for one of the unit',
      },
      { name: 'unit', label: 'Unit', as: 'text', most: 20, settled: true, hint: 'Empty for the stock unit' },
      { name: 'least', label: 'From so many', as: 'figure', places: 6, settled: true },
      { name: 'from', label: 'From', as: 'day', settled: true },
      { name: 'to', label: 'Until', as: 'day' },
      { name: 'vendor_number', label: 'Its number for it', as: 'text', most: 40 },
    ],
  },
  warehouses: {
    title: 'Warehouses',
    one: 'warehouse',
    about: 'Where goods are kept, and the bins inside',
    key: ['code'],
    mayChange: SETTERS,
    fields: [
      code('Code', 20),
      name,
      address,
      {
        name: 'bins',
        label: 'Bins',
        as: 'parts',
        hint: 'Places inside; the dock is where goods stand that are not put away, rejects where rejected goods stand',
        parts: [
          { name: 'code', label: 'Bin', as: 'text', required: true, most: 20 },
          { name: 'kind', label: 'Kind', as: 'choice', choices: ['shelf', 'dock', 'rejects'], required: true },
        ],
      },
      retired,
    ],
  },
  'tax-codes': {
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
  },
  terms: {
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
  },
  dimensions: {
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
  },
  rates: {
    title: 'Rates of exchange',
    one: 'rate of exchange',
    about: 'Of the books’ currency for one unit of another, from a day on',
    key: ['currency', 'from'],
    mayChange: SETTERS,
    fields: [
      { name: 'currency', label: 'Currency', as: 'currency', required: true, settled: true },
      { name: 'from', label: 'From', as: 'day', required: true, settled: true },
      { name: 'rate', label: 'Rate', as: 'figure', places: 10, required: true },
    ],
  },
  company: {
    title: 'Company',
    one: 'company',
    about: 'What holds where nothing else is said',
    key: ['name'],
    mayChange: ['administrator'],
    fields: [
      name,
      address,
      { ...tolerances('of every vendor and item that says nothing else')[0], required: true } as RegisterField,
      { ...tolerances('of every vendor and item that says nothing else')[1], required: true } as RegisterField,
      ...allowances('where everything is empty, any difference passes without a reason'),
      {
        name: 'charge_limits',
        label: 'Charges on bills of goods',
        as: 'parts',
        hint: 'What a kind of charge may differ by from what was estimated, else of the goods, and tax from what the orders’ codes make; what is not named here is as for goods',
        apart: true,
        by: SETTERS,
        parts: [
          { name: 'kind', label: 'Charge', as: 'choice', choices: [...CHARGE_KINDS, 'tax'], required: true },
          { name: 'over_part', label: 'Over, %', as: 'figure', places: 4 },
          { name: 'over_amount', label: 'Over', as: 'figure', places: 4 },
          { name: 'short_part', label: 'Under, %', as: 'figure', places: 4 },
          { name: 'short_amount', label: 'Under', as: 'figure', places: 4 },
        ],
      },
      {
        name: 'sign_off_above',
        label: 'Second person above',
        as: 'figure',
        places: 4,
        hint: 'Differences of a bill that together come to more than this have to be agreed to by somebody else; empty for nobody',
        apart: true,
        by: SETTERS,
      },
      {
        name: 'blind',
        label: 'Count blind',
        as: 'yes',
        hint: 'Whoever receives counts without seeing what was ordered',
      },
      {
        name: 'drafts_bill',
        label: 'A receipt drafts its bill',
        as: 'yes',
        hint: 'What was received lies on the match bench as a draft of its bill',
      },
    ],
  },
};

export type EntryFields = Readonly<Record<string, string>>;

/** A field of parts, taken apart: `box = 25 | crate = 400`. */
export const partsOf = (written: string): string[][] =>
  written
    .split('|')
    .map((part) => part.split('=').map((word) => word.trim()))
    .filter((words) => words.some(Boolean));

/** Parts as they are written; what is empty at the end of one is left out. */
export const writeParts = (parts: readonly (readonly string[])[]): string =>
  parts
    .map((words) =>
      words
        .map((word) => word.trim())
        .join(' = ')
        .replace(/( = )+$/, '')
        .replace(/ {2,}/g, ' '),
    )
    .filter(Boolean)
    .join(' | ');
