import { fraction, lineAmount, ONE_UNIT, price, quantity, FRACTION_PLACES, PRICE_PLACES, QUANTITY_PLACES, formatAmount } from '@obolus/core/exact/amounts';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { formatDecimal, parseDecimal } from '@obolus/core/exact/decimal';

const scaled = (text: string, places: number): bigint | undefined => {
  const parsed = parseDecimal(text, places);
  return parsed.ok ? parsed.scaled : undefined;
};

/** The amount of a line as the core makes it, at a price for so many of what the quantity counts; undefined while a figure cannot be read. */
export function amountOfLine(qty: string, unitPrice: string, discount: string, currency: string, per = '1'): string | undefined {
  const of = scaled(per, QUANTITY_PLACES);
  const q = scaled(qty, QUANTITY_PLACES);
  const p = scaled(unitPrice, PRICE_PLACES);
  const d = discount === '' ? 0n : scaled(discount, FRACTION_PLACES - 2);
  if (q === undefined || p === undefined || of === undefined || d === undefined || !isCurrency(currency)) return undefined;
  return formatAmount(lineAmount(quantity(q), { price: price(p), per: quantity(of), discount: fraction(d) }, currency), currency);
}

/** So many packs of a size, in stock units. */
export function amountInStock(packs: string, size: string): string | undefined {
  const of = scaled(packs, QUANTITY_PLACES);
  const each = scaled(size, QUANTITY_PLACES);
  return of === undefined || each === undefined ? undefined : formatDecimal((of * each) / ONE_UNIT, QUANTITY_PLACES);
}

/** The sum of amounts in a currency, exact. */
export function sumOf(texts: readonly (string | undefined)[], currency: string): string {
  const places = isCurrency(currency) ? decimalsOf(currency) : 2;
  return formatDecimal(
    texts.reduce((sum, text) => sum + (scaled(text ?? '', places) ?? 0n), 0n),
    places,
    places,
  );
}

export const sumOfQuantities = (texts: readonly string[]): string =>
  formatDecimal(
    texts.reduce((sum, text) => sum + (scaled(text, QUANTITY_PLACES) ?? 0n), 0n),
    QUANTITY_PLACES,
  );

/** a − b, to the decimals that either has. */
export function difference(a: string, b: string): string | undefined {
  const left = scaled(a, 6);
  const right = scaled(b, 6);
  return left === undefined || right === undefined ? undefined : formatDecimal(left - right, 6);
}

export const isZero = (text: string | undefined): boolean => text === undefined || /^-?0*(\.0*)?$/.test(text);
export const isNegative = (text: string): boolean => text.startsWith('-');
export const compareFigures = (a: string, b: string): number => {
  const gap = difference(a, b);
  return gap === undefined || isZero(gap) ? 0 : isNegative(gap) ? -1 : 1;
};
/** How much of a is b, from 0 to 1, for drawing only. */
export const portion = (part: string, whole: string): number => {
  const of = scaled(whole, 6);
  const is = scaled(part, 6);
  if (!of || is === undefined || of <= 0n) return 0;
  return Math.max(0, Math.min(1, Number((is * 1000n) / of) / 1000));
};
