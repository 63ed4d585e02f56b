import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { RequestError } from '../asking/failures.ts';
import type { DatabaseConfig } from '../config.ts';
import { type Answer, foundIn } from './answer.ts';
import type { Beginning, Found, Given, TaskName } from './tasks.ts';

const LONGEST = 120_000;
const MOST_WAITING = 100;
const IDLE = 60_000;
const MOST_MEMORY_MB = 512;

/** Threads beside the one that answers: what reads papers, proposes, writes files does not keep others waiting. */
export interface Workers {
  /** Does a task; refusals are thrown as they were there, and 503 where too much waits or it takes too long. */
  run<Name extends TaskName>(name: Name, ...given: Given<Name>): Promise<Found<Name>>;
  close(): Promise<void>;
}

export function startWorkers(database: DatabaseConfig): Workers {
  const beginning: Beginning = { database };
  const pool = new Piscina({
    filename: program(),
    workerData: beginning,
    // One processor stays with whoever answers.
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: IDLE,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    execArgv: [],
  });
  return {
    async run<Name extends TaskName>(name: Name, ...given: Given<Name>) {
      if (pool.queueSize >= MOST_WAITING) throw new RequestError(503, 'problem.too_much_waits');
      const signal = AbortSignal.timeout(LONGEST);
      const answer = (await pool.run({ name, given }, { signal }).catch((problem: unknown) => {
        throw signal.aborted ? new RequestError(503, 'problem.took_too_long') : problem;
      })) as Answer;
      return foundIn(answer) as Found<Name>;
    },
    close: () => pool.destroy(),
  };
}

/** Built: where this runs from its source, as in tests, the tasks beside it are no program yet. */
const program = (): string =>
  fileURLToPath(new URL(import.meta.url.endsWith('.ts') ? '../dist/workers/tasks.js' : './tasks.js', import.meta.url));
