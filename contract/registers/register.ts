import type { MessageId } from '@obolus/messages/message';
import type { Role } from '../roles.ts';

/**
 * What is set up, described once: the server checks and stores by it, the web draws its forms and lists from it, and files go in and
 * out by it. An entry's fields are text, as they stand in a file: parts apart by a bar, what belongs together in a part by an equals sign.
 */
export interface Register {
  readonly title: MessageId;
  /** One of them. */
  readonly one: MessageId;
  readonly about: MessageId;
  readonly fields: readonly RegisterField[];
  /** The fields by which an entry is known. */
  readonly key: readonly string[];
  readonly mayChange: readonly Role[];
  /** Its entries are given: none is added. */
  readonly given?: true;
}

export interface RegisterField {
  readonly name: string;
  readonly label: MessageId;
  readonly as: 'text' | 'lines' | 'figure' | 'day' | 'yes' | 'choice' | 'currency' | 'country' | 'entry' | 'parts';
  readonly required?: true;
  /** The longest text that is kept. */
  readonly most?: number;
  /** Decimals that are kept of a figure. */
  readonly places?: number;
  /** What may be chosen, each with what it is called. */
  readonly choices?: Choices;
  /** The register that an entry is chosen from, by its key. */
  readonly of?: Exclude<RegisterName, 'company'>;
  readonly parts?: readonly RegisterField[];
  readonly hint?: MessageId;
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

export type Choices = Readonly<Record<string, MessageId>>;

type CodeOf<Id> = Id extends `choice.${infer Code}` ? Code : never;

export const choicesOf = (codes: readonly CodeOf<MessageId>[]): Choices =>
  Object.fromEntries(codes.map((code) => [code, `choice.${code}`] as const));

/** Every register, in the order in which they are shown. */
export const REGISTER_NAMES = [
  'items',
  'item-groups',
  'vendors',
  'customers',
  'prices',
  'contracts',
  'warehouses',
  'shipments',
  'charge-kinds',
  'estimate-rules',
  'tariff',
  'tax-codes',
  'terms',
  'bank-accounts',
  'accounts',
  'posting-accounts',
  'expense-accounts',
  'dimensions',
  'return-reasons',
  'rates',
  'company',
] as const;
export type RegisterName = (typeof REGISTER_NAMES)[number];

/** The register of this name, if there is one. */
export const registerOf = (name: string | undefined): RegisterName | undefined =>
  REGISTER_NAMES.find((known) => known === name);

/** How goods travel. */
export const MODES = choicesOf(['container', 'air', 'lorry', 'parcel']);

export const SETTERS: readonly Role[] = ['administrator', 'accountant'];
export const code = (label: MessageId, most: number): RegisterField => ({
  name: 'code',
  label,
  as: 'text',
  required: true,
  most,
});
export const name: RegisterField = { name: 'name', label: 'word.name', as: 'text', required: true, most: 160 };
export const number: RegisterField = { name: 'number', label: 'word.number', as: 'text', required: true, most: 40 };
export const retired: RegisterField = {
  name: 'retired',
  label: 'word.retired',
  as: 'yes',
  hint: 'hint.retired',
  optional: true,
};
export const address: RegisterField = {
  name: 'address',
  label: 'word.address',
  as: 'lines',
  most: 400,
  optional: true,
};
const percent = (name: string, label: MessageId, hint: MessageId): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 4,
  hint,
  optional: true,
  by: SETTERS,
  second: 'limits',
});
export const tolerances = (of: 'item' | 'vendor' | 'company'): readonly [RegisterField, RegisterField] => [
  percent('over', 'word.over_tolerance', `hint.over_${of}`),
  percent('short', 'word.short_tolerance', `hint.short_${of}`),
];
/** From what part of it on a charge, or a change of unit cost, is pointed out on the landing sheet. */
export const unusual: readonly RegisterField[] = [
  { name: 'unusual_charge', label: 'word.unusual_charge', hint: 'hint.unusual_charge' },
  { name: 'unusual_cost', label: 'word.unusual_cost', hint: 'hint.unusual_cost' },
].map((field) => ({ ...field, as: 'figure', places: 4, optional: true, by: SETTERS }) as RegisterField);
/** What bills may ask for more, and less, than was expected, without a reason. */
export const allowances = (of: 'item' | 'vendor' | 'company'): RegisterField[] =>
  (['bill_over_part', 'bill_over_amount', 'bill_short_part', 'bill_short_amount'] as const).map((name) =>
    percent(name, `word.${name}`, `hint.limit_${of}`),
  );
export const measure = (name: string, label: MessageId): RegisterField => ({
  name,
  label,
  as: 'figure',
  places: 6,
  hint: 'hint.measure',
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
  { name: 'tax_number', label: 'word.tax_number', as: 'text', most: 40, optional: true },
  { name: 'gln', label: 'word.gln', as: 'text', most: 13, hint: 'hint.gln', optional: true },
];
