import { readDatabase } from '../config.ts';
import { dataSource } from '../storage/dataSource.ts';
import { snapshot } from '../storage/transaction.ts';
import { proveAnchors } from './anchors.ts';
import { proveBooks } from './proveBooks.ts';
import { replayBooks } from './replayBooks.ts';
import { replayedFile, replayOn } from './replayed.ts';

/**
 * Proves the books of the database that the environment names; how many documents they hold, and everything that differs. With
 * `deciding`, every document is decided again from its command too: on from where that was left last, as far as there is a place where it is
 * kept, or all of them.
 */
export async function proveDatabase(
  environment: Readonly<Record<string, string | undefined>>,
  { deciding }: { deciding?: 'on' | 'all' | undefined } = {},
): Promise<{ documents: number; decided: number; differences: string[] }> {
  const database = readDatabase(environment);
  const source = await dataSource(database, database.app, 2).initialize();
  try {
    const [row] = (await source.query('SELECT COUNT(*) AS n FROM document')) as { n: string }[];
    const differences = await proveBooks(source);
    if (environment.OBOLUS_ANCHORS) differences.push(...(await proveAnchors(source, environment.OBOLUS_ANCHORS)));
    const { OBOLUS_ANCHORS: anchors } = environment;
    const again = await snapshot(source, (manager) => {
      if (deciding === undefined) return Promise.resolve({ documents: 0, differences: [] });
      return deciding === 'on' && anchors ? replayOn(manager, replayedFile(anchors)) : replayBooks(manager);
    });
    return {
      documents: Number(row?.n ?? 0),
      decided: again.documents,
      differences: [...differences, ...again.differences],
    };
  } finally {
    await source.destroy();
  }
}
