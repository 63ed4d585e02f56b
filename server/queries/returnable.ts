import type { EntityManager } from 'typeorm';
import type { ReturnableLine } from '@obolus/contract/views/payables';
import { isTrue, stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { ITEM_COLUMNS, itemOf, type Row, showQuantity, text } from './figures.ts';

const MOST = 1000;

/** What of received line `l` went back to its vendor. */
export const RETURNED = `(SELECT COALESCE(SUM(r.quantity), 0) FROM return_line r WHERE r.receipt_id = l.document_id AND r.receipt_line_no = l.line_no AND ${stands('r.document_id')})`;
const UNBILLED = `COALESCE((SELECT x.quantity FROM open_item x WHERE x.kind = 'to-bill' AND x.line_document_id = l.document_id AND x.line_no = l.line_no AND x.part = ''), 0)`;

const ORDER_CLOSED = `EXISTS (SELECT 1 FROM order_closing_line c WHERE c.order_id = l.order_id AND c.order_line_no = l.order_line_no AND ${stands('c.document_id')})`;

/** Numbers by which people know goods beside their receipt and order, each on a line of its own. */
const KNOWN = `CONCAT_WS('\n', NULLIF(d.reference, ''),
  (SELECT GROUP_CONCAT(DISTINCT COALESCE(NULLIF(b.reference, ''), b.number) SEPARATOR '\n') FROM bill_line t JOIN document b ON b.id = t.document_id
    WHERE t.receipt_id = l.document_id AND t.receipt_line_no = l.line_no AND ${stands('t.document_id')}),
  (SELECT GROUP_CONCAT(DISTINCT t.lot SEPARATOR '\n') FROM movement_lot t WHERE t.document_id = l.document_id AND t.line_no = l.line_no))`;

/** Received goods of a vendor of which something can go back, the latest first; or those of one receipt. */
export async function listReturnable(
  manager: EntityManager,
  vendor: string,
  receipt: string | undefined,
): Promise<{ rows: ReturnableLine[]; more: boolean }> {
  const found: Row[] = await manager.query(
    `SELECT y.* FROM (SELECT l.document_id, l.line_no, l.quantity, d.number, d.date, o.id AS order_id, o.number AS order_number, w.id AS warehouse_id, w.name AS warehouse,
            ${KNOWN} AS known, ${RETURNED} AS returned, ${UNBILLED} AS unbilled, ${ORDER_CLOSED} AS is_closed, ${ITEM_COLUMNS}
       FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN document o ON o.id = l.order_id JOIN item i ON i.id = l.item_id JOIN warehouse w ON w.id = d.warehouse_id
       WHERE d.vendor_id = ? AND (? IS NULL OR d.id = ?) AND ${stands('d.id')}) y
     WHERE y.quantity > y.returned ORDER BY y.date DESC, y.document_id DESC, y.line_no LIMIT ${MOST + 1}`,
    [vendor, receipt ?? null, receipt ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  return { more, rows: rows.map(viewOf) };
}

const viewOf = (row: Row): ReturnableLine => ({
  line: `${text(row.document_id)}/${text(row.line_no)}`,
  receipt: { id: text(row.document_id), number: text(row.number), date: text(row.date) },
  order: { id: text(row.order_id), number: text(row.order_number) },
  item: itemOf(row),
  warehouse: { id: text(row.warehouse_id), name: text(row.warehouse) },
  known: text(row.known).split('\n').filter(Boolean),
  received: showQuantity(row.quantity),
  left: showQuantity((BigInt(row.quantity ?? 0) - BigInt(row.returned ?? 0)).toString()),
  unbilled: showQuantity(row.unbilled),
  isClosed: isTrue(row.is_closed),
});
