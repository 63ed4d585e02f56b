import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { divideRounded, powerOfTen } from '@obolus/core/exact/rounding';
import type { Stated, StatedLine } from './stated.ts';

export type SumName = 'lines' | 'allowances' | 'charges' | 'net' | 'taxed' | 'category' | 'tax' | 'gross' | 'payable';

/** A figure of a paper that its own parts do not make, both as plain decimals. */
export interface Mismatch {
  readonly of: { readonly line: string } | { readonly sum: SumName };
  readonly says: string;
  readonly comesTo: string;
}

/** Figures that are multiplied keep so many decimals; amounts are compared in the currency's. */
const PLACES = 10;
/** Who rounds differently, or rounds what was rounded before, differs by a minor unit. */
const ROUNDED = 1n;

/**
 * What does not add up in a paper (EN 16931, BR-CO-10 to BR-CO-17, and the amount of a line): lines by quantity, price, and what they take off and
 * add; what the lines, allowances and charges come to; tax by category; total and what is asked for. What is not stated, or not read, is not held
 * against anything.
 */
export function mismatchesIn(said: Stated): Mismatch[] {
  if (!isCurrency(said.currency)) return [];
  const places = decimalsOf(said.currency);
  const written = (figure: bigint) => formatAmount(documentAmount(figure), said.currency);
  const amount = (text: string): bigint | undefined => {
    const parsed = parseDecimal(text.trim(), PLACES);
    return parsed.ok ? divideRounded(parsed.scaled, powerOfTen(PLACES - places)) : undefined;
  };
  const sum = (texts: readonly string[]): bigint | undefined =>
    texts.reduce<bigint | undefined>((total, text) => {
      const part = amount(text);
      return total === undefined || part === undefined ? undefined : total + part;
    }, 0n);
  const found: Mismatch[] = [];
  const compare = (of: Mismatch['of'], says: bigint | undefined, comesTo: bigint | undefined, within = 0n) => {
    if (says === undefined || comesTo === undefined) return;
    const difference = says - comesTo;
    if (difference <= within && -difference <= within) return;
    found.push({ of, says: written(says), comesTo: written(comesTo) });
  };

  for (const line of said.lines) {
    const [off, on] = [sum(line.takenOff), sum(line.added)];
    const byPrice = priceOf(line, places);
    const comesTo = byPrice === undefined || off === undefined || on === undefined ? undefined : byPrice - off + on;
    compare({ line: line.number }, amount(line.amount), comesTo, ROUNDED);
  }
  const { sums, besides } = said;
  const allowances = sum(said.allowances.map(({ amount: text }) => text));
  const charges = sum(said.charges.map(({ amount: text }) => text));
  const lines = sum(said.lines.map((line) => line.amount));
  compare({ sum: 'lines' }, amount(sums.lines), lines);
  compare({ sum: 'allowances' }, amount(sums.allowances), allowances);
  compare({ sum: 'charges' }, amount(sums.charges), charges);
  const net =
    lines === undefined || allowances === undefined || charges === undefined ? undefined : lines - allowances + charges;
  compare({ sum: 'net' }, amount(sums.net), net);
  if (sums.taxed.length > 0) {
    compare({ sum: 'taxed' }, amount(sums.net), sum(sums.taxed.map(({ basis }) => basis)));
    for (const { basis, percent, tax } of sums.taxed)
      compare({ sum: 'category' }, amount(tax), taxOn(basis, percent, places), ROUNDED);
    compare({ sum: 'tax' }, amount(sums.tax), sum(sums.taxed.map(({ tax }) => tax)));
  }
  const [stated, tax] = [amount(sums.net), amount(sums.tax) ?? 0n];
  compare({ sum: 'gross' }, amount(sums.gross), stated === undefined ? undefined : stated + tax);
  const gross = amount(sums.gross);
  const asked =
    gross === undefined ? undefined : gross - (amount(besides.prepaid) ?? 0n) + (amount(besides.rounding) ?? 0n);
  compare({ sum: 'payable' }, amount(besides.payable), asked);
  return found;
}

/** What quantity and price come to, in minor units; undefined where one of them is not said or not read. */
function priceOf({ quantity, price, per }: StatedLine, places: number): bigint | undefined {
  const [units, each, base] = [quantity, price, per || '1'].map((text) => parseDecimal(text.trim(), PLACES));
  if (!units?.ok || !each?.ok || !base?.ok || base.scaled <= 0n) return undefined;
  return divideRounded(units.scaled * each.scaled * powerOfTen(places), base.scaled * powerOfTen(PLACES));
}

function taxOn(basis: string, percent: string, places: number): bigint | undefined {
  const [taxed, part] = [basis, percent].map((text) => parseDecimal(text.trim(), PLACES));
  if (!taxed?.ok || !part?.ok) return undefined;
  return divideRounded(taxed.scaled * part.scaled, 100n * powerOfTen(2 * PLACES - places));
}
