import type { EntityManager } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { TrailPart } from '@obolus/contract/views/documents';
import { documentAmount, rate, toBase } from '@obolus/core/exact/amounts';
import { groupBy } from '../storage/groupBy.ts';
import { stands } from '../storage/load/rows.ts';
import { amountOfLine, big, type Row, showAmount, text } from './figures.ts';

/**
 * The whole chain that a document stands in, in base currency: ordered, received, billed and charged; or delivered and
 * invoiced. It starts at the orders (deliveries) that the document goes back to, and follows everything that cites them.
 */
export async function trailOf(
  manager: EntityManager,
  currency: string,
  document: { id: string; kind: DocumentKind },
): Promise<TrailPart[]> {
  const { kind } = document;
  if (kind === 'delivery' || kind === 'invoice') return salesTrail(manager, currency, document);
  if (kind !== 'order' && kind !== 'receipt' && kind !== 'bill' && kind !== 'allocation') return [];
  const orders = await ordersOf(manager, document);
  return orders.length === 0 ? [] : purchaseTrail(manager, currency, orders);
}

async function ordersOf(manager: EntityManager, { id, kind }: { id: string; kind: DocumentKind }): Promise<string[]> {
  if (kind === 'order') return [id];
  const receipts = {
    receipt: 'SELECT ? AS receipt_id',
    bill: `SELECT receipt_id FROM bill_line WHERE document_id = ? UNION SELECT receipt_id FROM allocation_share WHERE charge_id = ?`,
    allocation: 'SELECT receipt_id FROM allocation_share WHERE document_id = ?',
  }[kind as 'receipt' | 'bill' | 'allocation'];
  const rows: Row[] = await manager.query(
    `SELECT DISTINCT order_id FROM receipt_line WHERE document_id IN (SELECT receipt_id FROM (${receipts}) cited)`,
    kind === 'bill' ? [id, id] : [id],
  );
  return rows.map((row) => text(row.order_id));
}

async function purchaseTrail(
  manager: EntityManager,
  currency: string,
  orders: readonly string[],
): Promise<TrailPart[]> {
  const ordered: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, d.currency, d.rate, l.quantity, l.price, l.per, l.discount FROM document d JOIN ordered_line l ON l.document_id = d.id WHERE d.id IN (?) ORDER BY d.id`,
    [orders],
  );
  for (const row of ordered) row.amount = amountOfLine(row, text(row.currency)).toString();
  const received: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, o.currency, o.rate, l.amount FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN document o ON o.id = l.order_id WHERE l.order_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
    [orders],
  );
  const billed: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, o.currency, o.rate, b.amount FROM receipt_line l JOIN bill_line b ON b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no
     JOIN document d ON d.id = b.document_id JOIN document o ON o.id = l.order_id WHERE l.order_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
    [orders],
  );
  const charged: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, SUM(s.amount) AS amount FROM receipt_line l JOIN allocation_share s ON s.receipt_id = l.document_id AND s.receipt_line_no = l.line_no
     JOIN document d ON d.id = s.document_id WHERE l.order_id IN (?) AND ${stands('d.id')} GROUP BY d.id, d.kind, d.number, d.date ORDER BY d.id`,
    [orders],
  );
  return [
    partOf('Ordered', ordered, currency),
    partOf('Received', received, currency),
    partOf('Billed', billed, currency),
    partOf('Charges on it', charged, currency),
  ];
}

async function salesTrail(
  manager: EntityManager,
  currency: string,
  { id, kind }: { id: string; kind: DocumentKind },
): Promise<TrailPart[]> {
  const from: Row[] =
    kind === 'delivery'
      ? [{ id }]
      : await manager.query('SELECT DISTINCT delivery_id AS id FROM invoice_line WHERE document_id = ?', [id]);
  const deliveries = from.map((row) => row.id);
  const delivered: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, COALESCE(-SUM(c.amount), 0) AS amount FROM document d LEFT JOIN value_change c ON c.line_document_id = d.id WHERE d.id IN (?) GROUP BY d.id, d.kind, d.number, d.date ORDER BY d.id`,
    [deliveries],
  );
  const invoiced: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, COALESCE(SUM(c.amount), 0) AS amount FROM invoice_line l JOIN document d ON d.id = l.document_id
     LEFT JOIN value_change c ON c.line_document_id = l.document_id AND c.line_no = l.line_no WHERE l.delivery_id IN (?) GROUP BY d.id, d.kind, d.number, d.date ORDER BY d.id`,
    [deliveries],
  );
  return [partOf('Delivered, at cost', delivered, currency), partOf('Invoiced, at cost', invoiced, currency)];
}

/**
 * A part of the trail in base currency. Goods are taken at their order's rate, converted once for all lines of a currency and
 * rate: a gap in the ribbon is then quantity or price, never exchange or rounding. Rows without a currency are in base already.
 */
function partOf(label: string, rows: readonly Row[], currency: string): TrailPart {
  const documents = [...groupBy(rows, (row) => text(row.id)).values()].map((lines) => {
    const [first] = lines;
    const amount = inBase(lines, currency);
    return {
      id: text(first?.id),
      kind: text(first?.kind) as DocumentKind,
      number: text(first?.number),
      date: text(first?.date),
      amount: showAmount(amount, currency),
    };
  });
  return {
    label,
    amount: showAmount(inBase(rows, currency), currency),
    documents,
  };
}

function inBase(rows: readonly Row[], currency: string): bigint {
  const groups = groupBy(rows, (row) => `${row.currency ?? ''}|${row.rate ?? ''}`);
  return [...groups.values()].reduce((total, group) => {
    const sum = group.reduce((amount, row) => amount + big(row.amount), 0n);
    const [first] = group;
    return (
      total +
      (first?.currency == null ? sum : toBase(documentAmount(sum), first.currency, rate(big(first.rate)), currency))
    );
  }, 0n);
}
