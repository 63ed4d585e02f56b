import type { JobKind } from '../jobs/job.ts';

/** Takes away what no sign-in needs any more. */
export const tidying: JobKind = {
  every: 3600,
  run: ({ step }) =>
    step(async (manager) => {
      await manager.query('DELETE FROM sign_in_pace WHERE free_at < UTC_TIMESTAMP(6)');
      await manager.query('DELETE FROM password_reset WHERE expires_at < UTC_TIMESTAMP(6)');
    }),
};
