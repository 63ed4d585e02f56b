import { formatPrice, price, PRICE_PLACES, rate, RATE_PLACES } from '@obolus/core/exact/amounts';
import { priceAcross } from '@obolus/core/purchasing/crossRate';
import { scaled } from '../../parts/exact.ts';

/** Units of a currency for one of the paper's, as somebody types them; empty while the day's hold. */
export interface Agreed {
  readonly currency: string;
  readonly rate: string;
}

/** A line at its price in the currency of a paper. */
export type Priced<Line> = Line & {
  /** As it was ordered, where that is another currency. */
  readonly ownPrice?: string | undefined;
};

/** The rate between a paper and what was ordered in another currency: as agreed, else of the day; undefined where there is none. */
export const rateOf = (
  currency: string,
  agreed: readonly Agreed[] = [],
  ofDay: readonly Agreed[] = [],
): string | undefined => {
  const found = [...agreed, ...ofDay].find((one) => one.currency === currency && isRate(one.rate));
  return found?.rate;
};

const isRate = (text: string): boolean => (scaled(text, RATE_PLACES) ?? 0n) > 0n;

/** An order's price in the currency of a paper; as it stands while no rate is known. */
export function priceIn(ordered: string, at: string | undefined): string {
  const [asked, units] = [scaled(ordered, PRICE_PLACES), scaled(at ?? '', RATE_PLACES)];
  if (asked === undefined || units === undefined || units <= 0n) return ordered;
  return formatPrice(priceAcross(price(asked), rate(units)));
}

/** What a paper is usually for: what was ordered in its own currency, and in others only where nothing of its own is open. */
export function usuallyMeant<Line extends { readonly currency: string }>(
  lines: readonly Line[],
  currency: string,
): readonly Line[] {
  const own = lines.filter((line) => line.currency === currency);
  return own.length > 0 ? own : lines;
}

/** The other currencies in which something that a paper is for was ordered. */
export const otherCurrencies = (
  currency: string,
  lines: readonly { readonly line: string; readonly currency: string }[],
  stated: Readonly<Record<string, { readonly quantity?: string }>>,
): ReadonlySet<string> =>
  new Set(
    lines.filter((line) => line.currency !== currency && stated[line.line]?.quantity).map((line) => line.currency),
  );

/** The agreed rates that a paper states: of currencies in which something that it is for was ordered. */
export function agreedToSend(
  agreed: readonly Agreed[] = [],
  cited: ReadonlySet<string>,
): { agreedRates?: { currency: string; rate: string }[] } {
  const stated = agreed.filter((one) => one.rate !== '' && cited.has(one.currency));
  return stated.length === 0
    ? {}
    : { agreedRates: stated.map(({ currency, rate: units }) => ({ currency, rate: units })) };
}
