import { invariant } from './invariant.ts';

/**
 * numerator ÷ denominator as a whole number, half away from zero (accounting.md, Exactness).
 * The denominator must be positive.
 */
export function divideRounded(numerator: bigint, denominator: bigint): bigint {
  invariant(denominator > 0n, 'the denominator of a rounded division is positive');
  const magnitude = numerator < 0n ? -numerator : numerator;
  const rounded = (2n * magnitude + denominator) / (2n * denominator);
  return numerator < 0n ? -rounded : rounded;
}

export function powerOfTen(places: number): bigint {
  return 10n ** BigInt(places);
}
