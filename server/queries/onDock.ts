import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { groupBy } from '../storage/groupBy.ts';
import { stands } from '../storage/load/rows.ts';
import { ITEM_COLUMNS, itemOf, showQuantity, text, type Row } from './figures.ts';
import { isOpen, openLines } from './openOfOrder.ts';
import { upTo } from '../storage/upTo.ts';

const MOST = 500;

/** Received goods in warehouses that have bins, not put away yet, the longest first. */
export async function listOnDock(manager: EntityManager): Promise<ReplyOf<typeof api.onDock>> {
  const docks: Row[] = await manager.query("SELECT DISTINCT warehouse_id FROM bin WHERE kind = 'dock'");
  if (docks.length === 0) return { rows: [], more: false };
  const found: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.quantity, x.quantity AS stays, d.number, d.date, d.reference, v.id AS vendor_id, v.name AS vendor, w.id AS warehouse_id, w.name AS warehouse, ${ITEM_COLUMNS}
     FROM ${openLines('receipt_line')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id JOIN warehouse w ON w.id = d.warehouse_id JOIN item i ON i.id = l.item_id
     WHERE ${isOpen('to-put-away')} AND x.part IN (?) ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [docks.map((row) => text(row.warehouse_id))],
  );
  const { rows, more } = upTo(MOST, found);
  const bins = await usualBins(manager, [...new Set(rows.map((row) => text(row.item_id)))]);
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
      item: itemOf(row),
      warehouse: { id: text(row.warehouse_id), name: text(row.warehouse) },
      received: showQuantity(row.quantity),
      left: showQuantity(row.stays),
      bins: bins.get(`${text(row.item_id)} ${text(row.warehouse_id)}`) ?? [],
    })),
  };
}

/** The bins in which items were put before, by item and warehouse, the latest first. */
async function usualBins(manager: EntityManager, items: readonly string[]): Promise<ReadonlyMap<string, string[]>> {
  if (items.length === 0) return new Map();
  const rows: Row[] = await manager.query(
    `SELECT r.item_id, d.warehouse_id, t.bin, MAX(t.document_id) AS latest FROM put_away_line t JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no
     JOIN document d ON d.id = r.document_id WHERE r.item_id IN (?) AND ${stands('t.document_id')} GROUP BY r.item_id, d.warehouse_id, t.bin ORDER BY latest DESC`,
    [items],
  );
  const byPlace = groupBy(rows, (row) => `${text(row.item_id)} ${text(row.warehouse_id)}`);
  return new Map([...byPlace].map(([place, some]) => [place, some.map((row) => text(row.bin))]));
}
