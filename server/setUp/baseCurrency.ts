import type { EntityManager } from 'typeorm';

/** The currency of the books. */
export async function baseCurrency(manager: EntityManager): Promise<string> {
  const [row] = (await manager.query('SELECT currency FROM company WHERE id = 1')) as { currency: string }[];
  return row?.currency ?? 'USD';
}
