import { type LineId, poolId } from '@obolus/core/costing/pool';
import { base, documentAmount } from '@obolus/core/exact/amounts';
import type {
  Ahead,
  AheadTaken,
  BilledPart,
  Estimate,
  OrderLine,
  ReceiptLine,
  ReturnedLine,
} from '@obolus/core/state/purchasing';
import {
  among,
  amountOf,
  baseOf,
  big,
  boughtOf,
  byLine,
  dimensionsOf,
  fractionOf,
  idOf,
  isTrue,
  keysOf,
  optional,
  priceOf,
  pricingOf,
  quantityOf,
  query,
  rateOf,
  type Reading,
  type Row,
  stands,
  text,
  WHY_CLOSED,
} from './rows.ts';
import { lotOf } from './movements.ts';

/** What else is known of a line: where it is found, and whether there is any, so that nothing is asked for in vain. */
interface Further {
  readonly exists: string;
  readonly select: string;
  /** The columns that name the line. */
  readonly by: readonly [document: string, line: string];
}

const own = (table: string, order: string): Further => ({
  exists: `SELECT 1 FROM ${table} t WHERE t.document_id = l.document_id AND t.line_no = l.line_no`,
  select: `SELECT t.* FROM ${table} t WHERE LINES ORDER BY ${order}`,
  by: ['document_id', 'line_no'],
});

/** Lines that cite the line by `<what>_id` and `<what>_line_no` and stand, in the order of entry, with the day of their document. */
const citing = (table: string, what: string, more = '', joined = ''): Further => ({
  exists: `SELECT 1 FROM ${table} t WHERE t.${what}_id = l.document_id AND t.${what}_line_no = l.line_no AND ${stands('t.document_id')}`,
  select: `SELECT t.*, d.date${more} FROM ${table} t JOIN document d ON d.id = t.document_id ${joined} WHERE LINES AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no`,
  by: [`${what}_id`, `${what}_line_no`],
});

const OF_ORDER = {
  receipts: citing('receipt_line', 'order'),
  reopened: {
    exists: `SELECT 1 FROM return_line t JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no
      WHERE t.replaces = 1 AND r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('t.document_id')}`,
    select: `SELECT b.document_id, b.line_no, b.quantity, t.order_id, t.order_line_no, b.billed, b.billed_amount, b.billed_goods, b.billed_variance, d.date
      FROM return_line b JOIN receipt_line t ON t.document_id = b.receipt_id AND t.line_no = b.receipt_line_no JOIN document d ON d.id = b.document_id
      WHERE b.replaces = 1 AND LINES AND ${stands('b.document_id')} ORDER BY b.document_id, b.line_no`,
    by: ['order_id', 'order_line_no'],
  },
  ahead: citing('bill_line', 'order'),
  closed: citing('order_closing_line', 'order', `, ${WHY_CLOSED} AS note`),
  estimates: {
    exists:
      'SELECT 1 FROM order_estimate t WHERE t.document_id = l.document_id AND t.line_no = l.line_no AND t.by_id = l.by_id',
    select: `SELECT t.* FROM order_estimate t JOIN ordered_line l ON l.document_id = t.document_id AND l.line_no = t.line_no AND l.by_id = t.by_id
      WHERE LINES ORDER BY t.kind`,
    by: ['document_id', 'line_no'],
  },
} satisfies Record<string, Further>;

const OF_RECEIPT = {
  ahead: own('receipt_ahead', 't.ahead_id, t.ahead_line_no'),
  estimates: own('receipt_estimate', 't.kind'),
  lots: own('movement_lot', 't.document_id, t.line_no, t.position'),
  used: citing('estimate_use', 'receipt'),
  landed: citing(
    'allocation_share',
    'receipt',
    ', c.kind',
    'JOIN bill_charge c ON c.document_id = t.charge_id AND c.line_no = t.charge_line_no',
  ),
  bills: citing('bill_line', 'receipt'),
  returns: citing('return_line', 'receipt'),
  putAway: citing('put_away_line', 'receipt'),
} satisfies Record<string, Further>;

type Found<Parts> = { readonly [Name in keyof Parts]: ReadonlyMap<LineId, Row[]> };

/** What is read besides a line's own columns. */
const OF_TABLE = {
  ordered_line: 'l.warehouse_id AS line_warehouse, ',
  receipt_line:
    '(SELECT o.tax_code FROM ordered_line o WHERE o.document_id = l.order_id AND o.line_no = l.order_line_no) AS tax_code, ',
} as const;

/** Lines of a table with their document, and with what else is known of them. */
async function readLines<Parts extends Readonly<Record<string, Further>>>(
  reading: Reading,
  lines: readonly LineId[],
  table: keyof typeof OF_TABLE,
  parts: Parts,
): Promise<{ rows: Row[]; found: Found<Parts> }> {
  const names = Object.keys(parts) as (keyof Parts & string)[];
  const flags = names.map((name) => `EXISTS (${parts[name]?.exists ?? ''}) AS has_${name}`).join(', ');
  const rows = await query(
    reading,
    `SELECT l.*, ${OF_TABLE[table]}d.vendor_id, d.currency AS document_currency, d.date, d.warehouse_id, ${flags} FROM ${table} l JOIN document d ON d.id = l.document_id
     WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keysOf(lines),
  );
  const found: Record<string, ReadonlyMap<LineId, Row[]>> = {};
  for (const name of names) {
    const { select, by } = parts[name] as Further;
    const some = rows.some((row) => isTrue(row[`has_${name}`]));
    const all = some
      ? await query(reading, select.replace('LINES', among(lines, `t.${by[0]}`, `t.${by[1]}`)), keysOf(lines))
      : [];
    found[name] = byLine(all, by[0], by[1]);
  }
  return { rows, found: found as Found<Parts> };
}

/** Order lines with all that cites them: receipts, bills ahead of the goods, goods that went back to be replaced. */
export async function readOrderLines(reading: Reading, lines: readonly LineId[]): Promise<OrderLine[]> {
  const { rows, found } = await readLines(reading, lines, 'ordered_line', OF_ORDER);
  const aheadLines = [...found.ahead.values(), ...found.reopened.values()].flat().map((row) => idOf(row));
  const taken = byLine(
    aheadLines.length === 0
      ? []
      : await query(
          reading,
          `SELECT * FROM receipt_ahead t WHERE ${among(aheadLines, 't.ahead_id', 't.ahead_line_no')} AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no`,
          keysOf(aheadLines),
        ),
    'ahead_id',
    'ahead_line_no',
  );
  return rows.map((row) => {
    const id = idOf(row);
    const quantities = (cited: Row[] | undefined) =>
      (cited ?? []).map((part) => ({ line: idOf(part), quantity: quantityOf(part.quantity) }));
    const reopened = found.reopened.get(id) ?? [];
    const billed = found.ahead.get(id) ?? [];
    const back = reopened.filter((part) => big(part.billed) > 0n).map((part) => aheadOfReturn(part, taken));
    return {
      id,
      vendor: text(row.vendor_id),
      currency: text(row.document_currency),
      date: text(row.date),
      bought: boughtOf(row),
      by: text(row.by_id),
      quantity: quantityOf(row.quantity),
      unit: text(row.unit),
      ...pricingOf(row),
      due: optional(row.due_day),
      dimensions: dimensionsOf(row),
      earlier: [],
      warehouse: optional(row.line_warehouse),
      taxCode: text(row.tax_code),
      transport: text(row.transport),
      closed: (found.closed.get(id) ?? []).map((part) => ({
        line: idOf(part),
        date: text(part.date),
        quantity: quantityOf(part.quantity),
        reason: text(part.note),
      })),
      estimates: (found.estimates.get(id) ?? []).map(estimateOf),
      receipts: [...quantities(found.receipts.get(id)), ...quantities(billed.filter((part) => isTrue(part.done)))].sort(
        byEntry,
      ),
      reopened: quantities(reopened),
      aheads: [...billed.filter((part) => !isTrue(part.done)).map((part) => aheadOfBill(part, taken)), ...back].sort(
        byEntry,
      ),
    };
  });
}

const entered = (line: LineId): number => Number(line.split('/')[0]);
const byEntry = (a: { readonly line: LineId }, b: { readonly line: LineId }): number =>
  entered(a.line) - entered(b.line);

function aheadOfBill(row: Row, taken: ReadonlyMap<LineId, Row[]>): Ahead {
  const asked = row.difference === 'credit' ? big(row.price_difference) : 0n;
  const standing = base(big(row.payable) - asked);
  const goods = row.difference === 'cost' ? standing : baseOf(row.cleared);
  const known = {
    line: idOf(row),
    date: text(row.date),
    quantity: quantityOf(row.quantity),
    amount: amountOf(row.amount),
  };
  return { ...known, base: standing, goods, tax: baseOf(row.tax), taken: takenOf(row, taken) };
}

function aheadOfReturn(row: Row, taken: ReadonlyMap<LineId, Row[]>): Ahead {
  const known = {
    line: idOf(row),
    date: text(row.date),
    quantity: quantityOf(row.billed),
    amount: amountOf(row.billed_amount),
  };
  const standing = base(big(row.billed_goods) + big(row.billed_variance));
  return { ...known, base: standing, goods: baseOf(row.billed_goods), tax: base(0n), taken: takenOf(row, taken) };
}

const takenOf = (row: Row, taken: ReadonlyMap<LineId, Row[]>): AheadTaken[] =>
  (taken.get(idOf(row)) ?? []).map(aheadTaken);

function aheadTaken(row: Row): AheadTaken {
  const amounts = {
    amount: amountOf(row.amount),
    base: baseOf(row.base_amount),
    goods: baseOf(row.goods),
    tax: baseOf(row.tax),
  };
  return { line: idOf(row), quantity: quantityOf(row.quantity), ...amounts };
}

function estimateOf(row: Row): Estimate {
  const kind = text(row.kind);
  switch (text(row.estimated_by) as Estimate['by']) {
    case 'unit':
      return { kind, by: 'unit', amount: priceOf(row.figure) };
    case 'percent':
      return { kind, by: 'percent', percent: fractionOf(row.figure) };
    case 'flat':
      return { kind, by: 'flat', amount: baseOf(row.figure) };
    case 'tariff':
      return { kind, by: 'tariff' };
  }
}

/** Received lines with all that cites them: bills, returns, charges that landed, what became of their estimates. */
export async function readReceiptLines(reading: Reading, lines: readonly LineId[]): Promise<ReceiptLine[]> {
  const { rows, found } = await readLines(reading, lines, 'receipt_line', OF_RECEIPT);
  return rows.map((row) => {
    const id = idOf(row);
    const item = row.item_id;
    const of = (part: keyof typeof found) => found[part].get(id) ?? [];
    const charge = (part: Row) => ({ line: idOf(part), kind: text(part.kind), amount: baseOf(part.amount) });
    return {
      id,
      of: idOf(row, 'order_id', 'order_line_no'),
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      bought: boughtOf(row),
      pool: item == null ? undefined : poolId(item, text(row.warehouse_id)),
      quantity: quantityOf(row.quantity),
      per: quantityOf(row.per),
      origin: text(row.origin),
      preference: isTrue(row.preference),
      dimensions: dimensionsOf(row),
      taxCode: text(row.tax_code),
      amount: amountOf(row.amount),
      baseAmount: baseOf(row.base_amount),
      lots: of('lots').map(lotOf),
      ahead: of('ahead').map((part) => ({ ...aheadTaken(part), of: idOf(part, 'ahead_id', 'ahead_line_no') })),
      estimates: of('estimates').map((estimate) => ({ kind: text(estimate.kind), amount: baseOf(estimate.amount) })),
      estimatesUsed: of('used').map((use) => ({ ...charge(use), date: text(use.date) })),
      landed: of('landed').map(charge),
      bills: of('bills').map(billedPart),
      returns: of('returns').map(returnedLine),
      putAway: of('putAway').map((part) => ({
        line: idOf(part),
        quantity: quantityOf(part.quantity),
        bin: text(part.bin),
      })),
      corrected:
        row.corrected_price == null
          ? undefined
          : { price: priceOf(row.corrected_price), reason: text(row.corrected_because) },
    };
  });
}

function billedPart(row: Row): BilledPart {
  const into = (decision: string) => base(row.difference === decision ? big(row.price_difference) : 0n);
  const known = { line: idOf(row), date: text(row.date), quantity: quantityOf(row.quantity) };
  const amounts = { ordered: amountOf(row.ordered), cleared: baseOf(row.cleared), billed: amountOf(row.amount) };
  return { ...known, ...amounts, intoGoods: into('cost'), toVariance: into('variance') };
}

function returnedLine(row: Row): ReturnedLine {
  return {
    line: idOf(row),
    date: text(row.date),
    unbilled: quantityOf(row.unbilled),
    unbilledOrdered: documentAmount(big(row.unbilled_ordered)),
    unbilledCleared: baseOf(row.unbilled_cleared),
    billed: quantityOf(row.billed),
    billedAmount: amountOf(row.billed_amount),
    billedGoods: baseOf(row.billed_goods),
    billedVariance: baseOf(row.billed_variance),
  };
}
