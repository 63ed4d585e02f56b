import {
  documentAmount,
  formatAmount,
  formatPrice,
  formatQuantity,
  fraction,
  FRACTION_PLACES,
  lineAmount,
  ONE_UNIT,
  price,
  PRICE_PLACES,
  quantity,
  QUANTITY_PLACES,
} from '@obolus/core/exact/amounts';
import { divideRounded } from '@obolus/core/exact/rounding';
import { askedOfLine } from '@obolus/core/matching/asOrdered';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { formatDecimal, parseDecimal } from '@obolus/core/exact/decimal';
import type { Understood } from '@obolus/core/reading/figure';
import { understood } from '../locale/typed.ts';

/** A figure as whole parts of so many places; undefined where it is none. */
export const scaled = (text: string, places: number): bigint | undefined => {
  const parsed = parseDecimal(text, places);
  return parsed.ok ? parsed.scaled : undefined;
};

/** The amount of a line as the core makes it, at a price for so many of what the quantity counts; undefined while a figure cannot be read. */
export function amountOfLine(
  qty: string,
  unitPrice: string,
  discount: string,
  currency: string,
  per = '1',
): string | undefined {
  const of = scaled(per, QUANTITY_PLACES);
  const q = scaled(qty, QUANTITY_PLACES);
  const p = scaled(unitPrice, PRICE_PLACES);
  const d = discount === '' ? 0n : scaled(discount, FRACTION_PLACES - 2);
  if (q === undefined || p === undefined || of === undefined || d === undefined || !isCurrency(currency))
    return undefined;
  return formatAmount(
    lineAmount(quantity(q), { price: price(p), per: quantity(of), discount: fraction(d) }, currency),
    currency,
  );
}

/** The price that two parts of a line make together, as exactly as a price can say it. */
export function priceOfBoth(a: { quantity: string; price: string }, b: { quantity: string; price: string }): string {
  const [q1, q2] = [a, b].map(({ quantity: units }) => scaled(units, QUANTITY_PLACES) ?? 0n) as [bigint, bigint];
  const [p1, p2] = [a, b].map(({ price: each }) => scaled(each, PRICE_PLACES) ?? 0n) as [bigint, bigint];
  return q1 + q2 <= 0n ? b.price : formatPrice(price(divideRounded(q1 * p1 + q2 * p2, q1 + q2)));
}

interface AskedText {
  readonly quantity: string;
  readonly unit: string;
  readonly price: string;
  readonly per: string;
  readonly amount: string;
}
interface OrderedText {
  readonly price: string;
  readonly per: string;
  readonly discount: string;
  readonly item: { readonly unit: string; readonly packs: readonly { readonly unit: string; readonly size: string }[] };
}

/** What a line of a paper asks of an order line, in stock units and as the order prices it; undefined where it counts in a unit that these goods do not have. */
export function askedOf(
  paper: AskedText,
  line: OrderedText,
  currency: string,
): { quantity: string; price: string } | undefined {
  const figure = (text: string, places: number) => scaled(text || '0', places) ?? 0n;
  const found = askedOfLine(
    {
      quantity: quantity(figure(paper.quantity, QUANTITY_PLACES)),
      unit: paper.unit,
      price: price(figure(paper.price, PRICE_PLACES)),
      per: quantity(figure(paper.per, QUANTITY_PLACES)),
      amount: documentAmount(figure(paper.amount, decimalsOf(currency))),
    },
    {
      price: price(figure(line.price, PRICE_PLACES)),
      per: quantity(figure(line.per, QUANTITY_PLACES)),
      discount: fraction(figure(line.discount, FRACTION_PLACES - 2)),
      unit: line.item.unit,
      packs: line.item.packs.map(({ unit, size }) => ({ unit, size: quantity(figure(size, QUANTITY_PLACES)) })),
    },
    currency,
  );
  return found && { quantity: formatQuantity(found.quantity), price: formatPrice(found.price) };
}

/** So many packs of a size, in stock units. */
export function amountInStock(packs: string, size: string): string | undefined {
  const of = scaled(packs, QUANTITY_PLACES);
  const each = scaled(size, QUANTITY_PLACES);
  return of === undefined || each === undefined ? undefined : formatDecimal((of * each) / ONE_UNIT, QUANTITY_PLACES);
}

/** What people type as a quantity of goods: a figure, or so many packs by their name, or how it begins ("4 box"), which become stock units. */
export function typedQuantity(text: string, { unit, packs }: OrderedText['item']): Understood {
  const [, figure = '', named = ''] = /^(.*\d)\s*(\p{L}.*)$/u.exec(text.trim().toLowerCase()) ?? [];
  if (named === '') return understood(text);
  const units = [{ unit, size: '1' }, ...packs].filter((known) => known.unit.toLowerCase().startsWith(named));
  const found =
    units.find((known) => known.unit.toLowerCase() === named) ?? (units.length === 1 ? units[0] : undefined);
  const read = understood(figure);
  if (!found || read.is === 'nothing') return { is: 'nothing' };
  const inStock = (packed: string) => amountInStock(packed, found.size) ?? '';
  return read.is === 'figure'
    ? { is: 'figure', figure: inStock(read.figure) }
    : { is: 'doubtful', readings: read.readings.map(inStock) };
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
