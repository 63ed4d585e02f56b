import { type DocumentAmount, documentAmount } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { divideRounded, powerOfTen } from '@obolus/core/exact/rounding';
import type { Instalment } from '@obolus/core/purchasing/instalments';

/** When a paper, or a part of it, is due, as it writes it (BT-9): how much of it, where it says so, as an amount or in percent. */
export interface StatedDue {
  readonly day: string;
  readonly amount: string;
  readonly percent: string;
}

/** A day for all that is asked. */
export const dueOn = (day: string): StatedDue => ({ day, amount: '', percent: '' });

const PLACES = 4;
const ALL = 100n * powerOfTen(PLACES);

/**
 * The parts in which a paper is to be paid, by day; none where it is due on one day, and undefined where it does not say what is due on which of its days,
 * or where its parts are not all that it asks for.
 */
export function instalmentsIn(
  dues: readonly StatedDue[],
  { currency, total }: { readonly currency: string; readonly total: DocumentAmount },
): readonly Instalment[] | undefined {
  const days = new Set(dues.map(({ day }) => day));
  const stated = dues.filter(({ amount, percent }) => amount !== '' || percent !== '');
  if (stated.length === 0) return days.size > 1 ? undefined : [];
  const amounts = stated.map((due) => amountOf(due, currency, total));
  const parts = new Map<string, bigint>();
  for (const [at, { day }] of stated.entries()) parts.set(day, (parts.get(day) ?? 0n) + (amounts[at] ?? 0n));
  const byDay = [...parts].sort(([a], [b]) => (a < b ? -1 : 1));
  const last = byDay.at(-1);
  // Percent of each part, rounded, make all of it but for cents: those are in the last.
  if (last && stated.every(({ amount }) => amount === '') && percentOf(stated) === ALL)
    last[1] += total - byDay.reduce((sum, [, amount]) => sum + amount, 0n);
  const isAll = byDay.reduce((sum, [, amount]) => sum + amount, 0n) === total;
  const isClear = days.size === parts.size && !days.has('') && !amounts.includes(undefined) && isAll;
  if (!isClear || byDay.some(([, amount]) => amount <= 0n)) return undefined;
  return byDay.length === 1 ? [] : byDay.map(([due, amount]) => ({ due, amount: documentAmount(amount) }));
}

function amountOf({ amount, percent }: StatedDue, currency: string, total: bigint): bigint | undefined {
  if (amount !== '') return scaled(amount, decimalsOf(currency));
  const part = scaled(percent, PLACES);
  return part === undefined ? undefined : divideRounded(total * part, ALL);
}

const percentOf = (dues: readonly StatedDue[]): bigint =>
  dues.reduce((sum, { percent }) => sum + (scaled(percent, PLACES) ?? 0n), 0n);

function scaled(text: string, places: number): bigint | undefined {
  const read = parseDecimal(text, places);
  return read.ok ? read.scaled : undefined;
}
