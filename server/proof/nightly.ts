import type { JobKind } from '../jobs/job.ts';
import { proveAnchors } from './anchors.ts';
import { proveBooks } from './proveBooks.ts';

const EVERY = 24 * 60 * 60;

/** What differs; its first lines are told where the job says why it stopped. */
class Differs extends Error {}

/** Proves the books once a day. That something differs is said in the log, in the metrics, and where the job says why it stopped. */
export const proof: JobKind = {
  every: EVERY,
  async run({ source, anchors, log }) {
    const differences = await proveBooks(source);
    if (anchors !== undefined) differences.push(...(await proveAnchors(source, anchors)));
    if (differences.length === 0) return;
    log.error({ differences: differences.slice(0, 100) }, 'the proof found something that differs');
    throw new Differs(`${differences.length} differ: ${differences.slice(0, 5).join('; ')}`);
  },
  why: (problem) => (problem instanceof Differs ? problem.message : 'The proof could not be done.'),
};
