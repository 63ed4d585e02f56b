import type { EntityManager } from 'typeorm';

const ROWS_AT_ONCE = 1000;

/** Rows in few statements; `replacing` names the columns that a row which is there already takes over. */
export async function insertRows(
  manager: EntityManager,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly unknown[])[],
  replacing: readonly string[] = [],
): Promise<void> {
  const named = columns.map((column) => `\`${column}\``).join(', ');
  const over = replacing.length > 0 ? ` ON DUPLICATE KEY UPDATE ${replacing.map((column) => `\`${column}\` = VALUES(\`${column}\`)`).join(', ')}` : '';
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => row.map(asText));
    await manager.query(`INSERT INTO \`${table}\` (${named}) VALUES ?${over}`, [some]);
  }
}

/** Whole numbers beyond what a double holds go to the database as text. */
const asText = (value: unknown) => (typeof value === 'bigint' ? value.toString() : value);
