import type { Pack } from '@obolus/core/state/stock';
import { quantityOf } from './rows.ts';

/** What an item `i` is bought in beside its stock unit, in one column: no name of a unit holds a bar or an equals sign. */
export const PACKS =
  "(SELECT GROUP_CONCAT(k.unit, '=', k.size ORDER BY k.size, k.unit SEPARATOR '|') FROM item_pack k WHERE k.item_id = i.id)";

/** Codes on an item `i`, in one column. */
export const CODES =
  "(SELECT GROUP_CONCAT(k.unit, '=', k.code ORDER BY k.code SEPARATOR '|') FROM item_code k WHERE k.item_id = i.id)";

/** A column of `PACKS` or `CODES` as pairs of a unit and what is said of it. */
function pairsOf(column: string | null | undefined): [unit: string, of: string][] {
  if (column == null) return [];
  return column.split('|').map((pair) => {
    const at = pair.indexOf('=');
    return [pair.slice(0, at), pair.slice(at + 1)];
  });
}

export const codesOf = (column: string | null | undefined): { code: string; unit: string }[] =>
  pairsOf(column).map(([unit, code]) => ({ code, unit }));

export const packsOf = (column: string | null | undefined): Pack[] =>
  pairsOf(column).map(([unit, size]) => ({ unit, size: quantityOf(size) }));
