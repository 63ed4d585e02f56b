import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { gapsOn } from '@obolus/core/tariff/gaps';
import { measuredIn } from '../storage/load/items.ts';
import { tariffRate } from '../storage/load/setUp.ts';
import { upTo } from '../storage/upTo.ts';
import { type Row, text } from './figures.ts';

/** So many are named. */
const MOST = 200;

/** Items in use for which duty cannot be calculated on a day: those without a code, those whose code no rate reaches, and those that a rate is for by a unit that they do not say. */
export async function listTariffGaps(
  manager: EntityManager,
  on: string,
  currency: string,
): Promise<ReplyOf<typeof api.tariffGaps>> {
  const rates: Row[] = await manager.query(
    'SELECT * FROM tariff_rate WHERE preference = 0 AND from_day <= ? AND (to_day IS NULL OR to_day >= ?)',
    [on, on],
  );
  const gapOf = gapsOn(
    rates.map((row) => tariffRate(row, currency)),
    on,
  );
  const items: Row[] = await manager.query(
    'SELECT id, number, name, unit, weight, customs_unit, customs_quantity, tariff_code, origin FROM item WHERE retired = 0 ORDER BY number',
  );
  const found = items.flatMap((row) => {
    const goods = { code: text(row.tariff_code), origin: text(row.origin) };
    const gap = gapOf({ ...goods, ...measuredIn(row) });
    return gap === undefined
      ? []
      : [{ item: { id: text(row.id), number: text(row.number), name: text(row.name) }, ...goods, gap }];
  });
  const { rows, more } = upTo(MOST, found);
  return { more, rows };
}
