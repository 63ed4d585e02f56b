import type { EntityManager } from 'typeorm';
import type { Role } from '@obolus/contract/roles';
import type { OpenOrderLine } from '@obolus/contract/views/orders';

/** Whether goods are to be counted without seeing what was ordered: if the company wants it, by those who receive. */
export async function countsBlind(manager: EntityManager, role: Role): Promise<boolean> {
  if (role !== 'receiver') return false;
  const [company] = (await manager.query('SELECT blind FROM company WHERE id = 1')) as { blind: number }[];
  return Number(company?.blind ?? 0) === 1;
}

/** A line as somebody sees it who counts blind: what goods may come, not how many. */
export const unseen = (line: OpenOrderLine): OpenOrderLine => ({
  ...line,
  ordered: '',
  asked: '',
  received: '',
  open: '',
  mayBeOver: '',
  mayBeShort: '',
});
