/** Of fewer signs, a number is in too many texts by chance. */
const LEAST_SIGNS = 4;

/**
 * Which shipments texts of a bill name, in the order given: by container, waybill, parcel or lorry number, also written a little differently (`FHL 11`, `fhl-011`
 * and `FHL011` are one; `FHL-0110` is another). Numbers of very few signs are never found.
 */
export function shipmentsNamed(texts: readonly string[], numbers: readonly string[]): string[] {
  const written = texts.join('\n');
  return numbers.filter((number) => patternOf(number)?.test(written) ?? false);
}

/** Runs of letters and of digits, with up to two other signs between them; zeros before a run of digits count for nothing. */
function patternOf(number: string): RegExp | undefined {
  const runs = number.match(/\p{L}+|\d+/gu) ?? [];
  if (runs.join('').length < LEAST_SIGNS) return undefined;
  const parts = runs.map((run) => (/^\d/.test(run) ? `0*${run.replace(/^0+(?=\d)/, '')}` : run));
  return new RegExp(`(?<![\\p{L}\\d])${parts.join('[^\\p{L}\\d\\n]{0,2}')}(?![\\p{L}\\d])`, 'iu');
}
