import { playCase, type CaseReport } from '@obolus/core/cases/runCase';
import type { Books } from '@obolus/core/posting/books';
import { record } from '@obolus/core/posting/record';
import type { DatabaseConfig } from '../config.ts';
import { HttpBooks, type Difference, type ServerFacts } from './httpBooks.ts';

/** What the core and the server made of a case. */
export interface BothReports {
  readonly title: string;
  readonly differences: readonly Difference[];
  readonly core: CaseReport['facts'];
  readonly server: readonly ServerFacts[];
}

/** Plays a case through the core and the HTTP API together. */
export async function playBoth(server: HttpBooks, text: string): Promise<BothReports> {
  const wrong: Difference[] = [];
  const steps = playCase(text);
  let books: Books | undefined;
  for (;;) {
    const next = steps.next();
    if (next.done) {
      if (books) wrong.push(...(await server.end(books)));
      const { title, differences, facts } = next.value;
      return { title, differences: [...differences, ...wrong], core: facts, server: books ? server.posted : [] };
    }
    const step = next.value;
    if (!books) wrong.push(...(await server.begin(step.books)));
    wrong.push(...(await server.take(step)));
    const { decision } = step;
    books = decision.accepted ? record(step.books, decision.posted) : step.books;
  }
}

/** Plays cases one after the other on one database, and gives what came of each as soon as it is there. */
export async function* playCases(
  database: DatabaseConfig,
  texts: Iterable<readonly [name: string, text: string]>,
): AsyncGenerator<BothReports & { name: string }> {
  const server = await HttpBooks.open(database);
  try {
    for (const [name, text] of texts) yield { name, ...(await playBoth(server, text)) };
  } finally {
    await server.close();
  }
}
