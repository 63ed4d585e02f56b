import type { EntityManager } from 'typeorm';
import type { TaxLevel } from '@obolus/core/state/company';
import { fractionOf, isTrue, type Row, text } from './rows.ts';

/** The taxes of every code, level by level. */
export async function readTaxLevels(manager: EntityManager): Promise<ReadonlyMap<string, readonly TaxLevel[]>> {
  const rows: Row[] = await manager.query(
    'SELECT c.code, l.* FROM tax_code c JOIN tax_level l ON l.tax_code_id = c.id ORDER BY c.id, l.level_no',
  );
  const levels = new Map<string, TaxLevel[]>();
  for (const row of rows) {
    const level = {
      name: text(row.name),
      percent: fractionOf(row.percent),
      recoverable: isTrue(row.recoverable),
      onTop: isTrue(row.on_top),
    };
    levels.set(text(row.code), [...(levels.get(text(row.code)) ?? []), level]);
  }
  return levels;
}
