import type { Item } from '@obolus/core/state/stock';
import type { Measured } from '@obolus/core/tariff/duty';
import { RATE_UNITS } from '@obolus/core/tariff/schedule';
import type { BooksLoader } from './loader.ts';
import { PACKS, packsOf } from './packs.ts';
import {
  allowanceIn,
  distinct,
  idOf,
  priceOf,
  quantityOf,
  query,
  type Reading,
  type Row,
  stands,
  text,
  toleranceOf,
} from './rows.ts';

export const loadItems = (loader: BooksLoader, ids: readonly string[]): Promise<void> =>
  loader.keep('items', ids, async (missing) => {
    const items = await readItems(loader.reading, missing, loader.company.currency);
    for (const { id, number } of items) loader.names.items.set(id, number);
    return items.map((item) => [item.id, item]);
  });

/** The items that rows of lines name, for whoever asks for them beside. */
export const itemsOf =
  (loader: BooksLoader) =>
  (rows: readonly Row[]): Promise<void> =>
    loadItems(
      loader,
      rows.flatMap(({ item_id: item }) => item ?? []),
    );

/** Items with their standards, the first and its changes in the order of the fold. */
export async function readItems(
  reading: Reading,
  ids: readonly string[],
  currency: string,
): Promise<(Item & { number: string })[]> {
  if (ids.length === 0) return [];
  const rows = await query(reading, `SELECT i.*, ${PACKS} AS packs FROM item i WHERE i.id IN (?)`, [distinct(ids)]);
  const standard = rows.filter((row) => row.method === 'standard').map((row) => row.id);
  const changes =
    standard.length === 0
      ? []
      : await query(
          reading,
          `SELECT * FROM standard_line s WHERE s.item_id IN (?) AND ${stands('s.document_id')} ORDER BY s.date, s.document_id, s.line_no`,
          [standard],
        );
  return rows.map((row) => ({
    id: text(row.id),
    number: text(row.number),
    method: text(row.method) as Item['method'],
    tracking: text(row.tracking) as Item['tracking'],
    unit: text(row.unit),
    packs: packsOf(row.packs),
    weight: row.weight == null ? undefined : quantityOf(row.weight),
    volume: row.volume == null ? undefined : quantityOf(row.volume),
    supplementary: measuredIn(row).supplementary,
    tariffCode: text(row.tariff_code),
    origin: text(row.origin),
    tolerance: toleranceOf(row),
    allowance: allowanceIn(row, currency),
    standards:
      row.method === 'standard'
        ? [
            { line: '' as const, date: '', standard: priceOf(row.standard) },
            ...changes
              .filter((change) => change.item_id === row.id)
              .map((change) => ({ line: idOf(change), date: text(change.date), standard: priceOf(change.standard) })),
          ]
        : [],
  }));
}

/** How an item is counted: its stock unit, its weight, and how much of another unit that customs counts in one is. */
export function measuredIn(row: Row): Measured {
  const unit = RATE_UNITS.find((known) => known === row.customs_unit);
  const { customs_quantity: counted } = row;
  return {
    unit: text(row.unit),
    weight: row.weight == null ? undefined : quantityOf(row.weight),
    supplementary: unit !== undefined && counted != null ? [{ unit, quantity: quantityOf(counted) }] : [],
  };
}
