/**
 * Sharing out by the largest remainder (accounting.md, Exactness): truncate each exact share, then give the left-over units
 * to the largest remainders, ties to the earlier line. A negative amount is shared as its absolute value. Shares always add up.
 */
export type SharedOut = { ok: true; shares: bigint[] } | { ok: false; reason: 'weight_negative'; line: number } | { ok: false; reason: 'weights_all_zero' };

/** @param amount whole minor units  @param weights one per line, any common scale, in the order of the lines */
export function shareOut(amount: bigint, weights: readonly bigint[]): SharedOut {
  const negative = weights.findIndex((weight) => weight < 0n);
  if (negative >= 0) return { ok: false, reason: 'weight_negative', line: negative };
  const total = weights.reduce((sum, weight) => sum + weight, 0n);
  if (total === 0n) return { ok: false, reason: 'weights_all_zero' };

  const magnitude = amount < 0n ? -amount : amount;
  const shares = weights.map((weight) => (magnitude * weight) / total);
  const left = magnitude - shares.reduce((sum, share) => sum + share, 0n);
  const byRemainder = weights
    .map((weight, line) => ({ line, remainder: (magnitude * weight) % total }))
    .sort((a, b) => (a.remainder === b.remainder ? a.line - b.line : a.remainder > b.remainder ? -1 : 1));
  for (const { line } of byRemainder.slice(0, Number(left))) shares[line] = (shares[line] ?? 0n) + 1n;
  return { ok: true, shares: amount < 0n ? shares.map((share) => -share) : shares };
}
