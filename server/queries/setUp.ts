import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { ITEM_COLUMNS, itemOf, showPrice, text, type Row } from './figures.ts';

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

/** The vendor's list price of each item, else the price of its last order. */
export async function listPrices(manager: EntityManager, vendor: string): Promise<ReplyOf<typeof api.prices>> {
  const listed: Row[] = await manager.query('SELECT item_id, price FROM vendor_price WHERE vendor_id = ?', [vendor]);
  const ordered: Row[] = await manager.query(
    `SELECT l.item_id, l.price, d.number FROM ordered_line l JOIN document d ON d.id = l.document_id
     WHERE d.vendor_id = ? AND d.kind = 'order' AND l.item_id IS NOT NULL ORDER BY l.document_id DESC LIMIT 2000`,
    [vendor],
  );
  const prices = new Map<string, { item: string; price: string; source: string }>();
  for (const row of listed) prices.set(text(row.item_id), { item: text(row.item_id), price: showPrice(row.price), source: 'price list' });
  for (const row of ordered) {
    const item = text(row.item_id);
    if (!prices.has(item)) prices.set(item, { item, price: showPrice(row.price), source: `last order, ${text(row.number)}` });
  }
  return { rows: [...prices.values()] };
}
