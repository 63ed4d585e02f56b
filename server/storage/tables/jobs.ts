import { figure, flag, instant, maybe, number, ref, table, text } from './columns.ts';

/** Work that is done beside requests, whichever server takes it (`server/jobs`). */
export const jobs = {
  job: table(
    'job',
    {
      id: { type: 'varchar', length: 36, primary: true },
      kind: text(20),
      user_id: maybe(ref()),
      state: text(10),
      /** Not to go on. */
      cancelled: flag(),
      done: { ...number(), default: 0 },
      steps: { ...number(), default: 0 },
      /** Why it stopped. */
      says: { ...text(4000), default: '' },
      /** Rises with each server that takes it: what the one before still writes is refused. */
      fence: { ...figure(), default: 0 },
      lease_until: maybe(instant()),
      next_at: instant(),
      created_at: instant(),
      ended_at: maybe(instant()),
    },
    { indices: { job_by_time: ['state', 'next_at'] } },
  ),
};
