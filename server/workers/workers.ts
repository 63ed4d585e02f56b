import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MessageChannel, type TransferListItem } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { PostedReply, PostingProgress, PreviewReply } from '@obolus/contract/commands';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { RequestError } from '../asking/failures.ts';
import type { Previewing } from '../commands/previewDocument.ts';
import type { Posting } from '../commands/runCommand.ts';
import type { DatabaseConfig } from '../config.ts';
import { type Answer, foundIn } from './answer.ts';
import type { Beginning, Found, Given, TaskName } from './tasks.ts';

const LONGEST = 120_000;
const MOST_WAITING = 100;
/** A thread that is begun anew reads its programs first, which takes seconds: between two papers of a morning it stays. */
const IDLE = 600_000;
const MOST_MEMORY_MB = 512;
/** What a task makes is gone when it ends: with room for it nothing is moved about meanwhile. */
const YOUNG_MEMORY_MB = 96;

/** Threads beside the one that answers: what reads papers, proposes, writes files does not keep others waiting. */
export interface Workers {
  /** Does a task; refusals are thrown as they were there, and 503 where too much waits or it takes too long. */
  run<Name extends TaskName>(name: Name, ...given: Given<Name>): Promise<Found<Name>>;
  /** Posts a long document in another thread, which whoever has its key may follow and stop. */
  postLong<Kind extends DocumentKind>(kind: Kind, body: BodyOf<Kind>, posting: Posting): Promise<PostedReply>;
  /** Previews a long document there; an earlier preview of the same draft that still goes on is given up. */
  previewLong<Kind extends DocumentKind>(kind: Kind, body: BodyOf<Kind>, of: Previewing): Promise<PreviewReply>;
  /** How far a person's long posting is; nothing where none goes on under the key. */
  progressOf(user: string, key: string): PostingProgress | undefined;
  /** Stops it, unless it writes already. */
  stopPosting(user: string, key: string): void;
  close(): Promise<void>;
}

/** @param standBy whether a thread is there, and has practised, before anybody asks: the first paper of a day is as quick as any */
export function startWorkers(database: DatabaseConfig, standBy: boolean): Workers {
  const beginning: Beginning = { database };
  const pool = new Piscina({
    filename: program(),
    workerData: beginning,
    // One processor stays with whoever answers.
    minThreads: standBy ? 1 : 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: IDLE,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: YOUNG_MEMORY_MB },
    execArgv: [],
  });
  const going = new Map<string, { progress: PostingProgress; readonly stop: Int32Array }>();
  const previews = new Map<string, Int32Array>();
  const nameOf = (user: string, key: string) => `${user} ${key}`;
  async function run<Name extends TaskName>(name: Name, given: Given<Name>, transferList: TransferListItem[] = []) {
    if (pool.queueSize >= MOST_WAITING) throw new RequestError(503, 'problem.too_much_waits');
    const signal = AbortSignal.timeout(LONGEST);
    const answer = (await pool.run({ name, given }, { signal, transferList }).catch((problem: unknown) => {
      throw signal.aborted ? new RequestError(503, 'problem.took_too_long') : problem;
    })) as Answer;
    return foundIn(answer) as Found<Name>;
  }
  // What fails here fails again where somebody waits for it, and is said there.
  if (standBy) void run('practise', []).catch(() => undefined);
  return {
    run: (name, ...given) => run(name, given),
    async postLong(kind, body, { now, first: _first, ahead: _ahead, ...posting }) {
      const name = nameOf(posting.user, posting.key);
      const followed = {
        progress: { phase: 'reading', done: 0, of: 0 } as PostingProgress,
        stop: stopSign(),
      };
      const { port1, port2 } = new MessageChannel();
      port1.on('message', (progress: PostingProgress) => (followed.progress = progress));
      going.set(name, followed);
      try {
        const following = { port: port2, stop: followed.stop };
        return (await run('postLong', [kind, body, { ...posting, at: now() }, following], [port2])) as PostedReply;
      } finally {
        if (going.get(name) === followed) going.delete(name);
        port1.close();
      }
    },
    progressOf: (user, key) => going.get(nameOf(user, key))?.progress,
    stopPosting: (user, key) => {
      const followed = going.get(nameOf(user, key));
      if (followed) Atomics.store(followed.stop, 0, 1);
    },
    async previewLong(kind, body, of) {
      const stop = stopSign();
      if (of.key === undefined) return run('previewLong', [kind, body, of, stop]);
      const name = nameOf(of.user, of.key);
      const before = previews.get(name);
      if (before) Atomics.store(before, 0, 1);
      previews.set(name, stop);
      try {
        return await run('previewLong', [kind, body, of, stop]);
      } finally {
        if (previews.get(name) === stop) previews.delete(name);
      }
    },
    close: () => pool.destroy(),
  };
}

const stopSign = () => new Int32Array(new SharedArrayBuffer(4));

/** Built: where this runs from its source, as in tests, the tasks beside it are no program yet. */
const program = (): string =>
  fileURLToPath(new URL(import.meta.url.endsWith('.ts') ? '../dist/workers/tasks.js' : './tasks.js', import.meta.url));
