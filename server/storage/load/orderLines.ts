import { lineId, type LineId } from '@obolus/core/costing/pool';
import { base } from '@obolus/core/exact/amounts';
import type { Ahead, AheadTaken, Estimate, OrderLine, Statement } from '@obolus/core/state/purchasing';
import { groupBy } from '../groupBy.ts';
import { citing, type Further, readLines } from './citedBy.ts';
import { itemsOf } from './items.ts';
import type { BooksLoader } from './loader.ts';
import { keepOrders, readLineIds } from './orders.ts';
import { loadPrepayments } from './payables.ts';
import { loadTariff } from './setUp.ts';
import {
  among,
  amountOf,
  baseOf,
  big,
  boughtOf,
  byLine,
  dimensionsOf,
  documentsOf,
  fractionOf,
  idOf,
  isTrue,
  keysOf,
  optional,
  priceOf,
  pricingOf,
  quantityOf,
  query,
  type Reading,
  type Row,
  stands,
  text,
  WHY_CLOSED,
} from './rows.ts';

/** Lines of orders, with their orders and their items; where something is expected by tariff, the tariff. */
export async function loadOrderLines(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  const orders = documentsOf(lines);
  // The lock goes off first, the rest with it.
  await Promise.all([
    loader.lockDocuments(orders),
    keepOrders(loader, orders),
    loader.keep('orderLines', lines, async (missing) =>
      (await readOrderLines(loader.reading, missing, itemsOf(loader))).map((line) => [line.id, line]),
    ),
  ]);
  const known = lines.flatMap((line) => loader.parts.orderLines.get(line) ?? []);
  if (known.some(({ estimates }) => estimates.some(({ by }) => by === 'tariff')))
    await loadTariff(
      loader,
      known.map(({ bought }) => loader.parts.items.get(bought.item ?? '')?.tariffCode),
    );
}

/** An order with all its lines. */
export async function loadOrder(loader: BooksLoader, order: string): Promise<void> {
  await loader.lockDocuments([order]);
  await keepOrders(loader, [order]);
  await loadOrderLines(loader, await readLineIds(loader.reading, order));
}

/** The order lines that these lines of returns opened again, where they did. */
export async function loadReopened(loader: BooksLoader, returns: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(returns));
  await loadOrderLines(
    loader,
    (
      await query(
        loader.reading,
        `SELECT r.order_id AS document_id, r.order_line_no AS line_no FROM return_line t JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no
         WHERE t.replaces = 1 AND ${among(returns, 't.document_id', 't.line_no')}`,
        keysOf(returns),
      )
    ).map((row) => idOf(row)),
  );
}

/** The order lines on which goods had come whose replacement an order asks for. */
export const replacedBy = async (reading: Reading, order: string): Promise<LineId[]> =>
  (
    await query(
      reading,
      `SELECT r.order_id AS document_id, r.order_line_no AS line_no FROM order_replaces q JOIN return_line t ON t.document_id = q.return_id AND t.line_no = q.return_line_no
         JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no WHERE q.document_id = ?`,
      [order],
    )
  ).map((row) => idOf(row));

/** Prepayments for orders, where there are any, with all lines of those orders: what is still to come of them takes its part. */
export async function loadPrepaid(loader: BooksLoader, orders: readonly string[]): Promise<void> {
  const prepaid = [...new Set(orders)].filter((id) => (loader.parts.orders.get(id)?.prepaid.length ?? 0) > 0);
  for (const order of prepaid) await loadOrder(loader, order);
  const documents = prepaid.flatMap((id) => loader.parts.orders.get(id)?.prepaid ?? []);
  if (documents.length > 0) await loadPrepayments(loader, documents);
}

/** SQL: whether what went back on line `b` is ordered anew on another order. */
const takenOver = (back: string): string =>
  `EXISTS (SELECT 1 FROM order_replaces q WHERE q.return_id = ${back}.document_id AND q.return_line_no = ${back}.line_no AND ${stands('q.document_id')})`;

const OF_ORDER = {
  receipts: citing('receipt_line', 'order'),
  reopened: {
    exists: `SELECT 1 FROM return_line t JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no
      WHERE t.replaces = 1 AND r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('t.document_id')} AND NOT ${takenOver('t')}`,
    select: `SELECT b.document_id, b.line_no, b.quantity, t.order_id, t.order_line_no, b.billed, b.billed_amount, b.billed_goods, b.billed_variance, d.date
      FROM return_line b JOIN receipt_line t ON t.document_id = b.receipt_id AND t.line_no = b.receipt_line_no JOIN document d ON d.id = b.document_id
      WHERE b.replaces = 1 AND LINES AND ${stands('b.document_id')} AND NOT ${takenOver('b')} ORDER BY b.document_id, b.line_no`,
    by: ['order_id', 'order_line_no'],
  },
  replacing: {
    exists: 'SELECT 1 FROM order_replaces t WHERE t.document_id = l.document_id AND t.line_no = l.line_no',
    select: `SELECT t.document_id, t.line_no, b.document_id AS return_id, b.line_no AS return_line_no, b.billed, b.billed_amount, b.billed_goods, b.billed_variance, d.date, r.order_id, r.order_line_no
      FROM order_replaces t JOIN return_line b ON b.document_id = t.return_id AND b.line_no = t.return_line_no JOIN document d ON d.id = b.document_id
        JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no WHERE LINES ORDER BY t.document_id, t.line_no`,
    by: ['document_id', 'line_no'],
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

/** Order lines with all that cites them: receipts, bills ahead of the goods, goods that went back to be replaced. */
export async function readOrderLines(
  reading: Reading,
  lines: readonly LineId[],
  beside?: (rows: readonly Row[]) => Promise<void>,
): Promise<OrderLine[]> {
  const { rows, found } = await readLines(reading, lines, 'ordered_line', OF_ORDER, beside);
  const replacing = new Map([...found.replacing].map(([line, some]) => [line, some.map(asReturn)]));
  const aheadLines = [...found.ahead.values(), ...found.reopened.values(), ...replacing.values()]
    .flat()
    .map((row) => idOf(row));
  const [takings, earlier] = await Promise.all([
    aheadLines.length === 0
      ? []
      : query(
          reading,
          `SELECT * FROM receipt_ahead t WHERE ${among(aheadLines, 't.ahead_id', 't.ahead_line_no')} AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no`,
          keysOf(aheadLines),
        ),
    readEarlier(reading, rows),
  ]);
  const taken = byLine(takings, 'ahead_id', 'ahead_line_no');
  return rows.map((row) => {
    const id = idOf(row);
    const quantities = (cited: Row[] | undefined) =>
      (cited ?? []).map((part) => ({ line: idOf(part), quantity: quantityOf(part.quantity) }));
    const reopened = found.reopened.get(id) ?? [];
    const billed = found.ahead.get(id) ?? [];
    const [instead] = replacing.get(id) ?? [];
    const back = [...reopened, ...(instead ? [instead] : [])]
      .filter((part) => big(part.billed) > 0n)
      .map((part) => aheadOfReturn(part, taken));
    return {
      id,
      vendor: text(row.vendor_id),
      currency: text(row.document_currency),
      date: text(row.date),
      bought: boughtOf(row),
      ...statementOf(row, found.estimates.get(id) ?? []),
      earlier: earlier.get(id) ?? [],
      closed: (found.closed.get(id) ?? []).map((part) => ({
        line: idOf(part),
        date: text(part.date),
        quantity: quantityOf(part.quantity),
        reason: text(part.note),
      })),
      receipts: [...quantities(found.receipts.get(id)), ...quantities(billed.filter((part) => isTrue(part.done)))].sort(
        byEntry,
      ),
      reopened: reopened.map((part) => ({
        line: idOf(part),
        date: text(part.date),
        quantity: quantityOf(part.quantity),
      })),
      aheads: [...billed.filter((part) => !isTrue(part.done)).map((part) => aheadOfBill(part, taken)), ...back].sort(
        byEntry,
      ),
      ...(instead && {
        replaces: {
          line: idOf(instead),
          date: text(instead.date),
          of: lineId(text(instead.order_id), Number(instead.order_line_no)),
        },
      }),
    };
  });
}

/** The row of the return that an order line is in place of. */
const asReturn = (row: Row): Row => ({
  ...row,
  document_id: row.return_id ?? null,
  line_no: row.return_line_no ?? null,
});

/** What lines were before later versions of their orders stated them anew, in the order of entry. */
async function readEarlier(reading: Reading, rows: readonly Row[]): Promise<ReadonlyMap<LineId, Statement[]>> {
  const restated = rows.filter((row) => row.by_id !== row.document_id).map((row) => idOf(row));
  if (restated.length === 0) return new Map();
  const before = `${among(restated, 't.document_id', 't.line_no')} AND ${stands('t.by_id')} AND t.by_id < l.by_id`;
  const of = (table: string, more = '') =>
    query(
      reading,
      `SELECT t.*${more} FROM ${table} t JOIN ordered_line l ON l.document_id = t.document_id AND l.line_no = t.line_no WHERE ${before} ORDER BY t.by_id`,
      keysOf(restated),
    );
  const [estimated, stated] = await Promise.all([
    of('order_estimate'),
    of('order_line', ', t.warehouse_id AS line_warehouse'),
  ]);
  const estimates = groupBy(estimated, (row) => `${idOf(row)} ${text(row.by_id)}`);
  return new Map(
    [...groupBy(stated, (row) => idOf(row))].map(([line, some]) => [
      line,
      some.map((row) => statementOf(row, estimates.get(`${line} ${text(row.by_id)}`) ?? [])),
    ]),
  );
}

const statementOf = (row: Row, estimates: readonly Row[]): Statement => ({
  by: text(row.by_id),
  quantity: quantityOf(row.quantity),
  unit: text(row.unit),
  ...pricingOf(row),
  due: optional(row.due_day),
  estimates: estimates.map(estimateOf),
  dimensions: dimensionsOf(row),
  warehouse: optional(row.line_warehouse),
  taxCode: text(row.tax_code),
  shipment: text(row.shipment),
});

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
    amount: amountOf(row.in_order),
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

export function aheadTaken(row: Row): AheadTaken {
  const amounts = {
    amount: amountOf(row.amount),
    base: baseOf(row.base_amount),
    goods: baseOf(row.goods),
    tax: baseOf(row.tax),
  };
  return { line: idOf(row), quantity: quantityOf(row.quantity), ...amounts };
}

/** What is expected with an order line, from its row. */
export function estimateOf(row: Row): Estimate {
  const said = text(row.rule) === '' ? { kind: text(row.kind) } : { kind: text(row.kind), rule: text(row.rule) };
  switch (text(row.estimated_by) as Estimate['by']) {
    case 'unit':
    case 'weight':
    case 'volume':
      return { ...said, by: text(row.estimated_by) as 'unit', amount: priceOf(row.figure) };
    case 'percent':
      return { ...said, by: 'percent', percent: fractionOf(row.figure) };
    case 'flat':
      return { ...said, by: 'flat', amount: baseOf(row.figure) };
    case 'tariff':
      return { ...said, by: 'tariff' };
  }
}
