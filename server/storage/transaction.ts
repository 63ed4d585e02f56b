import type { DataSource, EntityManager } from 'typeorm';

const LOCK_TIMEOUT = 1205;
const DEADLOCK = 1213;
const DUPLICATE = 1062;
const ATTEMPTS = 8;

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

/**
 * Runs work in one transaction at READ COMMITTED; a deadlock or a lock that was waited for too long starts it again,
 * so the work must have no effect outside the transaction.
 */
export async function transaction<Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await source.transaction('READ COMMITTED', work);
    } catch (problem) {
      const errno = errorNumber(problem);
      if ((errno !== DEADLOCK && errno !== LOCK_TIMEOUT) || attempt === ATTEMPTS) throw problem;
      await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * attempt));
    }
  }
}

/** Reads at one moment, without locks: nothing that happens meanwhile shows. */
export async function snapshot<Result>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<Result>,
): Promise<Result> {
  const runner = source.createQueryRunner();
  await runner.connect();
  try {
    await runner.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await runner.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    return await work(runner.manager);
  } finally {
    await runner.query('ROLLBACK').catch(() => undefined);
    await runner.release();
  }
}

/** An instant as the database takes it, in UTC. */
export const sqlInstant = (at: Date): string => at.toISOString().replace('T', ' ').replace('Z', '');
