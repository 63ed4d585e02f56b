import fc from 'fast-check';
import { decide } from '@obolus/core/posting/decide';
import type { PostedDocument } from '@obolus/core/posting/kinds';
import type { Decision } from '@obolus/core/state/decision';
import { record } from '@obolus/core/posting/record';
import {
  type Choice,
  choices,
  commandFor,
  MOVES_WITH_PERIODS,
  openingBooks,
  type Setting,
  settings,
} from '@obolus/core/testing/histories';
import type { HttpBooks } from './httpBooks.ts';
import type { Difference } from './compare.ts';

const LONGEST = 26;

/** A random history: the company that it happens in, and what is chosen step by step. */
export type History = readonly [Setting, readonly Choice[]];

/** So many histories of a seed, the same each time: both ways of keeping books, back-dated, reversed, by lot, in two warehouses, closed on the way. */
export const histories = (count: number, seed: number): History[] =>
  fc
    .sample(fc.tuple(settings, choices(LONGEST, MOVES_WITH_PERIODS)), { numRuns: count, seed })
    // Amounts that no column holds are refused: they are the core's own matter.
    .map(([setting, chosen]) => [{ ...setting, scale: 1n }, chosen]);

/** Plays a history through the core and the HTTP API together; says where they differ. */
export async function playHistory(server: HttpBooks, [setting, chosen]: History): Promise<Difference[]> {
  let books = openingBooks(setting);
  const wrong = await server.begin(books);
  for (const [position, choice] of chosen.entries()) {
    const command = commandFor(books, choice, setting);
    if (!command) continue;
    const decision: Decision<PostedDocument> = decide(books, command);
    wrong.push(...(await server.take({ where: `step ${position + 1}, ${choice.move}`, books, command, decision })));
    if (decision.accepted) books = record(books, decision.posted);
  }
  return [...wrong, ...(await server.end(books))];
}
