import type { EntityManager } from 'typeorm';
import type { RegisterName } from '@obolus/contract/registers/register';
import { fold } from './fold.ts';
import type { Periods } from './periods.ts';
import { formatDecimal, parseDecimal } from '@obolus/core/exact/decimal';

/** What entries are checked against, read once for all that are checked together. */
export interface Known {
  /** Ids of entries by their folded keys, of the registers that some fields name. */
  readonly ids: ReadonlyMap<RegisterName, ReadonlyMap<string, string>>;
  readonly periods: Periods;
}

/** How a field of an entry is kept in the database; the entry's own row is called t. */
export interface Kept {
  /** An expression that gives what is kept: text, or a scaled figure. */
  readonly read: string;
  /** As the field's text; unless it is that already. */
  readonly show?: (raw: string) => string;
  /** What it is known by, where one thing may be written in several ways. */
  readonly alike?: (text: string) => string;
  /** The columns of the entry's row that the text becomes. */
  readonly columns?: (text: string, known: Known) => Record<string, unknown>;
  /** What it becomes beside the entry's row, of an entry that has one. */
  readonly store?: (manager: EntityManager, entry: Entry, text: string) => Promise<void>;
}

interface Entry {
  readonly id: string;
  readonly by: string;
  readonly at: string;
}

export const words = (column: string): Kept => ({ read: `t.${column}`, columns: (text) => ({ [column]: text }) });

/** The lines of a text, which stand in one field apart by bars. */
export const linesOf = (column: string): Kept => ({
  read: `t.${column}`,
  show: (raw) => raw.replaceAll('\n', ' | '),
  columns: (text) => ({
    [column]: text
      .split('|')
      .map((line) => line.trim())
      .filter(Boolean)
      .join('\n'),
  }),
});

/** A figure of so many decimals; `empty` is kept where the field says nothing. */
export const figure = (column: string, places: number, empty: '0' | null = null): Kept => ({
  read: empty === null ? `t.${column}` : `NULLIF(t.${column}, ${empty})`,
  show: (raw) => formatDecimal(BigInt(raw), places),
  columns: (text) => ({ [column]: scaled(text, places) ?? empty }),
});

/** A figure that is always said, if only as zero. */
export const said = (column: string, places: number): Kept => ({ ...figure(column, places, '0'), read: `t.${column}` });

export function scaled(text: string, places: number): string | null {
  const parsed = parseDecimal(text, places);
  return parsed.ok ? parsed.scaled.toString() : null;
}

/** A day; `empty` is kept where the field says nothing. */
export const day = (column: string, empty: string | null = null): Kept => ({
  read: empty === null ? `t.${column}` : `NULLIF(t.${column}, '${empty}')`,
  columns: (text) => ({ [column]: text || empty }),
});

/** True or not, as one word or another. */
export const either = (column: string, whenTrue: string, whenFalse = ''): Kept => ({
  read: `IF(t.${column}, '${whenTrue}', '${whenFalse}')`,
  columns: (text) => ({ [column]: text === whenTrue ? 1 : 0 }),
});

/** An entry of another register, by its key. */
export const entryOf = (column: string, register: RegisterName, table: string, key: string): Kept => ({
  read: `(SELECT r.${key} FROM ${table} r WHERE r.id = t.${column})`,
  columns: (text, known) => ({ [column]: known.ids.get(register)?.get(fold(text)) ?? null }),
});

/** Parts with a table of their own, put in anew whenever they change. */
export function partsIn(
  table: string,
  owner: string,
  order: string,
  parts: readonly {
    column: string;
    read?: string;
    show?: (raw: string) => string;
    keep?: (word: string, at: number) => unknown;
  }[],
  read: (written: string) => string[][],
  write: (parts: string[][]) => string,
): Kept {
  const columns = parts.map(({ column, read: expression }) => expression ?? `k.${column}`);
  return {
    read: `(SELECT GROUP_CONCAT(CONCAT_WS('=', ${columns.join(', ')}) ORDER BY ${order} SEPARATOR '|') FROM ${table} k WHERE k.${owner} = t.id)`,
    show: (raw) =>
      write(
        read(raw).map((words) =>
          parts.map(({ show }, at) => (show && words[at] ? show(words[at]) : (words[at] ?? ''))),
        ),
      ),
    async store(manager, { id }, text) {
      await manager.query(`DELETE FROM ${table} WHERE ${owner} = ?`, [id]);
      for (const [at, words] of read(text).entries()) {
        const values = parts.map(({ keep }, column) => (keep ? keep(words[column] ?? '', at) : (words[column] ?? '')));
        await manager.query(
          `INSERT INTO ${table} (${[owner, ...parts.map(({ column }) => column)].join(', ')}) VALUES (?${', ?'.repeat(parts.length)})`,
          [id, ...values],
        );
      }
    },
  };
}

/** Where and how the entries of a register are kept. */
export interface Stored {
  readonly table: string;
  readonly fields: Readonly<Record<string, Kept>>;
  /** Says of the entry t whether it is used, so that what is settled stays as it is. */
  readonly used: string;
  /** The unique index that refuses a second entry of the same key. */
  readonly once: string;
}
