import {
  across,
  type DocumentAmount,
  ONE_TO_ONE,
  price,
  type Price,
  rate,
  type Rate,
  RATE_PLACES,
} from '../exact/amounts.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import type { Books } from '../state/books.ts';
import type { Day } from '../exact/calendar.ts';
import { rateOn } from '../state/checks.ts';
import { type Refusal, refusal } from '../state/refusal.ts';

/** Units of an order's currency for one unit of the currency of a bill or credit memo, as both sides agreed. */
export interface AgreedRate {
  readonly currency: string;
  readonly rate: Rate;
}

/** A bill or a credit memo, as far as it may cite what was ordered in another currency. */
export interface Crossing {
  readonly currency: string;
  readonly date: Day;
  readonly agreedRates?: readonly AgreedRate[] | undefined;
}

/**
 * An amount of a paper in the currency of what it cites: at the rate that was agreed, else at the day's cross rate (the rates of both
 * to base currency), rounded once (accounting.md, vendor bill on a receipt line).
 */
export function crossed(books: Books, paper: Crossing, amount: DocumentAmount, to: string): DocumentAmount {
  if (to === paper.currency) return amount;
  const { units, of } = ratesOf(books, paper, to);
  return across(amount, { currency: paper.currency, rate: units }, { currency: to, rate: of });
}

/** The rates at which a paper's amounts became those of other currencies, to 10 places, for showing. */
export interface CrossRate extends AgreedRate {
  /** Otherwise the day's. */
  readonly agreed: boolean;
}

/** @param cited the currencies of what the paper cites */
export function crossRates(books: Books, paper: Crossing, cited: readonly string[]): CrossRate[] {
  const others = [...new Set(cited)].filter((currency) => currency !== paper.currency).sort();
  return others.map((currency) => {
    const { units, of } = ratesOf(books, paper, currency);
    return {
      currency,
      rate: rateAcross(units, of),
      agreed: paper.agreedRates?.some((one) => one.currency === currency) ?? false,
    };
  });
}

/** Units of one currency for one of another, from the rates of both to base currency. */
export const rateAcross = (from: Rate, to: Rate): Rate => rate(divideRounded(from * powerOfTen(RATE_PLACES), to));

/** What an order's price is in the currency of a paper, so many units of the order's for one of the paper's: for showing and proposing. */
export const priceAcross = (asOrdered: Price, at: Rate): Price =>
  price(divideRounded(asOrdered * powerOfTen(RATE_PLACES), at));

/** Units of the other currency ÷ one of the paper's. */
function ratesOf(books: Books, { currency, date, agreedRates = [] }: Crossing, to: string): { units: Rate; of: Rate } {
  const agreed = agreedRates.find((one) => one.currency === to);
  if (agreed) return { units: agreed.rate, of: ONE_TO_ONE };
  return { units: rateOn(books, currency, date) ?? ONE_TO_ONE, of: rateOn(books, to, date) ?? ONE_TO_ONE };
}

/**
 * Each other currency needs its rate of the day; an agreed one is above zero, and of a currency that is cited.
 * @param cited the currencies of what the paper cites
 */
export function checkCrossing(books: Books, paper: Crossing, cited: readonly string[]): Refusal[] {
  const { currency, date, agreedRates = [] } = paper;
  const others = new Set(cited.filter((one) => one !== currency));
  const missing = [...others].filter((one) => rateOn(books, one, date) === undefined);
  const seen = new Set<string>();
  return [
    ...missing.map((one) => refusal('rate_missing', '/currency', { currency: one, date })),
    ...agreedRates.flatMap((agreed, position) => {
      const at = `/agreedRates/${position}`;
      if (!others.has(agreed.currency))
        return [refusal('agreed_rate_unused', `${at}/currency`, { currency: agreed.currency })];
      if (seen.has(agreed.currency)) return [refusal('rate_twice', `${at}/currency`, { currency: agreed.currency })];
      seen.add(agreed.currency);
      return agreed.rate <= 0n ? [refusal('rate_not_positive', `${at}/rate`)] : [];
    }),
  ];
}
