/** A column of a sheet as a spreadsheet shares it out: binary numbers, as it calculates with no others. */
export interface SharedColumn {
  /** The charge in minor units, less what is fixed by hand. */
  readonly left: number;
  /** What each line counts for; undefined where its share is fixed. */
  readonly weights: readonly (number | undefined)[];
}

/** Remainders are compared to this many places: beyond them a spreadsheet's numbers are noise. */
export const REMAINDER_PLACES = 6;

const rounded = (figure: number): number => Math.round(figure * 10 ** REMAINDER_PLACES) / 10 ** REMAINDER_PLACES;

/**
 * What the formulas of the workbook come to, in minor units: the whole part of each exact share, and one more for the largest remainders, the earlier
 * line first. Where this is what the ledger has, the formulas stand in the workbook; else its figures do.
 */
export function sharedBySpreadsheet({ left, weights }: SharedColumn): number[] {
  const all = weights.reduce<number>((sum, weight) => sum + (weight ?? 0), 0);
  const exact = weights.map((weight) => (all === 0 ? 0 : rounded((Math.abs(left) * (weight ?? 0)) / all)));
  const whole = exact.map(Math.floor);
  const remainders = exact.map((share, at) => rounded(share - (whole[at] ?? 0)));
  const over = Math.abs(left) - whole.reduce((sum, share) => sum + share, 0);
  const order = remainders.map((_, at) => at).sort((a, b) => (remainders[b] ?? 0) - (remainders[a] ?? 0) || a - b);
  const raised = new Set(order.slice(0, over));
  return whole.map((share, at) => Math.sign(left) * (share + (raised.has(at) ? 1 : 0)));
}
