import { readDatabase } from '../config.ts';
import { dataSource } from '../storage/dataSource.ts';
import { snapshot } from '../storage/transaction.ts';
import { proveAnchors } from './anchors.ts';
import { proveBooks } from './proveBooks.ts';
import { replayBooks } from './replayBooks.ts';

/**
 * Proves the books of the database that the environment names; how many documents they hold, and everything that differs. With
 * `deciding`, every document is decided again from its command too.
 */
export async function proveDatabase(
  environment: Readonly<Record<string, string | undefined>>,
  { deciding = false } = {},
): Promise<{ documents: number; differences: string[] }> {
  const database = readDatabase(environment);
  const source = await dataSource(database, database.app, 2).initialize();
  try {
    const [row] = (await source.query('SELECT COUNT(*) AS n FROM document')) as { n: string }[];
    const differences = await proveBooks(source);
    if (environment.OBOLUS_ANCHORS) differences.push(...(await proveAnchors(source, environment.OBOLUS_ANCHORS)));
    if (deciding)
      differences.push(...(await snapshot(source, async (manager) => (await replayBooks(manager)).differences)));
    return { documents: Number(row?.n ?? 0), differences };
  } finally {
    await source.destroy();
  }
}
