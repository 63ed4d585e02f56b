import { QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow, formatDecimal } from '@obolus/core/exact/decimal';
import { divideRounded } from '@obolus/core/exact/rounding';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { ColumnShares, OntoGoods } from './shares.ts';

/** From what percent on something is pointed out; empty for never. */
export interface Limits {
  readonly charge: string;
  readonly cost: string;
}

export interface Unusual {
  /** Charges that are large beside the goods they are on, by their place, with how many percent of them they are. */
  readonly charges: ReadonlyMap<number, string>;
  /** Lines whose unit cost is far from what the item's other receipts cost, by their place. */
  readonly lines: ReadonlyMap<number, UnusualCost>;
}

export interface UnusualCost {
  readonly after: string;
  /** What one unit cost on the item's other receipts, as an average. */
  readonly usual: string;
  /** How far it is away, in percent: below zero for cheaper. */
  readonly percent: string;
}

const COST_PLACES = 4;

/** The figures of the sheet's lines, read once: amounts in minor units, quantities in millionths, usual unit costs in ten-thousandths. */
export interface LineFigures {
  readonly goods: bigint;
  readonly lines: readonly { readonly value: bigint; readonly received: bigint; readonly usual: bigint | undefined }[];
}

export function figuresOf(
  lines: readonly LandedGoods[],
  usual: ReadonlyMap<string, string>,
  currency: string,
): LineFigures {
  const minor = (text: string) => decimalOrThrow(text, decimalsOf(currency));
  return {
    goods: lines.reduce((sum, line) => sum + minor(line.goods), 0n),
    lines: lines.map(({ value, received, item }) => {
      const cost = usual.get(item.id);
      return {
        value: minor(value),
        received: decimalOrThrow(received, QUANTITY_PLACES),
        usual: cost === undefined ? undefined : decimalOrThrow(cost, COST_PLACES),
      };
    }),
  };
}

/** What is unreasonable about a sheet, as far as it can be told: nobody is kept from posting, but nobody misses it. */
export function unusualIn(
  { goods, lines }: LineFigures,
  columns: readonly (ColumnShares | undefined)[],
  onto: OntoGoods,
  limits: Limits,
  currency: string,
): Unusual {
  const charges = new Map<number, string>();
  columns.forEach((column, at) => {
    if (limits.charge === '' || !column?.ok || goods <= 0n) return;
    const percent = divideRounded(absolute(column.total) * 1000n, goods);
    if (percent >= limitOf(limits.charge)) charges.set(at, formatDecimal(percent, 1));
  });
  const far = new Map<number, UnusualCost>();
  if (limits.cost === '') return { charges, lines: far };
  const perUnit = 10n ** BigInt(COST_PLACES + QUANTITY_PLACES - decimalsOf(currency));
  lines.forEach(({ value, received, usual }, at) => {
    if (usual === undefined || usual <= 0n || received <= 0n) return;
    const landed = onto.reduce((sum, amounts) => sum + (amounts?.[at] ?? 0n), value);
    const after = divideRounded(landed * perUnit, received);
    const percent = divideRounded((after - usual) * 1000n, usual);
    if (absolute(percent) >= limitOf(limits.cost))
      far.set(at, {
        after: formatDecimal(after, COST_PLACES, COST_PLACES),
        usual: formatDecimal(usual, COST_PLACES, COST_PLACES),
        percent: formatDecimal(percent, 1),
      });
  });
  return { charges, lines: far };
}

/** In tenths of a percent. */
const limitOf = (percent: string): bigint => decimalOrThrow(percent, 4) / 1000n;

const absolute = (figure: bigint): bigint => (figure < 0n ? -figure : figure);

/** What one unit of each item cost on average over received lines that are not on the sheet, to four decimals. */
export function usualCosts(
  known: readonly LandedGoods[],
  onSheet: ReadonlySet<string>,
  currency: string,
): ReadonlyMap<string, string> {
  const sums = new Map<string, { value: bigint; received: bigint }>();
  for (const line of known) {
    if (onSheet.has(line.line)) continue;
    const sum = sums.get(line.item.id) ?? { value: 0n, received: 0n };
    sums.set(line.item.id, {
      value: sum.value + decimalOrThrow(line.value, decimalsOf(currency)),
      received: sum.received + decimalOrThrow(line.received, QUANTITY_PLACES),
    });
  }
  return new Map(
    [...sums].flatMap(([item, { value, received }]) => {
      if (received <= 0n || value <= 0n) return [];
      const cost = divideRounded(value * 10n ** BigInt(COST_PLACES + QUANTITY_PLACES - decimalsOf(currency)), received);
      return [[item, formatDecimal(cost, COST_PLACES, COST_PLACES)] as const];
    }),
  );
}
