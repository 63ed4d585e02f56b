import type { Role } from '../roles.ts';

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
  /** Its entries are given: none is added. */
  readonly given?: true;
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
  /** More than zero, where it is a figure that says something. */
  readonly positive?: true;
  /** Stays as it is once the entry is used. */
  readonly settled?: true;
  /** Not shown in a list unless it is asked for. */
  readonly optional?: true;
  /** A change of it takes effect when a second person approves it, together with others of the same name. */
  readonly second?: 'bank_account' | 'limits';
  /** Who may change it, where that is not everybody who may change the entry. */
  readonly by?: readonly Role[];
}

/** Every register, in the order in which they are shown. */
export const REGISTER_NAMES = [
  'items',
  'item-groups',
  'vendors',
  'customers',
  'prices',
  'warehouses',
  'shipments',
  'charge-kinds',
  'tariff',
  'tax-codes',
  'terms',
  'accounts',
  'posting-accounts',
  'expense-accounts',
  'dimensions',
  'rates',
  'company',
] as const;
export type RegisterName = (typeof REGISTER_NAMES)[number];

/** The register of this name, if there is one. */
export const registerOf = (name: string | undefined): RegisterName | undefined =>
  REGISTER_NAMES.find((known) => known === name);

export const SETTERS: readonly Role[] = ['administrator', 'accountant'];
export const code = (label: string, most: number): RegisterField => ({
  name: 'code',
  label,
  as: 'text',
  required: true,
  most,
});
export const name: RegisterField = { name: 'name', label: 'Name', as: 'text', required: true, most: 160 };
export const number: RegisterField = { name: 'number', label: 'Number', as: 'text', required: true, most: 40 };
export const retired: RegisterField = {
  name: 'retired',
  label: 'No longer used',
  as: 'yes',
  hint: 'Not offered any more; what was posted with it stays',
  optional: true,
};
export const address: RegisterField = { name: 'address', label: 'Address', as: 'lines', most: 400, optional: true };
const percent = (name: string, label: string, hint: string): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 4,
  hint,
  optional: true,
  by: SETTERS,
  second: 'limits',
});
export const tolerances = (without: string): RegisterField[] => [
  percent('over', 'Over, percent', `How much more than ordered is taken; ${without}`),
  percent('short', 'Short, percent', `How much less closes a line; ${without}`),
];
/** What bills may ask for more, and less, than was expected, without a reason. */
export const allowances = (of: string): RegisterField[] => {
  const hint = `Of a percentage and an amount the smaller; ${of}`;
  const limit = (name: string, label: string): RegisterField => ({
    name,
    label,
    as: 'figure',
    places: 4,
    hint,
    optional: true,
    by: SETTERS,
    second: 'limits',
  });
  return [
    limit('bill_over_part', 'Bill over, percent'),
    limit('bill_over_amount', 'Bill over, amount'),
    limit('bill_short_part', 'Bill under, percent'),
    limit('bill_short_amount', 'Bill under, amount'),
  ];
};
export const measure = (name: string, label: string, hint: string): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 6,
  hint,
  optional: true,
  positive: true,
});

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

/** By what others name a company, a vendor or a customer: numbers that stand on papers. */
export const identifiers: readonly RegisterField[] = [
  { name: 'tax_number', label: 'Tax number', as: 'text', most: 40, optional: true },
  { name: 'gln', label: 'GLN', as: 'text', most: 13, hint: 'Global location number (GS1), 13 digits', optional: true },
];
