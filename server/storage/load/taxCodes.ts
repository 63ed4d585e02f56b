import type { EntityManager } from 'typeorm';
import type { TaxLevel } from '@obolus/core/state/company';
import { fraction, FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { powerOfTen } from '@obolus/core/exact/rounding';
import { askTogether } from '../askedTogether.ts';
import { fractionOf, isTrue, text } from './rows.ts';

const ALL = powerOfTen(FRACTION_PLACES).toString();

/** The taxes of every code, level by level. */
export async function readTaxLevels(manager: EntityManager): Promise<ReadonlyMap<string, readonly TaxLevel[]>> {
  const rows = await askTogether(
    manager,
    'SELECT c.code, l.* FROM tax_code c JOIN tax_level l ON l.tax_code_id = c.id ORDER BY c.id, l.level_no',
    [],
  );
  const levels = new Map<string, TaxLevel[]>();
  for (const row of rows) {
    const level = {
      name: text(row.name),
      percent: fractionOf(row.percent),
      reclaimed: isTrue(row.recoverable) ? fractionOf(row.reclaimed ?? ALL) : fraction(0n),
      onTop: isTrue(row.on_top),
      selfAssessed: isTrue(row.self_assessed),
      withDiscount: isTrue(row.with_discount),
    };
    levels.set(text(row.code), [...(levels.get(text(row.code)) ?? []), level]);
  }
  return levels;
}
