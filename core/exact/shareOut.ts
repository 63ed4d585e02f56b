/**
 * Sharing out by the largest remainder (accounting.md, Exactness): truncate each exact share, then give the left-over units
 * to the largest remainders, ties to the earlier line. A negative amount is shared as its absolute value. Shares always add up.
 */
export type SharedOut =
  | { ok: true; shares: bigint[] }
  | { ok: false; reason: 'weight_negative'; line: number }
  | { ok: false; reason: 'weights_all_zero' };

/** @param amount whole minor units  @param weights one per line, any common scale, in the order of the lines */
export function shareOut(amount: bigint, weights: readonly bigint[]): SharedOut {
  const negative = weights.findIndex((weight) => weight < 0n);
  if (negative >= 0) return { ok: false, reason: 'weight_negative', line: negative };
  const total = weights.reduce((sum, weight) => sum + weight, 0n);
  if (total === 0n) return { ok: false, reason: 'weights_all_zero' };

  const magnitude = amount < 0n ? -amount : amount;
  const parts = weights.map((weight) => magnitude * weight);
  const shares = parts.map((part) => part / total);
  const left = magnitude - shares.reduce((sum, share) => sum + share, 0n);
  if (left > 0n) {
    const remainders = parts.map((part, line) => part - (shares[line] ?? 0n) * total);
    const last = nthLargest(remainders, left);
    let ties = left - BigInt(remainders.filter((remainder) => remainder > last).length);
    remainders.forEach((remainder, line) => {
      if (remainder < last || (remainder === last && ties <= 0n)) return;
      if (remainder === last) ties -= 1n;
      shares[line] = (shares[line] ?? 0n) + 1n;
    });
  }
  return { ok: true, shares: amount < 0n ? shares.map((share) => -share) : shares };
}

/** The n-th largest of some figures, without putting them all in order. */
function nthLargest(figures: readonly bigint[], n: bigint): bigint {
  const pivot = figures[figures.length >> 1] ?? 0n;
  const larger = figures.filter((figure) => figure > pivot);
  if (n <= BigInt(larger.length)) return nthLargest(larger, n);
  const smaller = figures.filter((figure) => figure < pivot);
  const notSmaller = BigInt(figures.length - smaller.length);
  return n <= notSmaller ? pivot : nthLargest(smaller, n - notSmaller);
}
