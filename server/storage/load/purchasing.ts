import type { LineId } from '@obolus/core/costing/pool';
import { poolId } from '@obolus/core/costing/pool';
import { base, documentAmount } from '@obolus/core/exact/amounts';
import type { Ahead, AheadTaken, BilledPart, Estimate, OrderLine, ReceiptLine, ReturnedLine } from '@obolus/core/posting/books';
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
  priceOf,
  quantityOf,
  query,
  rateOf,
  stands,
  text,
  type Reading,
  type Row,
} from './rows.ts';
import { readLots } from './movements.ts';

/** Order lines with all that cites them: receipts, bills ahead of the goods, goods that went back to be replaced. */
export async function readOrderLines(reading: Reading, lines: readonly LineId[]): Promise<OrderLine[]> {
  const keys = keysOf(lines);
  const rows = await query(
    reading,
    `SELECT l.*, d.vendor_id, d.currency, d.date FROM order_line l JOIN document d ON d.id = l.document_id WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const receipts = await citing(reading, 'SELECT r.* FROM receipt_line r WHERE', 'r', 'order', lines);
  const reopened = await query(
    reading,
    `SELECT b.document_id, b.line_no, b.quantity, r.order_id, r.order_line_no, b.billed, b.billed_amount, b.billed_goods, b.billed_variance, d.date
     FROM return_line b JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no JOIN document d ON d.id = b.document_id
     WHERE b.replaces = 1 AND ${among(lines, 'r.order_id', 'r.order_line_no')} AND ${stands('b.document_id')} ORDER BY b.document_id, b.line_no`,
    keys,
  );
  const ahead = await citing(reading, 'SELECT b.*, d.date FROM bill_line b JOIN document d ON d.id = b.document_id WHERE', 'b', 'order', lines);
  const aheadLines = [...ahead, ...reopened].map((row) => idOf(row));
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
  const estimates = byLine(
    await query(reading, `SELECT * FROM order_estimate e WHERE ${among(lines, 'e.document_id', 'e.line_no')} ORDER BY e.kind`, keys),
    'document_id',
    'line_no',
  );
  const [receiptsOf, reopenedOf, aheadOf] = [receipts, reopened, ahead].map((found) => byLine(found, 'order_id', 'order_line_no'));
  return rows.map((row) => {
    const id = idOf(row);
    const quantities = (found: Row[] | undefined) => (found ?? []).map((part) => ({ line: idOf(part), quantity: quantityOf(part.quantity) }));
    const back = (reopenedOf?.get(id) ?? []).filter((part) => big(part.billed) > 0n).map((part) => aheadOfReturn(part, taken));
    return {
      ...{ id, vendor: text(row.vendor_id), currency: text(row.currency), date: text(row.date), bought: boughtOf(row) },
      ...{ quantity: quantityOf(row.quantity), price: priceOf(row.price), discount: fractionOf(row.discount), dimensions: dimensionsOf(row) },
      estimates: (estimates.get(id) ?? []).map(estimateOf),
      receipts: quantities(receiptsOf?.get(id)),
      reopened: quantities(reopenedOf?.get(id)),
      aheads: [...(aheadOf?.get(id) ?? []).map((part) => aheadOfBill(part, taken)), ...back].sort((a, b) => entered(a.line) - entered(b.line)),
    };
  });
}

const entered = (line: LineId): number => Number(line.split('/')[0]);

/** Standing lines that cite others by the columns `<what>_id` and `<what>_line_no`, in the order of entry. */
function citing(reading: Reading, select: string, alias: string, what: string, lines: readonly LineId[]): Promise<Row[]> {
  const cited = among(lines, `${alias}.${what}_id`, `${alias}.${what}_line_no`);
  return query(reading, `${select} ${cited} AND ${stands(`${alias}.document_id`)} ORDER BY ${alias}.document_id, ${alias}.line_no`, keysOf(lines));
}

function aheadOfBill(row: Row, taken: ReadonlyMap<LineId, Row[]>): Ahead {
  const asked = row.difference === 'credit' ? big(row.price_difference) : 0n;
  const standing = base(big(row.payable) - asked);
  const goods = row.difference === 'cost' ? standing : baseOf(row.cleared);
  const known = { line: idOf(row), date: text(row.date), quantity: quantityOf(row.quantity), amount: amountOf(row.amount) };
  return { ...known, base: standing, goods, tax: baseOf(row.tax), taken: takenOf(row, taken) };
}

function aheadOfReturn(row: Row, taken: ReadonlyMap<LineId, Row[]>): Ahead {
  const known = { line: idOf(row), date: text(row.date), quantity: quantityOf(row.billed), amount: amountOf(row.billed_amount) };
  const standing = base(big(row.billed_goods) + big(row.billed_variance));
  return { ...known, base: standing, goods: baseOf(row.billed_goods), tax: base(0n), taken: takenOf(row, taken) };
}

const takenOf = (row: Row, taken: ReadonlyMap<LineId, Row[]>): AheadTaken[] => (taken.get(idOf(row)) ?? []).map(aheadTaken);

function aheadTaken(row: Row): AheadTaken {
  const amounts = { amount: amountOf(row.amount), base: baseOf(row.base_amount), goods: baseOf(row.goods), tax: baseOf(row.tax) };
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

/** Received lines with all that cites them: bills, returns, what became of their estimates. */
export async function readReceiptLines(reading: Reading, lines: readonly LineId[]): Promise<ReceiptLine[]> {
  const keys = keysOf(lines);
  const rows = await query(
    reading,
    `SELECT l.*, d.vendor_id, d.date, d.warehouse_id FROM receipt_line l JOIN document d ON d.id = l.document_id
     WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const own = (table: string, order: string) =>
    query(reading, `SELECT * FROM ${table} t WHERE ${among(lines, 't.document_id', 't.line_no')} ORDER BY ${order}`, keys);
  const dated = (table: string) => citing(reading, `SELECT t.*, d.date FROM ${table} t JOIN document d ON d.id = t.document_id WHERE`, 't', 'receipt', lines);
  const ahead = byLine(await own('receipt_ahead', 't.ahead_id, t.ahead_line_no'), 'document_id', 'line_no');
  const estimates = byLine(await own('receipt_estimate', 't.kind'), 'document_id', 'line_no');
  const used = byLine(await dated('estimate_use'), 'receipt_id', 'receipt_line_no');
  const bills = byLine(await dated('bill_line'), 'receipt_id', 'receipt_line_no');
  const returns = byLine(await dated('return_line'), 'receipt_id', 'receipt_line_no');
  const lots = await readLots(reading, lines);
  return rows.map((row) => {
    const id = idOf(row);
    const item = row.item_id;
    return {
      ...{ id, of: idOf(row, 'order_id', 'order_line_no'), vendor: text(row.vendor_id), currency: text(row.currency), rate: rateOf(row.rate) },
      ...{ date: text(row.date), bought: boughtOf(row), pool: item == null ? undefined : poolId(item, text(row.warehouse_id)) },
      ...{ quantity: quantityOf(row.quantity), lots: lots.get(id) ?? [], origin: text(row.origin), preference: isTrue(row.preference) },
      ...{ dimensions: dimensionsOf(row), amount: amountOf(row.amount), baseAmount: baseOf(row.base_amount) },
      ahead: (ahead.get(id) ?? []).map((part) => ({ ...aheadTaken(part), of: idOf(part, 'ahead_id', 'ahead_line_no') })),
      estimates: (estimates.get(id) ?? []).map((estimate) => ({ kind: text(estimate.kind), amount: baseOf(estimate.amount) })),
      estimatesUsed: (used.get(id) ?? []).map((use) => ({ line: idOf(use), date: text(use.date), kind: text(use.kind), amount: baseOf(use.amount) })),
      bills: (bills.get(id) ?? []).map(billedPart),
      returns: (returns.get(id) ?? []).map(returnedLine),
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
    ...{ line: idOf(row), date: text(row.date), unbilled: quantityOf(row.unbilled), unbilledOrdered: documentAmount(big(row.unbilled_ordered)) },
    ...{ unbilledCleared: baseOf(row.unbilled_cleared), billed: quantityOf(row.billed), billedAmount: amountOf(row.billed_amount) },
    ...{ billedGoods: baseOf(row.billed_goods), billedVariance: baseOf(row.billed_variance) },
  };
}
