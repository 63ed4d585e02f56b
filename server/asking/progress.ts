import { AsyncLocalStorage } from 'node:async_hooks';
import type { PostingProgress } from '@obolus/contract/commands';
import { RequestError } from './failures.ts';

/** Whoever follows long work: hears how far it is, and may stop it before anything is written. */
export interface Follower {
  hears(progress: PostingProgress): void;
  stops(): boolean;
}

interface Followed {
  readonly follower: Follower;
  rows: number;
  written: number;
  /** Of several documents it is counted how many are posted, not their rows. */
  documents: boolean;
}

const followed = new AsyncLocalStorage<Followed>();

/** Does work that somebody follows; without it, what it says of itself goes nowhere. */
export const withFollower = <Result>(follower: Follower, work: () => Promise<Result>): Promise<Result> =>
  followed.run({ follower, rows: 0, written: 0, documents: false }, work);

/**
 * Says what it has come to.
 * @throws RequestError 409 where it was stopped before
 */
export function reached(phase: 'reading' | 'deciding'): void {
  const work = followed.getStore();
  if (!work) return;
  goOn(work);
  work.follower.hears({ phase, done: 0, of: 0 });
}

function goOn({ follower }: Followed): void {
  if (follower.stops()) throw new RequestError(409, 'problem.posting_stopped');
}

/**
 * From here on it writes so many rows, and is not stopped any more.
 * @throws RequestError 409 where it was stopped before
 */
export function beginsToWrite(rows: number): void {
  const work = followed.getStore();
  // A document that follows another is written with it.
  if (!work || work.rows > 0) return;
  goOn(work);
  work.rows = rows;
  work.follower.hears({ phase: 'writing', done: 0, of: rows });
}

/** Some of them are written. */
export function wrote(rows: number): void {
  const work = followed.getStore();
  if (!work || work.rows === 0 || work.documents) return;
  work.written = Math.min(work.written + rows, work.rows);
  work.follower.hears({ phase: 'writing', done: work.written, of: work.rows });
}

/** Of the documents that follow one, so many are posted. */
export function followedBy(done: number, of: number): void {
  const work = followed.getStore();
  if (!work) return;
  work.documents = true;
  work.follower.hears({ phase: 'writing', done, of });
}
