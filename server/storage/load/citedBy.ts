import type { LineId } from '@obolus/core/costing/pool';
import { among, byLine, isTrue, keysOf, query, type Reading, type Row, stands } from './rows.ts';

/** What else is known of a line: where it is found, and whether there is any, so that nothing is asked for in vain. */
export interface Further {
  readonly exists: string;
  readonly select: string;
  /** The columns that name the line. */
  readonly by: readonly [document: string, line: string];
}

export const own = (table: string, order: string): Further => ({
  exists: `SELECT 1 FROM ${table} t WHERE t.document_id = l.document_id AND t.line_no = l.line_no`,
  select: `SELECT t.* FROM ${table} t WHERE LINES ORDER BY ${order}`,
  by: ['document_id', 'line_no'],
});

/** Lines that cite the line by `<what>_id` and `<what>_line_no` and stand, in the order of entry, with the day of their document. */
export const citing = (table: string, what: string, more = '', joined = ''): Further => ({
  exists: `SELECT 1 FROM ${table} t WHERE t.${what}_id = l.document_id AND t.${what}_line_no = l.line_no AND ${stands('t.document_id')}`,
  select: `SELECT t.*, d.date${more} FROM ${table} t JOIN document d ON d.id = t.document_id ${joined} WHERE LINES AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no`,
  by: [`${what}_id`, `${what}_line_no`],
});

type Found<Parts> = { readonly [Name in keyof Parts]: ReadonlyMap<LineId, Row[]> };

/** What is read besides a line's own columns. */
const OF_TABLE = {
  ordered_line: { columns: 'l.warehouse_id AS line_warehouse, ', join: '' },
  receipt_line: {
    columns:
      '(SELECT o.tax_code FROM ordered_line o WHERE o.document_id = l.order_id AND o.line_no = l.order_line_no) AS tax_code, y.by_id AS shipped_by, y.shipment, ',
    join: 'LEFT JOIN came_on y ON y.receipt_id = l.document_id AND y.receipt_line_no = l.line_no',
  },
} as const;

/**
 * Lines of a table with their document, and with what else is known of them.
 * @param beside asks for more that their rows name, in the same round trip
 */
export async function readLines<Parts extends Readonly<Record<string, Further>>>(
  reading: Reading,
  lines: readonly LineId[],
  table: keyof typeof OF_TABLE,
  parts: Parts,
  beside?: (rows: readonly Row[]) => Promise<void>,
): Promise<{ rows: Row[]; found: Found<Parts> }> {
  const names = Object.keys(parts) as (keyof Parts & string)[];
  const flags = names.map((name) => `EXISTS (${parts[name]?.exists ?? ''}) AS has_${name}`).join(', ');
  const { columns, join } = OF_TABLE[table];
  const rows = await query(
    reading,
    `SELECT l.*, ${columns}d.vendor_id, d.currency AS document_currency, d.date, d.warehouse_id, ${flags} FROM ${table} l JOIN document d ON d.id = l.document_id ${join}
     WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keysOf(lines),
  );
  const furtherOf = async (name: keyof Parts & string): Promise<readonly [string, ReadonlyMap<LineId, Row[]>]> => {
    const { select, by } = parts[name] as Further;
    const all = rows.some((row) => isTrue(row[`has_${name}`]))
      ? await query(reading, select.replace('LINES', among(lines, `t.${by[0]}`, `t.${by[1]}`)), keysOf(lines))
      : [];
    return [name, byLine(all, by[0], by[1])];
  };
  const [found] = await Promise.all([Promise.all(names.map(furtherOf)), beside?.(rows)]);
  return { rows, found: Object.fromEntries(found) as unknown as Found<Parts> };
}
