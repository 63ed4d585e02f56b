import type { DataSource, EntityManager, QueryRunner } from 'typeorm';
import { RequestError } from '../asking/failures.ts';

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

/** What a transaction begins with, in one round trip. */
const BEGIN = `BEGIN NOT ATOMIC
SET SESSION innodb_lock_wait_timeout = ${MOST_SECONDS_WAITING};
SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED;
START TRANSACTION;
END`;

/** What a snapshot begins with. */
const LOOK = `BEGIN NOT ATOMIC
SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ;
START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY;
END`;

/**
 * Runs work in one transaction at READ COMMITTED. A deadlock starts it again, so the work must have no effect outside the transaction;
 * no lock is waited for longer than a few seconds, and after that long nothing is started again.
 *
 * @throws RequestError 503 where the answer to the commit was lost: only sending it again, under the same key, finds out
 */
export async function transaction<Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> {
  const until = Date.now() + MOST_SECONDS_WAITING * 1000;
  for (let attempt = 1; ; attempt += 1) {
    const runner = source.createQueryRunner();
    try {
      await runner.query(BEGIN);
      const result = await work(runner.manager);
      await commit(runner);
      return result;
    } catch (problem) {
      await runner.query('ROLLBACK').catch(() => undefined);
      if (errorNumber(problem) !== DEADLOCK || attempt === ATTEMPTS || Date.now() > until) throw problem;
    } finally {
      await runner.release();
    }
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * attempt));
  }
}

async function commit(runner: QueryRunner): Promise<void> {
  try {
    await runner.query('COMMIT');
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
    await runner.query(LOOK);
    return await work(runner.manager);
  } finally {
    await runner.query('ROLLBACK').catch(() => undefined);
    await runner.release();
  }
}

/** An instant as the database takes it, in UTC. */
export const sqlInstant = (at: Date): string => at.toISOString().replace('T', ' ').replace('Z', '');
