import { plannedBills } from './bills/plannedBills.ts';
import { imports } from './imports/load.ts';
import { anchors } from './proof/anchors.ts';
import { proof } from './proof/nightly.ts';
import { tidying } from './signIn/tidy.ts';
import { sums } from './sums/addUp.ts';
import type { JobKinds } from './jobs/runJobs.ts';

/** Every kind of job: one line each. */
export const JOB_KINDS: JobKinds = {
  import: imports,
  'planned-bills': plannedBills,
  sums,
  anchors,
  tidying,
  proof,
};
