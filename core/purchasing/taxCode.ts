import { documentAmount, type DocumentAmount, FRACTION_PLACES } from '../exact/amounts.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import type { TaxLevel } from '../state/company.ts';

/** What of a tax is reclaimed, or what is not, each by itself. */
export interface TaxOfLines extends Pick<TaxLevel, 'name' | 'selfAssessed' | 'withDiscount'> {
  readonly recoverable: boolean;
  readonly amount: DocumentAmount;
  /** The lines that it is on, counted from one. */
  readonly lines: readonly number[];
}

const ONE = powerOfTen(FRACTION_PLACES);

/**
 * The taxes of a bill's lines, each tax of each code once, rounded once on the sum of its lines; of one that can be reclaimed in part both parts
 * (accounting.md, What posts what: tax).
 * @param lines amounts in the bill's currency, each with the levels of its code; none for a line without tax
 */
export function taxesOn(
  lines: readonly { readonly amount: DocumentAmount; readonly code: string; readonly levels: readonly TaxLevel[] }[],
): TaxOfLines[] {
  const codes = new Map<string, { levels: readonly TaxLevel[]; amount: bigint; lines: number[] }>();
  lines.forEach(({ amount, code, levels }, position) => {
    if (levels.length === 0) return;
    const known = codes.get(code) ?? { levels, amount: 0n, lines: [] };
    known.amount += amount;
    known.lines.push(position + 1);
    codes.set(code, known);
  });
  return [...codes.values()].flatMap(({ levels, amount, lines: on }) => {
    let above = 0n;
    return levels.flatMap(({ name, percent, reclaimed, onTop, selfAssessed, withDiscount }): TaxOfLines[] => {
      const tax = divideRounded((amount + (onTop ? above : 0n)) * percent, ONE);
      above += tax;
      const back = divideRounded(tax * reclaimed, ONE);
      const known = { name, selfAssessed, lines: on };
      return [
        ...(reclaimed > 0n ? [{ ...known, recoverable: true, withDiscount, amount: documentAmount(back) }] : []),
        ...(reclaimed < ONE
          ? [{ ...known, recoverable: false, withDiscount: false, amount: documentAmount(tax - back) }]
          : []),
      ];
    });
  });
}
