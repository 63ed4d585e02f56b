import type { EntityManager } from 'typeorm';
import { type Row, text } from './figures.ts';
import { isOpen } from './openOfOrder.ts';

/** SQL: bills of received line `r` that are not paid. */
const UNPAID_OF_RECEIVED = `SELECT 1 FROM bill_line b JOIN open_item x ON x.line_document_id = b.document_id AND ${isOpen('to-pay')}
  WHERE b.receipt_id = r.document_id AND b.receipt_line_no = r.line_no`;

/** SQL: received line `r` is not all billed, or what went back of it is not credited, or a bill of it is not paid. */
const UNSETTLED = `EXISTS (SELECT 1 FROM open_item x WHERE x.line_document_id = r.document_id AND x.line_no = r.line_no AND ${isOpen('to-bill')})
  OR EXISTS (SELECT 1 FROM return_line t JOIN open_item x ON x.line_document_id = t.document_id AND x.line_no = t.line_no AND ${isOpen('to-credit')}
    WHERE t.receipt_id = r.document_id AND t.receipt_line_no = r.line_no)
  OR EXISTS (${UNPAID_OF_RECEIVED})`;

/** Receipts of which everything is billed, credited and paid (accounting.md has no rule of it: it is what is open, together). */
export async function completeReceipts(manager: EntityManager, receipts: readonly string[]): Promise<Set<string>> {
  if (receipts.length === 0) return new Set();
  const rows: Row[] = await manager.query(
    `SELECT d.id FROM document d WHERE d.id IN (?) AND NOT EXISTS (SELECT 1 FROM receipt_line r WHERE r.document_id = d.id AND (${UNSETTLED}))`,
    [receipts],
  );
  return new Set(rows.map((row) => text(row.id)));
}

/** Orders of which nothing is to come any more, and everything is billed, credited and paid. */
export async function completeOrders(manager: EntityManager, orders: readonly string[]): Promise<Set<string>> {
  if (orders.length === 0) return new Set();
  const rows: Row[] = await manager.query(
    `SELECT d.id FROM document d WHERE d.id IN (?)
     AND NOT EXISTS (SELECT 1 FROM open_item x WHERE x.line_document_id = d.id AND ${isOpen('to-receive')})
     AND NOT EXISTS (SELECT 1 FROM bill_line b JOIN open_item x ON x.line_document_id = b.document_id AND x.is_open = 1
       AND (x.kind = 'to-pay' OR (x.kind = 'billed-ahead' AND x.line_no = b.line_no)) WHERE b.order_id = d.id)
     AND NOT EXISTS (SELECT 1 FROM receipt_line r WHERE r.order_id = d.id AND (${UNSETTLED}))`,
    [orders],
  );
  return new Set(rows.map((row) => text(row.id)));
}
