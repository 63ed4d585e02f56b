import type { EntityManager } from 'typeorm';
import { ONE_TO_ONE, rate, type Rate } from '@obolus/core/exact/amounts';
import { rateAcross } from '@obolus/core/purchasing/crossRate';
import { big, type Row, text } from './figures.ts';

/** The cross rates of a day: units of each other currency that has a rate for one of `currency`; none where it has no rate itself. */
export async function ratesAcross(
  manager: EntityManager,
  baseCurrency: string,
  currency: string,
  on: string,
): Promise<ReadonlyMap<string, Rate>> {
  const rows: Row[] = await manager.query(
    `SELECT r.currency, r.rate FROM exchange_rate r
     JOIN (SELECT currency, MAX(from_day) AS from_day FROM exchange_rate WHERE from_day <= ? GROUP BY currency) latest USING (currency, from_day) ORDER BY r.currency`,
    [on],
  );
  const toBase = new Map([
    [baseCurrency, ONE_TO_ONE],
    ...rows.map((row) => [text(row.currency), rate(big(row.rate))] as const),
  ]);
  const own = toBase.get(currency);
  if (own === undefined) return new Map();
  return new Map(
    [...toBase].flatMap(([other, base]) => (other === currency ? [] : [[other, rateAcross(own, base)] as const])),
  );
}
