import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { showQuantity, text, type Row } from './figures.ts';
import { isOpen, openLines } from './openOfOrder.ts';
import { upTo } from '../storage/upTo.ts';

const MOST = 500;

const HELD = `SELECT l.document_id, l.line_no, l.quantity, l.reason, l.place, l.photo_id, x.quantity AS stays, COALESCE(i.name, ol.expense, l.what) AS what, COALESCE(i.unit, '') AS unit,
    d.number, d.date, d.reference, d.vendor_id, v.name AS vendor, o.id AS order_id, o.number AS order_number
  FROM ${openLines('receipt_held')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id
  LEFT JOIN document o ON o.id = l.order_id LEFT JOIN ordered_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no
  LEFT JOIN item i ON i.id = COALESCE(l.item_id, ol.item_id)`;

/** What is still held, the longest first. */
export async function listHeldGoods(manager: EntityManager): Promise<ReplyOf<typeof api.heldGoods>> {
  const found: Row[] = await manager.query(
    `${HELD} WHERE ${isOpen('held')} ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      receipt: {
        id: text(row.document_id),
        number: text(row.number),
        date: text(row.date),
        packingSlip: text(row.reference),
      },
      vendor: { id: text(row.vendor_id), name: text(row.vendor) },
      order: row.order_id == null ? null : { id: row.order_id, number: text(row.order_number) },
      what: text(row.what),
      unit: text(row.unit),
      quantity: showQuantity(row.quantity),
      left: showQuantity(row.stays),
      reason: text(row.reason),
      place: text(row.place),
      photo: row.photo_id ?? null,
    })),
  };
}

/** What was held when a receipt was taken, in words. */
export async function heldOf(manager: EntityManager, receipt: string): Promise<string[]> {
  const rows: Row[] = await manager.query(`${HELD} WHERE x.kind = 'held' AND l.document_id = ? ORDER BY l.line_no`, [
    receipt,
  ]);
  return rows.map(
    (row) =>
      `${[showQuantity(row.quantity), text(row.unit), text(row.what)].filter(Boolean).join(' ')}: ${[text(row.reason), text(row.place)].filter(Boolean).join(', ')}`,
  );
}
