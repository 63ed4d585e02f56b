import type { DataSource, EntityManager, QueryRunner } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import { compound, tellTogether } from './askedTogether.ts';

const DEADLOCK = 1213;
const DUPLICATE = 1062;
const ATTEMPTS = 8;
/** How long others are waited for. */
const MOST_SECONDS_WAITING = 3;

/** The number by which MariaDB names an error; its code names mislead (platform.md). */
export function errorNumber(problem: unknown): number | undefined {
  const errno =
    (problem as { errno?: unknown; driverError?: { errno?: unknown } })?.driverError?.errno ??
    (problem as { errno?: unknown })?.errno;
  return typeof errno === 'number' ? errno : undefined;
}

/** Whether a unique index refused a row, and which. */
export function duplicateOf(problem: unknown, index: string): boolean {
  return errorNumber(problem) === DUPLICATE && String((problem as Error).message).includes(index);
}

/** What a transaction begins with. */
const BEGIN = [
  `SET SESSION innodb_lock_wait_timeout = ${MOST_SECONDS_WAITING}`,
  'SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED',
  'START TRANSACTION',
];

/** What a snapshot begins with. */
const LOOK = [
  'SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ',
  'START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY',
];

/**
 * Runs work in one transaction at READ COMMITTED. A deadlock starts it again, so the work must have no effect outside the transaction;
 * no lock is waited for longer than a few seconds, and after that long nothing is started again.
 *
 * @throws RequestError 503 where the answer to the commit was lost: only sending it again, under the same key, finds out
 */
export const transaction = <Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> =>
  tried(source, async (runner) => {
    await runner.query(compound(BEGIN));
    const result = await work(runner.manager);
    await commit(runner, []);
    return result;
  });

/** A transaction that asks something as it begins and writes something as it ends, without a round trip of its own for either. */
export interface Short<Asked, Result> {
  /** Asks (`askTogether`, `tellTogether`) what goes off as the transaction begins. */
  readonly asks: (manager: EntityManager) => Promise<Asked>;
  /** What is answered where that failed: nothing is written then. */
  readonly refused: (problem: unknown, manager: EntityManager) => Promise<Result>;
  /** Gives its result, and the statements that go off with the commit. */
  readonly work: (
    manager: EntityManager,
    asked: Asked,
  ) => Promise<{ readonly result: Result; readonly last: readonly string[] }>;
}

/** The same as `transaction`, in fewer round trips. */
export const shortTransaction = <Asked, Result>(
  source: DataSource,
  { asks, refused, work }: Short<Asked, Result>,
): Promise<Result> =>
  tried(source, async (runner) => {
    const { manager } = runner;
    let asked: Asked;
    try {
      const begun = BEGIN.map((statement) => tellTogether(manager, statement));
      [asked] = await Promise.all([asks(manager), ...begun]);
    } catch (problem) {
      const result = await refused(problem, manager);
      await runner.query('ROLLBACK');
      return result;
    }
    const { result, last } = await work(manager, asked);
    await commit(runner, last);
    return result;
  });

/** Runs it with a connection of its own: again after a deadlock, and taken back where it fails. */
async function tried<Result>(source: DataSource, run: (runner: QueryRunner) => Promise<Result>): Promise<Result> {
  const until = Date.now() + MOST_SECONDS_WAITING * 1000;
  for (let attempt = 1; ; attempt += 1) {
    const runner = source.createQueryRunner();
    try {
      return await run(runner);
    } catch (problem) {
      await runner.query('ROLLBACK').catch(() => undefined);
      if (errorNumber(problem) !== DEADLOCK || attempt === ATTEMPTS || Date.now() > until) throw problem;
    } finally {
      await runner.release();
    }
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * attempt));
  }
}

async function commit(runner: QueryRunner, last: readonly string[]): Promise<void> {
  try {
    await runner.query(last.length === 0 ? 'COMMIT' : compound([...last, 'COMMIT']));
  } catch (problem) {
    // The database said that it did not take it; else the connection broke, and nobody here knows.
    if (errorNumber(problem) !== undefined && !isLost(problem)) throw problem;
    throw new RequestError(503, 'problem.not_known_whether');
  }
}

const isLost = (problem: unknown): boolean =>
  (problem as { fatal?: unknown; driverError?: { fatal?: unknown } }).driverError?.fatal === true ||
  (problem as { fatal?: unknown }).fatal === true;

/** Reads at one moment, without locks: nothing that happens meanwhile shows. */
export async function snapshot<Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> {
  const runner = source.createQueryRunner();
  await runner.connect();
  try {
    await runner.query(compound(LOOK));
    return await work(runner.manager);
  } finally {
    await runner.query('ROLLBACK').catch(() => undefined);
    await runner.release();
  }
}

/** An instant as the database takes it, in UTC. */
export const sqlInstant = (at: Date): string => at.toISOString().replace('T', ' ').replace('Z', '');
