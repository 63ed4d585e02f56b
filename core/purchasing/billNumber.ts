/**
 * What makes two numbers of one vendor's bills the same: case, blanks, the kind of separator and leading zeros aside.
 * `INV 0012` and `inv-12` are one bill; `2026-1/11` and `2026-11/1` are two.
 */
export function billNumberKey(number: string): string {
  const runs =
    number
      .normalize('NFKC')
      .toUpperCase()
      .match(/\p{N}+|\p{L}+/gu) ?? [];
  return runs.map((run) => run.replace(/^0+(?=\p{N})/u, '')).join('-');
}

/** What is left of a number without its punctuation, with O read as 0: two that agree in this are easily taken for each other. */
export const billNumberShape = (number: string): string =>
  number
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^\p{N}\p{L}]/gu, '')
    .replaceAll('O', '0');
