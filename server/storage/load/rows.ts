import type { EntityManager } from 'typeorm';
import type { Dimensions } from '@obolus/core/books/journal';
import { documentOf, lineId, type LineId, placeOf } from '@obolus/core/costing/pool';
import {
  base,
  type BaseAmount,
  documentAmount,
  fraction,
  price,
  type Pricing,
  quantity,
  rate,
} from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { invariant } from '@obolus/core/exact/invariant';
import { powerOfTen } from '@obolus/core/exact/rounding';
import type { Allowance, Tolerance } from '@obolus/core/state/company';
import type { Bought } from '@obolus/core/state/purchasing';
import { askTogether } from '../askedTogether.ts';

export type Row = Record<string, string | null>;

/** Reads for one command; `locking` when it posts. */
export interface Reading {
  readonly manager: EntityManager;
  readonly locking: boolean;
}

/** Asks for rows; what is asked at the same time goes off together. */
export const query = ({ manager }: Reading, sql: string, parameters: unknown[] = []): Promise<Row[]> =>
  askTogether(manager, sql, parameters);

export const text = (value: string | null | undefined): string => value ?? '';
export const big = (value: string | null | undefined): bigint => BigInt(value ?? 0);
export const isTrue = (value: string | null | undefined): boolean => Number(value ?? 0) !== 0;
export const optional = (value: string | null | undefined): string | undefined => value ?? undefined;

export const quantityOf = (value: string | null | undefined) => quantity(big(value));
export const baseOf = (value: string | null | undefined) => base(big(value));
export const amountOf = (value: string | null | undefined) => documentAmount(big(value));
export const priceOf = (value: string | null | undefined) => price(big(value));
export const rateOf = (value: string | null | undefined) => rate(big(value));
export const fractionOf = (value: string | null | undefined) => fraction(big(value));

/** The line of a row, by its columns `document_id` and `line_no` or others so named. */
export const idOf = (row: Row, document = 'document_id', line = 'line_no'): LineId =>
  lineId(text(row[document]), Number(row[line]));

/** What a line is paid by, of a row with `price`, `per` and `discount`. */
export const pricingOf = (row: Row): Pricing => ({
  price: priceOf(row.price),
  per: quantityOf(row.per),
  discount: fractionOf(row.discount),
});

/** What a row says of tolerances; nothing where it leaves it to others. */
export const toleranceOf = ({ over_tolerance: over, short_tolerance: short }: Row): Partial<Tolerance> => ({
  ...(over == null ? {} : { over: fractionOf(over) }),
  ...(short == null ? {} : { short: fractionOf(short) }),
});

/** Amounts that are set up in base currency have four decimals, whatever the currency has. */
const SET_UP_PLACES = 4;
export const limitOf = (value: string | null | undefined, currency: string): BaseAmount | undefined =>
  value == null ? undefined : base((BigInt(value) * powerOfTen(decimalsOf(currency))) / powerOfTen(SET_UP_PLACES));

/** What a row says that bills may differ by. */
export const allowanceIn = (row: Row, currency: string): Allowance => {
  const side = (part: string | null | undefined, amount: string | null | undefined) => ({
    part: part == null ? undefined : fractionOf(part),
    amount: limitOf(amount, currency),
  });
  return {
    over: side(row.bill_over_part, row.bill_over_amount),
    short: side(row.bill_short_part, row.bill_short_amount),
  };
};

export function dimensionsOf({ department, location, project }: Row): Dimensions | undefined {
  if (department == null && location == null && project == null) return undefined;
  return { department: optional(department), location: optional(location), project: optional(project) };
}

export const boughtOf = ({ item_id: item, expense }: Row): Bought =>
  item == null ? { expense: text(expense) } : { item };

/** A document that nobody has reversed. */
export const stands = (column: string): string =>
  `NOT EXISTS (SELECT 1 FROM reversal x WHERE x.reversed_id = ${column})`;

/** Why no more came of an order line that document `d` closed: as somebody said, or as its receipt found. */
export const WHY_CLOSED = "IF(d.kind = 'receipt', '', d.note)";

/** The vendor of a charge on document `d`; one that was moved from expense is its bill's vendor's. */
export const CHARGE_VENDOR =
  'COALESCE(d.vendor_id, (SELECT b.vendor_id FROM expense_move e JOIN document b ON b.id = e.of_id WHERE e.document_id = d.id))';

/** Rows whose two columns name one of the lines. */
export function among(lines: readonly LineId[], document: string, line: string): string {
  if (lines.length === 0) return 'FALSE';
  if (lines.length <= MOST_BY_ITSELF) return `(${lines.map(() => `(${document} = ? AND ${line} = ?)`).join(' OR ')})`;
  return `(${document} IN (${documentsOf(lines).map(whole).join(',')}) AND (${document}, ${line}) IN (${lines.map(() => '(?,?)').join(',')}))`;
}

/**
 * So many lines are found each by its key. Of more every row would be held against each of them in turn: then the index gives the rows of
 * their documents, and one search the lines among them.
 */
const MOST_BY_ITSELF = 100;

function whole(id: string): string {
  invariant(/^\d+$/.test(id), 'a document is named by a number');
  return id;
}

export const keysOf = (lines: readonly LineId[]): string[] => lines.flatMap((line) => line.split('/'));

export const distinct = <Value>(values: readonly Value[]): Value[] => [...new Set(values)];

export const documentsOf = (lines: readonly LineId[]): string[] => distinct(lines.map(documentOf));

export const pointOf = (row: Row) => ({ date: text(row.date), place: placeOf(idOf(row)) });

/** Rows of several queries that name the same line, by that line. */
export function byLine(rows: readonly Row[], document: string, line: string): Map<LineId, Row[]> {
  const groups = new Map<LineId, Row[]>();
  for (const row of rows) {
    const id = idOf(row, document, line);
    const group = groups.get(id);
    if (group) group.push(row);
    else groups.set(id, [row]);
  }
  return groups;
}
