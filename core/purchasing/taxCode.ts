import { documentAmount, type DocumentAmount, FRACTION_PLACES } from '../exact/amounts.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import type { TaxLevel } from '../state/company.ts';

export interface TaxOfLines extends Pick<TaxLevel, 'name' | 'recoverable'> {
  readonly amount: DocumentAmount;
  /** The lines that it is on, counted from one. */
  readonly lines: readonly number[];
}

/**
 * The taxes that a bill should show for its lines, each tax of each code once, rounded once on the sum of its lines
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
    return levels.map(({ name, percent, recoverable, onTop }) => {
      const tax = divideRounded((amount + (onTop ? above : 0n)) * percent, powerOfTen(FRACTION_PLACES));
      above += tax;
      return { name, recoverable, amount: documentAmount(tax), lines: on };
    });
  });
}
