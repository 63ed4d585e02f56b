import { partsOf, writeParts } from '@obolus/contract/registers/register';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { KEPT_BY } from '@obolus/core/state/stock';
import { either, figure, type Kept, partsIn, scaled, words } from './kept.ts';

/** Of amounts in base currency that are set up, whatever the currency has. */
export const AMOUNT_PLACES = 4;

export const PERCENT_PLACES = FRACTION_PLACES - 2;

export const retired = either('retired', 'yes');

export const tolerances = {
  over: figure('over_tolerance', PERCENT_PLACES),
  short: figure('short_tolerance', PERCENT_PLACES),
};

export const limits = {
  bill_over_part: figure('bill_over_part', PERCENT_PLACES),
  bill_over_amount: figure('bill_over_amount', AMOUNT_PLACES),
  bill_short_part: figure('bill_short_part', PERCENT_PLACES),
  bill_short_amount: figure('bill_short_amount', AMOUNT_PLACES),
};

export const NEVER = 'FALSE';

export const ALWAYS = 'TRUE';

export const parts = (table: string, owner: string, order: string, columns: Parameters<typeof partsIn>[3]): Kept =>
  partsIn(table, owner, order, columns, partsOf, (shown) => writeParts(shown));

export const sized = (column: string, places: number) => ({
  column,
  show: (raw: string) => formatDecimal(BigInt(raw), places),
  keep: (word: string) => scaled(word, places) ?? '0',
});

/** The same, where nothing may be said. */
export const maybeSized = (column: string, places: number) => ({
  ...sized(column, places),
  read: `COALESCE(k.${column}, '')`,
  keep: (word: string) => scaled(word, places),
});

/** The costing method and how goods are told apart are one choice. */
export const method: Kept = {
  read: "IF(t.tracking = 'serial', 'serial', t.method)",
  columns: (text) => ({ method: KEPT_BY[text]?.method, tracking: KEPT_BY[text]?.tracking }),
};

export const identifiers = { tax_number: words('tax_number'), gln: words('gln') };

/** One of several words, kept as another: `kept` by the word on the screen. */
export const wording = (column: string, kept: Readonly<Record<string, string>>): Kept => ({
  read: `t.${column}`,
  show: (raw) => Object.keys(kept).find((word) => word !== '' && kept[word] === raw) ?? raw,
  columns: (text) => ({ [column]: kept[text] ?? '' }),
});
