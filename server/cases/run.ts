import { type CaseReport, playCase } from '@obolus/core/cases/runCase';
import type { Books } from '@obolus/core/state/books';
import { record } from '@obolus/core/posting/record';
import { readOwnedDatabase } from '../config.ts';
import { histories, playHistory } from './histories.ts';
import { HttpBooks, type ServerFacts } from './httpBooks.ts';
import type { Difference } from './compare.ts';

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
      const own = new Set(facts.map(({ step }) => step));
      const posted = books ? server.posted.filter(({ step }) => own.has(step)) : [];
      return { title, differences: [...differences, ...wrong], core: facts, server: posted };
    }
    const step = next.value;
    if (!books) wrong.push(...(await server.begin(step.books)));
    wrong.push(...(await server.take(step)));
    const { decision } = step;
    books = decision.accepted ? record(step.books, decision.posted) : step.books;
  }
}

/** A report under the name of its case. */
export interface NamedReport extends BothReports {
  readonly name: string;
}

/** Plays cases one after the other on the database that the environment names, and gives what came of each as soon as it is there. */
export async function* playCases(cases: Iterable<readonly [name: string, text: string]>): AsyncGenerator<NamedReport> {
  const server = await HttpBooks.open(readOwnedDatabase(process.env));
  try {
    for (const [name, text] of cases) yield { name, ...(await playBoth(server, text)) };
  } finally {
    await server.close();
  }
}

/** Plays random histories of a seed in the same way. */
export async function* playHistories(count: number, seed: number): AsyncGenerator<NamedReport> {
  const server = await HttpBooks.open(readOwnedDatabase(process.env));
  try {
    for (const [at, history] of histories(count, seed).entries()) {
      const differences = await playHistory(server, history);
      yield {
        name: `history ${at + 1} of seed ${seed}`,
        title: `${history[1].length} choices, ${history[0].recognition}, ${history[0].currency}`,
        differences,
        core: [],
        server: server.posted,
      };
    }
  } finally {
    await server.close();
  }
}
