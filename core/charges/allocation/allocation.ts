import { change, type Writing } from '../../state/writing.ts';
import { base } from '../../exact/amounts.ts';
import { kind } from '../../state/kind.ts';
import { type LineId, lineId } from '../../costing/pool.ts';
import { useEstimate } from '../estimate.ts';
import type { AllocationDocument } from './command.ts';
import { decideAllocation } from './decide.ts';
import { allocationStep, customsEntryOf } from './case.ts';
/** What of each charge landed on which goods, and the estimates that it stands in for. */
function recordAllocation(next: Writing, { shares, to, date }: AllocationDocument, number: string): void {
  const lines = shares.map((_, position) => lineId(number, position + 1));
  shares.forEach(({ charge, amounts }, position) => {
    const part = { line: lines[position] as LineId, amount: base(amounts.reduce((sum, share) => sum + share, 0n)) };
    change(next.charges, charge, (known) => ({ ...known, allocated: [...known.allocated, part] }));
  });
  to.forEach((of, place) => {
    const landed = shares.map(({ kind: name, amounts, varied }, position) => ({
      line: lines[position] as LineId,
      kind: name,
      amount: base((amounts[place] ?? 0n) - (varied[place] ?? 0n)),
    }));
    change(next.receiptLines, of, (known) => ({ ...known, landed: [...known.landed, ...landed] }));
    shares.forEach(({ kind: name, estimatesUsed }, position) =>
      useEstimate(next, of, {
        line: lines[position] as LineId,
        date,
        kind: name,
        amount: estimatesUsed[place] ?? base(0n),
      }),
    );
  });
}

const WORDS = ['to', 'by', 'charges', 'amounts', 'amount', 'fixed', 'only', 'more', 'entry', 'density', 'difference'];

export const allocation = kind({
  name: 'allocation',
  decide: decideAllocation,
  record: recordAllocation,
  verbs: { allocate: { keys: WORDS, read: allocationStep, states: customsEntryOf } },
});
