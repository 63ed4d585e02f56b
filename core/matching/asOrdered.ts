import {
  type DocumentAmount,
  lineAmount,
  ONE_UNIT,
  price,
  type Price,
  type Pricing,
  quantity,
  type Quantity,
} from '../exact/amounts.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { Pack } from '../state/stock.ts';
import { packSizeOf } from '../purchasing/packs.ts';

/** What a paper asks for goods: so much of its unit, at a price for so many of these, and what that comes to. */
export interface Asked {
  readonly quantity: Quantity;
  readonly unit: string;
  readonly price: Price;
  readonly per: Quantity;
  readonly amount: DocumentAmount;
}

/** The order's own price where it makes what the paper asks; else the paper's, for as many as the order's is for, before the order's discount. */
export function priceAsOrdered(asked: Asked, line: Pricing, size: bigint, currency: string): Price {
  const inStock = quantity((asked.quantity * size) / ONE_UNIT);
  if (lineAmount(inStock, line, currency) === asked.amount) return line.price;
  const left = ONE_UNIT - line.discount;
  return left === 0n
    ? line.price
    : price(divideRounded(asked.price * line.per * ONE_UNIT * ONE_UNIT, asked.per * size * left));
}

/** What a paper asks, in stock units and at a price as an order line counts it; undefined where its goods are not counted in that unit. */
export function askedOfLine(
  asked: Asked,
  line: Pricing & { readonly unit: string; readonly packs: readonly Pack[] },
  currency: string,
): { quantity: Quantity; price: Price } | undefined {
  const size = packSizeOf(asked.unit, '', line);
  if (size === undefined) return undefined;
  return { quantity: quantity((asked.quantity * size) / ONE_UNIT), price: priceAsOrdered(asked, line, size, currency) };
}
