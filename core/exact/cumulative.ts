import { divideRounded } from './rounding.ts';

/**
 * A part of a posted amount: round(whole × quantity so far ÷ quantity) − what was taken before, so that nothing is left when
 * the last part goes (accounting.md, Exactness: cumulative). `soFar` counts this part.
 */
export function cumulative(whole: bigint, soFar: bigint, outOf: bigint, takenBefore: bigint): bigint {
  return divideRounded(whole * soFar, outOf) - takenBefore;
}

/** A part of what is left, where the whole itself can grow: round(what is left × part ÷ what is left of the quantity). */
export function partOfWhatIsLeft(left: bigint, part: bigint, outOf: bigint): bigint {
  return part === outOf ? left : divideRounded(left * part, outOf);
}

/** What parts come to, in their own currency and in base. */
export const sumOfParts = (
  parts: readonly { readonly amount: bigint; readonly base: bigint }[],
): { amount: bigint; base: bigint } =>
  parts.reduce((sum, part) => ({ amount: sum.amount + part.amount, base: sum.base + part.base }), {
    amount: 0n,
    base: 0n,
  });
