import type { LineId } from '@obolus/core/costing/pool';
import { loadItems } from './items.ts';
import type { BooksLoader } from './loader.ts';
import { readSources } from './movements.ts';
import { among, documentsOf, keysOf } from './rows.ts';

/** Delivered lines, or lines in transit, with what was taken of them. */
export async function loadSources(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(lines));
  await loader.keep('sources', lines, async (missing) =>
    (await readSources(loader.reading, among(missing, 'm.document_id', 'm.line_no'), keysOf(missing))).map((source) => [
      source.line,
      source,
    ]),
  );
  const sources = lines.flatMap((line) => loader.parts.sources.get(line) ?? []);
  await loadItems(
    loader,
    sources.map(({ item }) => item),
  );
  // A late cost changes a delivery and its takings together: whoever takes from it holds its pool.
  for (const { pool, line } of sources) {
    loader.want(pool, {});
    loader.sourceLines.add(line);
  }
}

/** Movements out that are found with their pools: `where` is about the movement `m`. */
export async function keepSources(loader: BooksLoader, where: string, parameters: unknown[]): Promise<void> {
  for (const source of await readSources(loader.reading, where, parameters))
    loader.parts.sources.set(source.line, source);
}
