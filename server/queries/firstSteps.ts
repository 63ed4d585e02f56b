import type { EntityManager } from 'typeorm';
import type { FirstSteps } from '@obolus/contract/views/me';
import type { Row } from './figures.ts';

/** How much of what a first receipt needs is here. */
export async function countFirstSteps(manager: EntityManager): Promise<FirstSteps> {
  const inUse = (table: string) => `(SELECT COUNT(*) FROM ${table} WHERE retired = 0)`;
  const posted = (kind: string) => `(SELECT COUNT(*) FROM document WHERE kind = '${kind}')`;
  const [row = {}] = (await manager.query(
    `SELECT (SELECT COUNT(*) FROM account) AS accounts, ${inUse('warehouse')} AS warehouses, ${inUse('item')} AS items, ${inUse('vendor')} AS vendors,
       ${posted('opening')} AS openingStock, ${posted('order')} AS orders, ${posted('receipt')} AS receipts`,
  )) as Row[];
  const count = (name: keyof FirstSteps): number => Number(row[name] ?? 0);
  return {
    accounts: count('accounts'),
    warehouses: count('warehouses'),
    items: count('items'),
    vendors: count('vendors'),
    openingStock: count('openingStock'),
    orders: count('orders'),
    receipts: count('receipts'),
  };
}
