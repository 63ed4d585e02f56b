import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config.ts';
import type { Metrics } from './metrics.ts';
import type { Workers } from '../workers/workers.ts';
import type { MailServer } from '../mail/mails.ts';

/** What every endpoint may use. The clock is here so that tests and pictures can fix the day. */
export interface Context {
  readonly config: Config;
  readonly source: DataSource;
  readonly log: Logger;
  readonly now: () => Date;
  /** Where mails are sent; undefined where no server is set up. */
  readonly mailServer: MailServer | undefined;
  /** The port of the mailbox that stands in for a mail server, where there is one. */
  readonly mailboxPort: number | undefined;
  /** There is a new job: it need not wait until somebody looks. */
  readonly wakeJobs: () => void;
  readonly metrics: Metrics;
  /** Threads for what takes long. */
  readonly workers: Workers;
}

export const todayOf = (context: Pick<Context, 'config' | 'now'>): string =>
  context.config.today ?? context.now().toISOString().slice(0, 10);
