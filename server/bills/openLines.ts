import type { EntityManager } from 'typeorm';
import { fraction, price, quantity } from '@obolus/core/exact/amounts';
import type { OpenLine } from '@obolus/core/matching/billText';
import { readGoodsCalled } from '../papers/ours.ts';
import { shipmentOf } from '../queries/cameOn.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { BILLABLE_AHEAD, isOpen, openLines } from '../queries/openOfOrder.ts';
import { isTrue } from '../storage/load/rows.ts';

/** A line of a vendor that may be billed, with what its bill line says beside quantity and price. */
export interface BillableLine extends OpenLine {
  readonly taxCode: string;
  /** An expense on order: its bill stands for its receipt. */
  readonly service: boolean;
}

/** Received lines of a vendor that are not all billed, as the order prices them; then what is on order and neither received nor billed. */
export async function readBillable(manager: EntityManager, vendor: string, currency: string): Promise<BillableLine[]> {
  const received: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, COALESCE(i.name, l.expense) AS name, d.date, d.reference, ${shipmentOf('l')} AS shipment, o.number AS order_number, x.quantity AS open,
            COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, ol.tax_code, 0 AS ahead, 0 AS service
     FROM ${openLines('receipt_line')} JOIN document d ON d.id = l.document_id JOIN document o ON o.id = l.order_id LEFT JOIN item i ON i.id = l.item_id
     JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id
     WHERE x.vendor_id = ? AND l.currency = ? AND ${isOpen('to-bill')} ORDER BY d.date, l.document_id, l.line_no`,
    [vendor, currency],
  );
  const ordered: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, COALESCE(i.name, l.expense) AS name, COALESCE(l.due_day, d.date) AS date, '' AS reference, l.shipment, d.number AS order_number,
            ${BILLABLE_AHEAD} AS open, l.price, l.per, l.discount, l.tax_code, 1 AS ahead, l.item_id IS NULL AS service
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id LEFT JOIN item i ON i.id = l.item_id
     WHERE x.vendor_id = ? AND d.currency = ? AND ${isOpen('to-receive')} AND ${BILLABLE_AHEAD} > 0 ORDER BY l.document_id, l.line_no`,
    [vendor, currency],
  );
  const rows = [...received, ...ordered];
  const called = await readGoodsCalled(
    manager,
    vendor,
    rows.flatMap((row) => (row.item_id == null ? [] : [text(row.item_id)])),
  );
  return rows.map((row) => ({
    line: `${text(row.document_id)}/${text(row.line_no)}` as const,
    item: text(row.item_id) || text(row.name),
    description: text(row.name),
    order: text(row.order_number),
    slip: text(row.reference),
    shipment: text(row.shipment),
    date: text(row.date),
    quantity: quantity(big(row.open)),
    price: price(big(row.price)),
    per: quantity(big(row.per)),
    discount: fraction(big(row.discount)),
    taxCode: text(row.tax_code),
    ahead: isTrue(row.ahead),
    service: isTrue(row.service),
    ...called(text(row.item_id)),
  }));
}
