import { readDatabase } from '../config.ts';
import { dataSource } from '../storage/dataSource.ts';
import { proveBooks } from './proveBooks.ts';

/** Proves the books of the database that the environment names; how many documents they hold, and everything that differs. */
export async function proveDatabase(
  environment: Readonly<Record<string, string | undefined>>,
): Promise<{ documents: number; differences: string[] }> {
  const database = readDatabase(environment);
  const source = await dataSource(database, database.app, 2).initialize();
  try {
    const [row] = (await source.query('SELECT COUNT(*) AS n FROM document')) as { n: string }[];
    return { documents: Number(row?.n ?? 0), differences: await proveBooks(source) };
  } finally {
    await source.destroy();
  }
}
