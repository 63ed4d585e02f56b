import type { EntityManager } from 'typeorm';
import type { Job } from './job.ts';

/** Puts a job in the queue within the transaction that is open, or again where it ended. One that is under way goes on. */
export async function queueJob(manager: EntityManager, { id, kind, user }: Job): Promise<void> {
  await manager.query(
    `INSERT INTO job (id, kind, user_id, state, next_at, created_at) VALUES (?, ?, ?, 'waiting', UTC_TIMESTAMP(6), UTC_TIMESTAMP(6))
     ON DUPLICATE KEY UPDATE says = IF(state IN ('waiting', 'running'), says, ''), cancelled = IF(state = 'running', cancelled, 0),
       next_at = IF(state = 'running', next_at, UTC_TIMESTAMP(6)), state = IF(state = 'running', state, 'waiting')`,
    [id, kind, user ?? null],
  );
}

/** The job is not to go on: whoever works on it stops at its next step. Says whether there was one to stop. */
export async function cancelJob(manager: EntityManager, id: string): Promise<boolean> {
  const { affectedRows } = (await manager.query(
    "UPDATE job SET cancelled = 1, next_at = UTC_TIMESTAMP(6) WHERE id = ? AND state IN ('waiting', 'running')",
    [id],
  )) as { affectedRows: number };
  return affectedRows > 0;
}
