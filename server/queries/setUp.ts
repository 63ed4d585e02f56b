import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { groupBy } from '../storage/groupBy.ts';
import { stands } from '../storage/load/rows.ts';
import { ITEM_COLUMNS, itemOf, showPrice, showQuantity, text, type Row } from './figures.ts';

export async function listItems(manager: EntityManager): Promise<ReplyOf<typeof api.items>> {
  const rows: Row[] = await manager.query(`SELECT ${ITEM_COLUMNS} FROM item i ORDER BY i.number`);
  return { rows: rows.map(itemOf) };
}

export async function listVendors(manager: EntityManager): Promise<ReplyOf<typeof api.vendors>> {
  const rows: Row[] = await manager.query('SELECT id, number, name, currency, terms_days FROM vendor ORDER BY name');
  return {
    rows: rows.map((row) => ({
      id: text(row.id),
      number: text(row.number),
      name: text(row.name),
      currency: text(row.currency),
      termsDays: Number(row.terms_days),
    })),
  };
}

export async function listWarehouses(manager: EntityManager): Promise<ReplyOf<typeof api.warehouses>> {
  const rows: Row[] = await manager.query('SELECT id, code, name FROM warehouse ORDER BY id');
  return { rows: rows.map((row) => ({ id: text(row.id), code: text(row.code), name: text(row.name) })) };
}

/** What is known of buying from a vendor, by item. */
export async function listPrices(manager: EntityManager, vendor: string): Promise<ReplyOf<typeof api.prices>> {
  const numbers: Row[] = await manager.query('SELECT item_id, number FROM vendor_item WHERE vendor_id = ?', [vendor]);
  const listed: Row[] = await manager.query('SELECT * FROM vendor_price WHERE vendor_id = ? ORDER BY item_id, unit, least, from_day', [vendor]);
  const ordered: Row[] = await manager.query(
    `SELECT l.item_id, l.unit, l.price, d.number FROM ordered_line l JOIN document d ON d.id = l.document_id
     WHERE d.vendor_id = ? AND d.kind = 'order' AND l.item_id IS NOT NULL AND ${stands('d.id')} ORDER BY l.document_id DESC, l.line_no DESC LIMIT 2000`,
    [vendor],
  );
  const number = new Map(numbers.map((row) => [text(row.item_id), text(row.number)]));
  const lists = groupBy(listed, (row) => text(row.item_id));
  const orders = groupBy(ordered, (row) => text(row.item_id));
  return {
    rows: [...new Set([...number.keys(), ...lists.keys(), ...orders.keys()])].map((item) => {
      const last = orders.get(item)?.[0];
      return {
        ...{ item, number: number.get(item) ?? '', list: (lists.get(item) ?? []).map(listedPrice) },
        last: last === undefined ? null : { order: text(last.number), unit: text(last.unit), price: showPrice(last.price) },
      };
    }),
  };
}

const listedPrice = (row: Row) => ({
  ...{ unit: text(row.unit), least: showQuantity(row.least), from: text(row.from_day), to: row.to_day ?? null, price: showPrice(row.price) },
});
