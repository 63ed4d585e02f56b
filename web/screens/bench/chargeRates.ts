import type { LandedGoods } from '@obolus/contract/views/receiving';
import {
  formatAmount,
  formatQuantity,
  forOne,
  lineAmount,
  price,
  PRICE_PLACES,
  quantity,
  QUANTITY_PLACES,
} from '@obolus/core/exact/amounts';
import { powerOfTen } from '@obolus/core/exact/rounding';
import { scaled } from '../../parts/exact.ts';

/** What a charge may be billed by: a stock unit, a kilogram, a cubic metre, a receipt, or a customs entry. */
export const RATED_BY = ['unit', 'weight', 'volume', 'receipt', 'entry'] as const;
export type RatedBy = (typeof RATED_BY)[number];

/** So much of a charge for each of something, as an agreement or the paper says. */
export interface ChargeRate {
  readonly by: RatedBy;
  readonly rate: string;
  /** How many; what the goods make where empty. */
  readonly count: string;
}

/**
 * How many there are of it on received goods. Undefined where some of them do not say their weight or volume, or are counted in different units; goods
 * that no customs entry declares yet will be of one.
 */
export function countOf(by: RatedBy, goods: readonly LandedGoods[]): string | undefined {
  switch (by) {
    case 'entry':
      return String(new Set(goods.flatMap(({ entries }) => entries)).size || 1);
    case 'receipt':
      return String(new Set(goods.map(({ receipt }) => receipt.id)).size);
    case 'unit':
      return new Set(goods.map(({ item }) => item.unit)).size > 1 ? undefined : measured(goods, () => '1');
    case 'weight':
    case 'volume':
      return measured(goods, ({ item }) => item[by]);
  }
}

function measured(goods: readonly LandedGoods[], each: (line: LandedGoods) => string | null): string | undefined {
  let sum = 0n;
  for (const line of goods) {
    const [one, received] = [scaled(each(line) ?? '', QUANTITY_PLACES), scaled(line.received, QUANTITY_PLACES)];
    if (one === undefined || received === undefined) return undefined;
    sum += one * received;
  }
  return formatQuantity(quantity(sum / powerOfTen(QUANTITY_PLACES)));
}

/** Quantity × rate, rounded once; undefined where either is no figure. */
export function amountAt({ rate }: ChargeRate, count: string, currency: string): string | undefined {
  const [each, many] = [scaled(rate, PRICE_PLACES), scaled(count, QUANTITY_PLACES)];
  if (each === undefined || many === undefined) return undefined;
  return formatAmount(lineAmount(quantity(many), forOne(price(each)), currency), currency);
}
