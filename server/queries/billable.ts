import type { EntityManager } from 'typeorm';
import type { BillableView } from '@obolus/contract/views/bench';
import { shipmentOf } from './cameOn.ts';
import { BILLABLE_AHEAD, isOpen, openLines, RECEIVED } from './openOfOrder.ts';
import { upTo } from '../storage/upTo.ts';
import { askedIn, ITEM_COLUMNS, itemOf, type Row, showDiscount, showPrice, showQuantity, text } from './figures.ts';

const MOST = 2000;

/** What of a vendor a bill may be for: first what is received and not all billed, then what is on order and neither received nor billed. */
export async function listBillable(
  manager: EntityManager,
  vendor: string,
): Promise<{ rows: BillableView[]; more: boolean }> {
  const received: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.quantity, l.currency, l.expense, l.order_line_no, d.number, d.date, d.reference, ${shipmentOf('l')} AS shipment, o.id AS order_id, o.number AS order_number, ot.terms_id,
            ol.quantity AS ordered, ol.unit, COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, ol.tax_code,
            l.quantity AS received, x.quantity AS open, ${ITEM_COLUMNS}
     FROM ${openLines('receipt_line')} JOIN document d ON d.id = l.document_id LEFT JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.order_id
     JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id LEFT JOIN order_terms ot ON ot.document_id = o.id
     WHERE x.vendor_id = ? AND ${isOpen('to-bill')} ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [vendor],
  );
  const ordered: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.quantity, d.currency, l.expense, d.number AS order_number, d.id AS order_id, l.line_no AS order_line_no, ot.terms_id, l.quantity AS ordered, l.unit, l.price, l.per,
            l.discount, l.tax_code, ${RECEIVED} AS received, ${BILLABLE_AHEAD} AS open, ${ITEM_COLUMNS}
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id LEFT JOIN item i ON i.id = l.item_id LEFT JOIN order_terms ot ON ot.document_id = d.id
     WHERE x.vendor_id = ? AND ${isOpen('to-receive')} AND ${BILLABLE_AHEAD} > 0 ORDER BY l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [vendor],
  );
  const [here, ahead] = [upTo(MOST, received), upTo(MOST, ordered)];
  return {
    more: here.more || ahead.more,
    rows: [
      ...here.rows.map((row) => viewOf(row, 'received')),
      ...ahead.rows.map((row) => viewOf(row, row.item_id == null ? 'service' : 'ordered')),
    ],
  };
}

const viewOf = (row: Row, state: BillableView['state']): BillableView => ({
  line: `${text(row.document_id)}/${text(row.line_no)}`,
  state,
  orderLine: `${text(row.order_id)}/${text(row.order_line_no)}`,
  currency: text(row.currency),
  taxCode: text(row.tax_code),
  receipt:
    state === 'received'
      ? {
          id: text(row.document_id),
          number: text(row.number),
          date: text(row.date),
          packingSlip: text(row.reference),
          shipment: text(row.shipment),
        }
      : null,
  order: { id: text(row.order_id), number: text(row.order_number), terms: text(row.terms_id) },
  item: itemOf(row),
  ordered: showQuantity(row.ordered),
  received: showQuantity(row.received),
  open: showQuantity(row.open),
  price: showPrice(row.price),
  unit: askedIn(row).unit,
  per: showQuantity(row.per),
  discount: showDiscount(row.discount),
});
