import { createHmac } from 'node:crypto';
import type { DataSource, EntitySchema } from 'typeorm';
import { invariant } from '@obolus/core/exact/invariant';
import { facts } from './tables.ts';

/** A key that seals documents. It is kept where the server runs, never in the database. */
export interface SealKey {
  readonly id: string;
  readonly key: Buffer;
}

/** Where a connection holds its keys: whoever has the connection finds them, whichever copy of this module gave them. */
const SEAL_KEYS = Symbol.for('obolus: keys that seal');
type Keyed = DataSource & { [SEAL_KEYS]?: readonly SealKey[] };

/** The keys of a connection to the books: the first seals, older ones only prove what they sealed. */
export const giveSealKeys = (source: Keyed, keys: readonly SealKey[]): DataSource =>
  // Not among what is listed of it: whoever prints a connection prints no keys.
  Object.defineProperty(source, SEAL_KEYS, { value: keys, configurable: true });

export function sealKeysOf(source: Keyed): readonly SealKey[] {
  const keys = source[SEAL_KEYS] ?? [];
  invariant(keys.length > 0, 'books have a key that seals them');
  return keys;
}

/** A table of facts whose rows a document inserts, and the column that says which document did. */
export interface SealedTable {
  readonly name: string;
  readonly owner: string;
  /** Each with what it has by itself, as the database gives it back. */
  readonly columns: readonly { readonly name: string; readonly type: string; readonly otherwise: string | null }[];
}

/** Kept beside documents, as they came or went. */
const UNSEALED = [
  'set_up_version',
  'set_up_change',
  'paper',
  'idempotency',
  'reply',
  'run_file',
  'run_sending',
  'bank_file',
  'bank_line',
  'bank_explanation',
  'document_note',
];

function sealedTable(table: EntitySchema): SealedTable {
  const { name, columns } = table.options;
  const owner = ['by_id', 'document_id', 'id'].find((column) => column in columns);
  invariant(owner !== undefined, `${name} says which document its rows are of`);
  return {
    name,
    owner,
    columns: Object.entries(columns).map(([column, definition]) => ({
      name: column,
      type: String(definition?.type),
      otherwise: valueText(String(definition?.type), definition?.default),
    })),
  };
}

/** All that documents insert, by name: the seal of a document covers each of its rows, its command and basis among them. */
export const SEALED: readonly SealedTable[] = Object.values(facts)
  .filter((table) => !UNSEALED.includes(table.options.name))
  .map(sealedTable)
  .sort((a, b) => (a.name < b.name ? -1 : 1));

const BY_NAME = new Map(SEALED.map((table) => [table.name, table]));

/**
 * The rows of one document as text, for its seal: the same whether they are about to be inserted or were read. What a column has by itself is left out,
 * so that documents are still sealed as they were once a table has further columns.
 */
export class SealedRows {
  private readonly texts = new Map<string, string[]>();

  /** Rows that are inserted: what they leave out is what the column has by itself. */
  addInserted(table: string, columns: readonly string[], rows: readonly (readonly unknown[])[]): void {
    const sealed = BY_NAME.get(table);
    if (!sealed) return;
    const given = sealed.columns.flatMap((column) => {
      const place = columns.indexOf(column.name);
      return place < 0 ? [] : [{ column, place }];
    });
    // Most columns say the same from row to row, and are then spelt as they were.
    const last: unknown[] = [];
    const spelt: string[] = [];
    const texts = rows.map((row, at) => {
      given.forEach(({ column, place }, position) => {
        const value = row[place];
        if (at > 0 && value === last[position]) return;
        last[position] = value;
        spelt[position] = fieldText(column, value);
      });
      return spelt.join('');
    });
    this.add(table, texts);
  }

  addRead(table: SealedTable, row: Readonly<Record<string, unknown>>): void {
    this.add(table.name, [table.columns.map((column) => fieldText(column, row[column.name])).join('')]);
  }

  private add(table: string, texts: readonly string[]): void {
    if (texts.length === 0) return;
    const known = this.texts.get(table);
    if (known) for (const text of texts) known.push(text);
    else this.texts.set(table, [...texts]);
  }

  /** The keyed hash of all rows, in hexadecimal. */
  mac({ key }: SealKey): string {
    const hash = createHmac('sha256', key);
    for (const table of [...this.texts.keys()].sort()) {
      hash.update(`${[table, ...(this.texts.get(table) ?? []).sort()].join('\n')}\n`);
    }
    return hash.digest('hex');
  }
}

/** The keyed hash of some text. */
export const macOf = ({ key }: SealKey, text: string): string => createHmac('sha256', key).update(text).digest('hex');

/** An instant with all the decimals that the database keeps. */
export const instantText = (value: string): string => valueText('datetime', value) ?? '';

/** What a column says, with its name; nothing where that is what it has by itself. */
function fieldText({ name, type, otherwise }: SealedTable['columns'][number], value: unknown): string {
  const text = valueText(type, value);
  return text === otherwise ? '' : `${name}:${JSON.stringify(text)},`;
}

/** A value as the database gives it back: whole numbers and days as text, instants with all their decimals. */
function valueText(type: string, value: unknown): string | null {
  if (value === null || value === undefined) return null;
  if (type === 'datetime') {
    const [instant = '', decimals = ''] = String(value as string).split('.');
    return `${instant}.${decimals.padEnd(6, '0')}`;
  }
  if (typeof value === 'boolean') return value ? '1' : '0';
  return String(value as string | number | bigint);
}
