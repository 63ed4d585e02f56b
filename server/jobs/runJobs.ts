import type { EntityManager } from 'typeorm';
import { transaction } from '../storage/transaction.ts';
import { CancelledError, type Held, type Job, type JobKind, TakenOverError, type Worker } from './job.ts';
import { type Message, message } from '@obolus/messages/message';
import { keptSays } from '../storage/said.ts';

export type JobKinds = Readonly<Record<string, JobKind>>;

/** A step holds its job's row, and is never taken over in the middle; between steps a server must not rest longer. */
const LEASE_SECONDS = 10;
const LOOK_EVERY = 1000;
const AT_ONCE = 3;
const SELDOM = 600;

/** Jobs that no server works on: what waits, and what was left by one whose lease ran out. */
const FREE =
  "j.state IN ('waiting', 'running') AND j.next_at <= UTC_TIMESTAMP(6) AND (j.lease_until IS NULL OR j.lease_until < UTC_TIMESTAMP(6))";

interface Taken extends Job {
  readonly fence: string;
}

/** Takes jobs from the queue and works on them until it is stopped; what is under way then is left for another at its next step. */
export function runJobs(
  worker: Worker,
  kinds: JobKinds,
): { readonly wake: () => void; readonly stop: () => Promise<void> } {
  const names = Object.keys(kinds);
  const under = new Set<Promise<void>>();
  let stopped = false;
  const look = async (): Promise<void> => {
    while (names.length > 0 && !stopped && under.size < AT_ONCE) {
      const taken = await takeJob(worker, 'j.kind IN (?)', names);
      if (!taken) return;
      const work = workOn(worker, kinds, taken, () => stopped).finally(() => under.delete(work));
      under.add(work);
    }
  };
  let looking: Promise<void> | undefined;
  const wake = () => {
    looking ??= look()
      .catch((problem: unknown) => worker.log.error({ err: problem }, 'looking for jobs'))
      .finally(() => (looking = undefined));
  };
  const clock = setInterval(wake, LOOK_EVERY);
  const queueing = queueRecurring(worker, kinds).then(wake, (problem: unknown) =>
    worker.log.error({ err: problem }, 'queueing jobs'),
  );
  return {
    wake,
    async stop() {
      stopped = true;
      clearInterval(clock);
      await queueing;
      await looking;
      await Promise.all(under);
    },
  };
}

/** Works on one job now, where nobody else does and its time has come; says whether it did. */
export async function runJob(worker: Worker, kinds: JobKinds, id: string): Promise<boolean> {
  const taken = await takeJob(worker, 'j.id = ?', id);
  if (taken) await workOn(worker, kinds, taken, () => false);
  return taken !== undefined;
}

async function queueRecurring({ source }: Worker, kinds: JobKinds): Promise<void> {
  for (const [kind, { every }] of Object.entries(kinds))
    if (every !== undefined)
      await source.query(
        // What is done seldom is no work for a start.
        "INSERT IGNORE INTO job (id, kind, state, next_at, created_at) VALUES (?, ?, 'waiting', UTC_TIMESTAMP(6) + INTERVAL ? SECOND, UTC_TIMESTAMP(6))",
        [kind, kind, every > SELDOM ? every : 0],
      );
}

function takeJob({ source }: Worker, which: string, parameter: unknown): Promise<Taken | undefined> {
  return transaction(source, async (manager) => {
    const [row] = (await manager.query(
      `SELECT j.id, j.kind, j.user_id, j.fence + 1 AS fence FROM job j WHERE ${FREE} AND ${which} ORDER BY j.next_at LIMIT 1 FOR UPDATE SKIP LOCKED`,
      [parameter],
    )) as { id: string; kind: string; user_id: string | null; fence: string }[];
    if (!row) return undefined;
    await manager.query(
      `UPDATE job SET state = 'running', fence = ?, lease_until = UTC_TIMESTAMP(6) + INTERVAL ${LEASE_SECONDS} SECOND WHERE id = ?`,
      [row.fence, row.id],
    );
    return { id: row.id, kind: row.kind, user: row.user_id ?? undefined, fence: row.fence };
  });
}

async function workOn(worker: Worker, kinds: JobKinds, job: Taken, isStopped: () => boolean): Promise<void> {
  const kind = kinds[job.kind];
  if (!kind) return;
  const held = holding(worker, job, isStopped);
  try {
    await kind.run(held);
    await held.step((manager) => end(manager, job, kind, 'done', []));
  } catch (problem) {
    if (problem instanceof TakenOverError) return;
    const says =
      problem instanceof CancelledError
        ? [message('imports.job_cancelled')]
        : (kind.why?.(problem) ?? [message('imports.job_stopped')]);
    if (!(problem instanceof CancelledError))
      worker.log.error({ err: problem, job: job.id, kind: job.kind }, 'a job stopped');
    const state = problem instanceof CancelledError ? 'cancelled' : 'stopped';
    await transaction(worker.source, async (manager) => {
      if (await end(manager, job, kind, state, says)) await kind.ended?.(manager, job, says);
    }).catch((unsaid: unknown) =>
      worker.log.error({ err: unsaid, job: job.id }, 'a job that stopped could not say so'),
    );
  }
}

/** Lays a job down; one that is done again and again waits for its next time. */
async function end(
  manager: EntityManager,
  job: Taken,
  kind: JobKind,
  state: string,
  says: readonly Message[],
): Promise<boolean> {
  const again = kind.every !== undefined;
  const { affectedRows } = (await manager.query(
    `UPDATE job SET state = ?, says = ?, cancelled = 0, lease_until = NULL, ended_at = UTC_TIMESTAMP(6), next_at = UTC_TIMESTAMP(6) + INTERVAL ? SECOND WHERE id = ? AND fence = ?`,
    [again ? 'waiting' : state, keptSays(says), kind.every ?? 0, job.id, job.fence],
  )) as { affectedRows: number };
  return affectedRows > 0;
}

function holding(worker: Worker, job: Taken, isStopped: () => boolean): Held {
  const fence = async (manager: EntityManager): Promise<void> => {
    if (isStopped()) {
      await leave(worker, job);
      throw new TakenOverError();
    }
    const { affectedRows } = (await manager.query(
      `UPDATE job SET lease_until = UTC_TIMESTAMP(6) + INTERVAL ${LEASE_SECONDS} SECOND WHERE id = ? AND fence = ? AND cancelled = 0`,
      [job.id, job.fence],
    )) as { affectedRows: number };
    if (affectedRows > 0) return;
    const [row] = (await manager.query('SELECT fence FROM job WHERE id = ?', [job.id])) as { fence: string }[];
    throw row?.fence === job.fence ? new CancelledError() : new TakenOverError();
  };
  return {
    ...worker,
    job,
    fence,
    step: (work) =>
      transaction(worker.source, async (manager) => {
        await fence(manager);
        return work(manager);
      }),
    async progress(done, of) {
      await worker.source.query('UPDATE job SET done = ?, steps = ? WHERE id = ? AND fence = ?', [
        done,
        of,
        job.id,
        job.fence,
      ]);
    },
  };
}

/** A server that stops leaves its jobs to others at once. */
async function leave({ source }: Worker, job: Taken): Promise<void> {
  await source.query('UPDATE job SET lease_until = NULL WHERE id = ? AND fence = ?', [job.id, job.fence]);
}
