/**
 * Rows as a spreadsheet gives them, by tabs, with a header: where the first row names none of the columns, they are taken in the order
 * that is given, as far as the rows go.
 */
export function withHeader(pasted: string, columns: readonly string[]): string {
  const text = pasted.replace(/^\s*\n/, '').trimEnd();
  const [first = ''] = text.split(/\r?\n/, 1);
  const cells = first.split('\t').map((cell) => cell.trim().toLowerCase());
  if (cells.some((cell) => columns.includes(cell))) return text;
  return `${columns.slice(0, cells.length).join('\t')}\n${text}`;
}
