import type { TaxCodeView } from '@obolus/contract/views/setUp';
import { documentAmount, formatAmount, fraction, FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { taxesOn } from '@obolus/core/purchasing/taxCode';

export interface Tax {
  readonly name: string;
  readonly amount: string;
  readonly recoverable: boolean;
  readonly selfAssessed: boolean;
  readonly withDiscount: boolean;
  /** The lines that it is on, counted from one. */
  readonly lines: readonly number[];
}

const scaled = (text: string | undefined, places: number): bigint => {
  const parsed = parseDecimal(text ?? '', places);
  return parsed.ok ? parsed.scaled : 0n;
};

const partOf = (percent: string) => fraction(scaled(percent, FRACTION_PLACES - 2));

/** The taxes that a bill should show for lines, by their codes; what cannot be read counts for nothing. */
export function taxesOfLines(
  lines: readonly { amount: string | undefined; code: string }[],
  codes: readonly TaxCodeView[],
  currency: string,
): Tax[] {
  if (!isCurrency(currency)) return [];
  const levelsOf = new Map(
    codes.map(({ code, levels }) => [
      code,
      levels.map((level) => ({ ...level, percent: partOf(level.percent), reclaimed: partOf(level.reclaimed) })),
    ]),
  );
  return taxesOn(
    lines.map(({ amount, code }) => ({
      amount: documentAmount(scaled(amount, decimalsOf(currency))),
      code,
      levels: levelsOf.get(code) ?? [],
    })),
  )
    .map(({ lines: on, amount, ...tax }) => ({ ...tax, amount: formatAmount(amount, currency), lines: on }))
    .filter(({ amount }) => !/^0*(\.0*)?$/.test(amount));
}
