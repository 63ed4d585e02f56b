import { format } from 'mysql2';
import type { EntityManager } from 'typeorm';

type Rows = Record<string, string | null>[];

interface Question {
  readonly sql: string;
  readonly parameters: readonly unknown[];
  readonly answer: (rows: Rows) => void;
  readonly fail: (problem: unknown) => void;
}

/** What is about to be asked, by whoever asks. */
const waiting = new WeakMap<EntityManager, Question[]>();

/**
 * Asks the database. What is asked at the same time, as by `Promise.all`, goes off together in the order in which it was asked: a compound statement of
 * MariaDB with one result for each question, and so one round trip. Where one fails none of them is answered, and none after it is asked.
 */
export function askTogether(manager: EntityManager, sql: string, parameters: readonly unknown[]): Promise<Rows> {
  return new Promise((answer, fail) => {
    const question = { sql, parameters, answer, fail };
    const others = waiting.get(manager);
    if (others) {
      others.push(question);
      return;
    }
    waiting.set(manager, [question]);
    // Once whoever asks now has asked all that can be asked without an answer.
    queueMicrotask(() => void send(manager));
  });
}

async function send(manager: EntityManager): Promise<void> {
  const questions = waiting.get(manager) ?? [];
  waiting.delete(manager);
  try {
    const [only, another] = questions;
    if (only && !another) return only.answer((await manager.query(only.sql, [...only.parameters])) as Rows);
    const asked = questions.map(({ sql, parameters }) => format(sql, parameters as Parameters<typeof format>[1]));
    const results = (await manager.query(`BEGIN NOT ATOMIC\n${asked.join(';\n')};\nEND`)) as Rows[];
    for (const [at, { answer }] of questions.entries()) answer(results[at] ?? []);
  } catch (problem) {
    for (const { fail } of questions) fail(problem);
  }
}
