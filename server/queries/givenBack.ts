import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { ITEM_COLUMNS, itemOf, type Row, showPrice, showQuantity, text } from './figures.ts';

const MOST = 1000;

const sumOf = (column: string, table: string) =>
  `(SELECT COALESCE(SUM(t.${column}), 0) FROM ${table} t WHERE t.delivery_id = l.document_id AND t.delivery_line_no = l.line_no AND ${stands('t.document_id')})`;

/** Delivered goods of a customer of which something can come back, the latest first; with the price that they were invoiced at last. */
export async function listGivenBack(
  manager: EntityManager,
  customer: string,
): Promise<ReplyOf<typeof api.linesToGiveBack>> {
  const found: Row[] = await manager.query(
    `SELECT y.* FROM (SELECT l.document_id, l.line_no, l.quantity, d.number, d.date, d.customer, d.warehouse_id, w.name AS warehouse, ${ITEM_COLUMNS},
            ${sumOf('quantity', 'customer_return_line')} AS back, ${sumOf('quantity', 'invoice_line')} - ${sumOf('invoiced', 'customer_return_line')} AS invoiced,
            (SELECT n.price FROM invoice_line n WHERE n.delivery_id = l.document_id AND n.delivery_line_no = l.line_no AND ${stands('n.document_id')} ORDER BY n.document_id DESC LIMIT 1) AS price
       FROM delivery_line l JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id JOIN warehouse w ON w.id = d.warehouse_id
       WHERE d.customer = ? AND ${stands('d.id')}) y
     WHERE y.quantity > y.back ORDER BY y.date DESC, y.document_id DESC, y.line_no LIMIT ${MOST + 1}`,
    [customer],
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      delivery: { id: text(row.document_id), number: text(row.number), date: text(row.date), customer },
      item: itemOf(row),
      warehouse: { id: text(row.warehouse_id), name: text(row.warehouse) },
      left: showQuantity((BigInt(row.quantity ?? 0) - BigInt(row.back ?? 0)).toString()),
      invoiced: showQuantity(row.invoiced),
      price: row.price == null ? '' : showPrice(row.price),
    })),
  };
}
