import type { Logger } from 'pino';
import type { DataSource, EntityManager } from 'typeorm';
import type { Message } from '@obolus/messages/message';

/** A piece of work that is done by itself, beside requests, by whichever server takes it. */
export interface Job {
  readonly id: string;
  readonly kind: string;
  /** For whom; undefined for the company's own. */
  readonly user: string | undefined;
}

/** What a job works with. */
export interface Worker {
  readonly source: DataSource;
  readonly log: Logger;
  readonly now: () => Date;
  /** Today, as the company counts it. */
  readonly today: () => string;
  /** The file in which seals are noted; undefined where nobody keeps one. */
  readonly anchors: string | undefined;
}

/**
 * A job that is being worked on. Another server takes it over once its lease has run out; each transaction of the one before then fails at
 * the fence, so that nothing is done twice.
 */
export interface Held extends Worker {
  readonly job: Job;
  /** First in each transaction of the job: whether it is still ours and wanted, and that it goes on. */
  readonly fence: (manager: EntityManager) => Promise<void>;
  /** A transaction of the job. */
  readonly step: <Result>(work: (manager: EntityManager) => Promise<Result>) => Promise<Result>;
  /** How far it is, for whoever waits for it. */
  readonly progress: (done: number, of: number) => Promise<void>;
}

/** A kind of job: what it does, step by step, so that it can be stopped anywhere and gone on with by another server. */
export interface JobKind {
  /** It is done again so many seconds after it ended. */
  readonly every?: number;
  run(held: Held): Promise<void>;
  /** What follows where it stopped or was cancelled, with the reason. */
  ended?(manager: EntityManager, job: Job, says: readonly Message[]): Promise<void>;
  /** What whoever waits for it is told where it stopped; a general word where nothing is said. */
  why?(problem: unknown): readonly Message[];
}

/** Somebody does not want it any more. */
export class CancelledError extends Error {}

/** Another server has it now. */
export class TakenOverError extends Error {}
