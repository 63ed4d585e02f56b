import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  fraction,
  type Fraction,
  FRACTION_PLACES,
  price,
  type Price,
  PRICE_PLACES,
  quantity,
  type Quantity,
  QUANTITY_PLACES,
  rate,
  type Rate,
  RATE_PLACES,
} from '@obolus/core/exact/amounts';
import { refusal, type Refusal } from '@obolus/core/state/refusal';

/** Turns the text of figures into the core's, and gathers what cannot be read, each at its field. */
export class Reader {
  readonly refusals: Refusal[] = [];

  quantity = (text: string, at: string): Quantity => quantity(this.decimal(text, QUANTITY_PLACES, at));
  price = (text: string, at: string): Price => price(this.decimal(text, PRICE_PLACES, at));
  rate = (text: string, at: string): Rate => rate(this.decimal(text, RATE_PLACES, at));
  base = (text: string, currency: string, at: string): BaseAmount => base(this.amount(text, currency, at));
  document = (text: string, currency: string, at: string): DocumentAmount =>
    documentAmount(this.amount(text, currency, at));

  /** A discount in percent; nothing means none. */
  discount(text: string, at: string): Fraction {
    if (text.trim() === '') return fraction(0n);
    return fraction(this.decimal(text, FRACTION_PLACES - 2, at));
  }

  given(text: string, at: string): string {
    if (text.trim() === '') this.refusals.push(refusal('missing', at));
    return text.trim();
  }

  private amount(text: string, currency: string, at: string): bigint {
    return this.decimal(text, isCurrency(currency) ? decimalsOf(currency) : 2, at);
  }

  private decimal(text: string, places: number, at: string): bigint {
    if (text.trim() === '') {
      this.refusals.push(refusal('missing', at));
      return 0n;
    }
    const parsed = parseDecimal(text, places);
    if (parsed.ok) return parsed.scaled;
    this.refusals.push(refusal(parsed.problem, at, { text, places: String(places) }));
    return 0n;
  }
}
