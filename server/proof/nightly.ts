import type { JobKind } from '../jobs/job.ts';
import { proveAnchors } from './anchors.ts';
import { proveBooks } from './proveBooks.ts';
import { message } from '@obolus/messages/message';

const EVERY = 24 * 60 * 60;

/** What differs; the log names it. */
class Differs extends Error {
  readonly count: number;

  constructor(differences: readonly string[]) {
    super(`${differences.length} differ: ${differences.slice(0, 5).join('; ')}`);
    this.count = differences.length;
  }
}

/** Proves the books once a day. That something differs is said in the log, in the metrics, and where the job says why it stopped. */
export const proof: JobKind = {
  every: EVERY,
  async run({ source, anchors, log }) {
    const differences = await proveBooks(source);
    if (anchors !== undefined) differences.push(...(await proveAnchors(source, anchors)));
    if (differences.length === 0) return;
    log.error({ differences: differences.slice(0, 100) }, 'the proof found something that differs');
    throw new Differs(differences);
  },
  why: (problem) => [
    problem instanceof Differs ? message('proof.differs', { count: problem.count }) : message('proof.not_done'),
  ],
};
