import { decimalsOf } from './currencies.ts';
import { decimalOrThrow, formatDecimal } from './decimal.ts';
import { divideRounded, powerOfTen } from './rounding.ts';

/**
 * The four kinds of figure, kept apart by the type checker. Each is a whole number underneath, so that comparing and
 * adding are exact; results of arithmetic get their kind back through the constructor of the same name.
 */
declare const kind: unique symbol;
type Figure<Kind extends string> = bigint & { readonly [kind]: Kind };

/** Minor units of the company's base currency. */
export type BaseAmount = Figure<'base amount'>;
/** Minor units of the currency of the document it stands on. */
export type DocumentAmount = Figure<'document amount'>;
/** Millionths of the item's stock unit. */
export type Quantity = Figure<'quantity'>;
/** Millionths of a currency unit, for one stock unit or for as many as a pack holds. */
export type Price = Figure<'price'>;
/** Base currency units for one unit of a foreign currency, 10 places. */
export type Rate = Figure<'rate'>;
/** A part of one, in millionths: 0.15 is a discount of 15 percent. */
export type Fraction = Figure<'fraction'>;

export const QUANTITY_PLACES = 6;
export const PRICE_PLACES = 6;
export const RATE_PLACES = 10;
export const FRACTION_PLACES = 6;

export const base = (minor: bigint): BaseAmount => minor as BaseAmount;
export const documentAmount = (minor: bigint): DocumentAmount => minor as DocumentAmount;
export const quantity = (scaled: bigint): Quantity => scaled as Quantity;
export const price = (scaled: bigint): Price => scaled as Price;
export const rate = (scaled: bigint): Rate => scaled as Rate;
export const fraction = (scaled: bigint): Fraction => scaled as Fraction;

export const ONE_TO_ONE = rate(powerOfTen(RATE_PLACES));
export const NO_DISCOUNT = fraction(0n);
export const ONE_UNIT = quantity(powerOfTen(QUANTITY_PLACES));
const ONE = powerOfTen(FRACTION_PLACES);

export const quantityOrThrow = (text: string): Quantity => quantity(decimalOrThrow(text, QUANTITY_PLACES));
export const priceOrThrow = (text: string): Price => price(decimalOrThrow(text, PRICE_PLACES));
export const rateOrThrow = (text: string): Rate => rate(decimalOrThrow(text, RATE_PLACES));
export const baseOrThrow = (text: string, currency: string): BaseAmount =>
  base(decimalOrThrow(text, decimalsOf(currency)));
export const documentAmountOrThrow = (text: string, currency: string): DocumentAmount =>
  documentAmount(decimalOrThrow(text, decimalsOf(currency)));

export const formatQuantity = (value: Quantity): string => formatDecimal(value, QUANTITY_PLACES);
export const formatPrice = (value: Price, atLeast = 2): string => formatDecimal(value, PRICE_PLACES, atLeast);
export const formatRate = (value: Rate): string => formatDecimal(value, RATE_PLACES);
export const formatAmount = (minor: bigint, currency: string): string =>
  formatDecimal(minor, decimalsOf(currency), decimalsOf(currency));

/** What a line is paid by: a price for so many stock units (a box of 3 at 10.00 has no price for one), less a discount. */
export interface Pricing {
  readonly price: Price;
  readonly per: Quantity;
  readonly discount: Fraction;
}

/** A price for one stock unit, without a discount. */
export const forOne = (unitPrice: Price): Pricing => ({ price: unitPrice, per: ONE_UNIT, discount: NO_DISCOUNT });

/** round(quantity ÷ per × price × (1 − discount)) in the document's currency: the amount of a line. */
export function lineAmount(qty: Quantity, { price: asked, per, discount }: Pricing, currency: string): DocumentAmount {
  const exact = qty * asked * (ONE - discount) * powerOfTen(decimalsOf(currency));
  return documentAmount(divideRounded(exact, per * powerOfTen(PRICE_PLACES + FRACTION_PLACES)));
}

/** round(amount × rate): a document amount in base currency. */
export function toBase(amount: DocumentAmount, currency: string, at: Rate, baseCurrency: string): BaseAmount {
  const exact = amount * at * powerOfTen(decimalsOf(baseCurrency));
  return base(divideRounded(exact, powerOfTen(RATE_PLACES + decimalsOf(currency))));
}

/** An amount in another currency, by the rates of both to base currency, rounded once. */
export function across(
  amount: DocumentAmount,
  from: { readonly currency: string; readonly rate: Rate },
  to: { readonly currency: string; readonly rate: Rate },
): DocumentAmount {
  if (from.currency === to.currency) return amount;
  const exact = amount * from.rate * powerOfTen(decimalsOf(to.currency));
  return documentAmount(divideRounded(exact, to.rate * powerOfTen(decimalsOf(from.currency))));
}

/** A unit cost for showing: value ÷ quantity in base currency units, to `places` decimals. Undefined where nothing is on hand. */
export function unitCost(value: BaseAmount, qty: Quantity, currency: string, places = 4): string | undefined {
  if (qty <= 0n) return undefined;
  const exact = value * powerOfTen(QUANTITY_PLACES + places);
  return formatDecimal(divideRounded(exact, qty * powerOfTen(decimalsOf(currency))), places, places);
}

export const sumOf = (parts: readonly { quantity: bigint }[]): bigint =>
  parts.reduce((sum, part) => sum + part.quantity, 0n);
