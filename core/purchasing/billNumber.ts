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
