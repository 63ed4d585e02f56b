import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config.ts';

/** What every endpoint may use. The clock is here so that tests and pictures can fix the day. */
export interface Context {
  readonly config: Config;
  readonly source: DataSource;
  readonly log: Logger;
  readonly now: () => Date;
}

export const todayOf = (context: Context): string => context.config.today ?? context.now().toISOString().slice(0, 10);
