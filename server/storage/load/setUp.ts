import type { BinKind } from '@obolus/core/state/stock';
import { digitsOf, RATE_UNITS, type TariffRate } from '@obolus/core/tariff/schedule';
import { groupBy } from '../groupBy.ts';
import { readTaxLevels } from './taxCodes.ts';
import type { BooksLoader } from './loader.ts';
import { fractionOf, isTrue, limitOf, optional, priceOf, query, rateOf, type Reading, type Row, text } from './rows.ts';

/** The rates of exchange that hold from one day to another; where only one is said, of each foreign currency the latest. */
export async function loadRates(
  loader: BooksLoader,
  currencies: readonly string[],
  until: string,
  since = until,
): Promise<void> {
  const foreign = currencies.filter((currency) => currency !== loader.company.currency);
  await loader.keep('rates', foreign, async (missing) => {
    const latest =
      'SELECT currency, MAX(from_day) AS from_day FROM exchange_rate WHERE currency IN (?) AND from_day <= ? GROUP BY currency';
    const rows = await query(
      loader.reading,
      `SELECT r.* FROM exchange_rate r LEFT JOIN (${latest}) first ON first.currency = r.currency
       WHERE r.currency IN (?) AND r.from_day <= ? AND r.from_day >= COALESCE(first.from_day, r.from_day)`,
      [missing, since, missing, until],
    );
    return [...groupBy(rows, (row) => text(row.currency))].map(([currency, dated]) => [
      currency,
      dated.map((row) => ({ from: text(row.from_day), rate: rateOf(row.rate) })),
    ]);
  });
}

export async function loadTariff(loader: BooksLoader, codes: readonly (string | undefined)[]): Promise<void> {
  for (const code of codes) if (code) loader.tariffCodes.add(code);
  const found = await readTariff(loader.reading, [...loader.tariffCodes], loader.company.currency);
  await loader.keepList('tariff', () => Promise.resolve(found));
}

/**
 * Rates that may apply to goods of these codes: of each code the digits that it begins with, so that the size of the schedule matters little.
 * A rate for any code is among them.
 */
export async function readTariff(reading: Reading, codes: readonly string[], currency: string): Promise<TariffRate[]> {
  const prefixes = new Set(
    codes.map(digitsOf).flatMap((digits) => [...digits].map((_, at) => digits.slice(0, at + 1))),
  );
  if (prefixes.size === 0) return [];
  const rows = await query(reading, 'SELECT * FROM tariff_rate WHERE digits IN (?)', [['', ...prefixes]]);
  return rows.map((row) => tariffRate(row, currency));
}

/** A row of the schedule. */
export const tariffRate = (row: Row, currency: string): TariffRate => ({
  measure: text(row.measure),
  code: text(row.code),
  origin: text(row.origin) || undefined,
  preference: isTrue(row.preference),
  from: text(row.from_day),
  to: optional(row.to_day),
  suspended: row.suspended_from == null ? undefined : { from: row.suspended_from, to: optional(row.suspended_to) },
  percent: fractionOf(row.percent),
  perUnit: priceOf(row.per_unit),
  unit: RATE_UNITS.find((unit) => unit === row.unit) ?? 'stock-unit',
  combine: row.combine === 'higher' || row.combine === 'lower' ? row.combine : 'sum',
  floor: limitOf(row.floor, currency),
  cap: limitOf(row.cap, currency),
  limits: row.limits === 'entry' ? 'entry' : 'line',
});

/** The bins of every warehouse. */
export const loadBins = (loader: BooksLoader): Promise<void> =>
  loader.keepAll('bins', async () => {
    const found = new Map<string, Map<string, BinKind>>();
    for (const row of await query(loader.reading, 'SELECT warehouse_id, code, kind FROM bin')) {
      const bins = found.get(text(row.warehouse_id)) ?? new Map<string, BinKind>();
      found.set(text(row.warehouse_id), bins.set(text(row.code), text(row.kind) as BinKind));
    }
    return found;
  });

/** The taxes of every code. */
export const loadTaxCodes = (loader: BooksLoader): Promise<void> =>
  loader.keepAll('taxCodes', () => readTaxLevels(loader.reading.manager));
