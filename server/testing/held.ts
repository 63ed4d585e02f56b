import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { transaction } from '../storage/transaction.ts';
import type { Held } from '../jobs/job.ts';

/** A job's work done now, on a day, by a test: nobody else has it, and nobody cancels it. */
export const heldBy = (source: DataSource, today: string): Held => ({
  job: { id: 'a test', kind: 'test', user: undefined },
  source,
  log: pino({ level: 'silent' }),
  now: () => new Date(`${today}T08:00:00Z`),
  today: () => today,
  anchors: undefined,
  fence: () => Promise.resolve(),
  step: (work) => transaction(source, work),
  progress: () => Promise.resolve(),
});
