import { type DocumentAmount, documentAmount, formatAmount, FRACTION_PLACES } from '../exact/amounts.ts';
import { addDays, type Day, endOfMonth, isDay } from '../exact/calendar.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { type Refusal, refusal } from '../state/refusal.ts';
import type { Terms } from './terms.ts';

/** A part of a bill that is due by itself, in the bill's currency. Together they are all of it. */
export interface Instalment {
  readonly due: Day;
  readonly amount: DocumentAmount;
}

/**
 * The instalments of a bill by its terms, each rounded once, half away from zero; what is left is due last. None where all of it is due on one day.
 */
export function instalmentsBy(
  { days, afterMonth, earlier = [] }: Terms,
  bill: Day,
  total: DocumentAmount,
): readonly Instalment[] {
  if (earlier.length === 0 || total <= 0n) return [];
  const from = afterMonth ? endOfMonth(bill) : bill;
  const parts = earlier.map((part) => ({
    due: addDays(from, part.days),
    amount: documentAmount(divideRounded(total * part.part, powerOfTen(FRACTION_PLACES))),
  }));
  const rest = documentAmount(total - sumOf(parts));
  return [...parts, { due: addDays(from, days), amount: rest }].filter(({ amount }) => amount !== 0n);
}

/** What keeps instalments from being those of a bill: each is due later than the one before it, and they come to all that is owed. */
export function checkInstalments(
  instalments: readonly Instalment[],
  { date, currency, total }: { readonly date: Day; readonly currency: string; readonly total: DocumentAmount },
): Refusal[] {
  if (instalments.length === 0) return [];
  const refusals = instalments.flatMap(({ due, amount }, at) => {
    const before = instalments[at - 1]?.due;
    return [
      ...(amount > 0n ? [] : [refusal(amount === 0n ? 'amount_zero' : 'amount_negative', `/instalments/${at}/amount`)]),
      ...checkDue(due, date, before, `/instalments/${at}/due`),
    ];
  });
  const sum = sumOf(instalments);
  if (refusals.length > 0 || sum === total) return refusals;
  const figures = { amount: formatAmount(sum, currency), asked: formatAmount(total, currency) };
  return [refusal('instalments_do_not_add_up', '/instalments', figures)];
}

function checkDue(due: Day, bill: Day, before: Day | undefined, at: string): Refusal[] {
  if (!isDay(due)) return [refusal('date_impossible', at, { date: due })];
  if (due < bill) return [refusal('due_before_billed', at, { date: bill })];
  return before !== undefined && due <= before ? [refusal('instalment_not_later', at, { date: before })] : [];
}

const sumOf = (instalments: readonly Instalment[]): bigint => instalments.reduce((sum, { amount }) => sum + amount, 0n);
