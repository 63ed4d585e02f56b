/**
 * Exact decimals as whole numbers of the smallest place kept (accounting.md, Exactness).
 * A scaled value of 6 places holds 1.5 as 1500000n. No binary floating point anywhere.
 */

export type DecimalProblem = 'not_a_number' | 'too_many_decimals' | 'too_large';

export type ParsedDecimal = { ok: true; scaled: bigint } | { ok: false; problem: DecimalProblem };

const DECIMAL = /^([+-]?)(?=\.?\d)(\d*)(?:\.(\d*))?$/;

/** No figure of a paper is longer; what is, is not looked into. */
const LONGEST = 40;

/** What a signed 64-bit column of the database can hold. */
export const LARGEST = 9_223_372_036_854_775_807n;

/** The largest amount that a line may come to, in minor units: thousands of them still add up to what a column holds. */
export const LARGEST_AMOUNT = 100_000_000_000_000_000n;

/** Reads `text`, of at most 40 characters, as a decimal with at most `places` decimals; trailing zeros beyond them are fine. */
export function parseDecimal(text: string, places: number): ParsedDecimal {
  if (text.length > LONGEST) return { ok: false, problem: 'too_large' };
  const match = DECIMAL.exec(text.trim());
  if (!match) return { ok: false, problem: 'not_a_number' };
  const [, sign, whole = '', fraction = ''] = match;
  const kept = fraction.replace(/0+$/, '');
  if (kept.length > places) return { ok: false, problem: 'too_many_decimals' };
  const magnitude = BigInt(`0${whole}` + kept.padEnd(places, '0'));
  if (magnitude > LARGEST) return { ok: false, problem: 'too_large' };
  return { ok: true, scaled: sign === '-' ? -magnitude : magnitude };
}

/** A text that is no figure of so many places. */
export class NotAFigure extends RangeError {
  readonly problem: DecimalProblem;

  constructor(text: string, places: number, problem: DecimalProblem) {
    super(`"${text}" is not a decimal of at most ${places} places: ${problem}`);
    this.problem = problem;
  }
}

/** As `parseDecimal`, for text that is known to be right; throws `NotAFigure` otherwise. */
export function decimalOrThrow(text: string, places: number): bigint {
  const parsed = parseDecimal(text, places);
  if (!parsed.ok) throw new NotAFigure(text, places, parsed.problem);
  return parsed.scaled;
}

/** Writes a scaled value as a plain decimal, keeping at least `atLeast` decimals. */
export function formatDecimal(scaled: bigint, places: number, atLeast = 0): string {
  const digits = (scaled < 0n ? -scaled : scaled).toString().padStart(places + 1, '0');
  const whole = digits.slice(0, digits.length - places);
  let fraction = digits.slice(digits.length - places);
  while (fraction.length > atLeast && fraction.endsWith('0')) fraction = fraction.slice(0, -1);
  return `${scaled < 0n ? '-' : ''}${whole}${fraction ? `.${fraction}` : ''}`;
}
