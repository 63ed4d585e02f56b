import { format } from 'mysql2';
import type { EntityManager } from 'typeorm';

type Rows = Record<string, string | null>[];

interface Question {
  readonly sql: string;
  readonly parameters: readonly unknown[];
  /** Whether it is answered with rows. */
  readonly hasRows: boolean;
  readonly answer: (rows: Rows) => void;
  readonly fail: (problem: unknown) => void;
}

/** What is about to be asked, by whoever asks. */
const waiting = new WeakMap<EntityManager, Question[]>();

/**
 * Asks the database. What is asked at the same time, as by `Promise.all`, goes off together in the order in which it was asked: a compound statement of
 * MariaDB with one result for each question, and so one round trip. Where one fails none of them is answered, and none after it is asked.
 */
export const askTogether = (manager: EntityManager, sql: string, parameters: readonly unknown[]): Promise<Rows> =>
  together(manager, sql, parameters, true);

/** Has the database do something that gives no rows, with what is asked at the same time. */
export async function tellTogether(
  manager: EntityManager,
  sql: string,
  parameters: readonly unknown[] = [],
): Promise<void> {
  await together(manager, sql, parameters, false);
}

function together(
  manager: EntityManager,
  sql: string,
  parameters: readonly unknown[],
  hasRows: boolean,
): Promise<Rows> {
  return new Promise((answer, fail) => {
    const question = { sql, parameters, hasRows, answer, fail };
    const others = waiting.get(manager);
    if (others) {
      others.push(question);
      return;
    }
    waiting.set(manager, [question]);
    // Once whoever asks now has asked all that can be asked without an answer: what awaits nothing else goes on before.
    queueMicrotask(() => process.nextTick(() => void send(manager)));
  });
}

/** Statements as one: each after the other, and none after one that fails. */
export const compound = (statements: readonly string[]): string => `BEGIN NOT ATOMIC\n${statements.join(';\n')};\nEND`;

async function send(manager: EntityManager): Promise<void> {
  const questions = waiting.get(manager) ?? [];
  waiting.delete(manager);
  try {
    const [only, another] = questions;
    if (only && !another) return only.answer((await manager.query(only.sql, [...only.parameters])) as Rows);
    const asked = questions.map(({ sql, parameters }) => format(sql, parameters as Parameters<typeof format>[1]));
    const results = (await manager.query(compound(asked))) as Rows[];
    let at = 0;
    for (const { hasRows, answer } of questions) answer(hasRows ? (results[at++] ?? []) : []);
  } catch (problem) {
    for (const { fail } of questions) fail(problem);
  }
}
