/**
 * As many rows as a list shows, and whether there are more. Whoever asks the database asks for one beyond (`LIMIT ${MOST + 1}`), so that
 * no list ends without saying so.
 */
export const upTo = <Row>(most: number, rows: readonly Row[]): { rows: Row[]; more: boolean } => ({
  rows: rows.slice(0, most),
  more: rows.length > most,
});
