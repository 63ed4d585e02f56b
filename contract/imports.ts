import { type RegisterName } from './registers/register.ts';
import { REGISTERS } from './registers/registers.ts';
import type { Role } from './roles.ts';

const DOCUMENTS = ['opening-stock', 'orders', 'receipts'] as const;
const ENTRIES = [
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
] as const satisfies readonly RegisterName[];

/** What comes in from files: entries of registers, and documents. */
export const IMPORT_KINDS = [...ENTRIES, ...DOCUMENTS] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];
export type EntryImport = (typeof ENTRIES)[number];
export const isEntryImport = (kind: ImportKind): kind is EntryImport => (ENTRIES as readonly string[]).includes(kind);

/** How a CSV file writes its figures: 1234567.5 as it stands there. A spreadsheet holds figures themselves. */
export const FIGURE_STYLES = ['1,234.50', '1.234,50', '1 234,50', '1’234.50', '12,34,567.50'] as const;
export type FigureStyle = (typeof FIGURE_STYLES)[number];

/** Who may load what: entries whoever may change them, documents whoever may post them. */
export const MAY_IMPORT = {
  ...(Object.fromEntries(ENTRIES.map((name) => [name, REGISTERS[name].mayChange])) as Record<
    EntryImport,
    readonly Role[]
  >),
  'opening-stock': ['accountant'],
  orders: ['buyer', 'accountant'],
  receipts: ['receiver', 'accountant'],
} as const satisfies Readonly<Record<ImportKind, readonly Role[]>>;
