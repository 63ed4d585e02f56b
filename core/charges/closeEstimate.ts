import { type LineId, lineId } from '../costing/pool.ts';
import { base, type BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { ReceiptLine } from '../state/purchasing.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Cost } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, linesOf, type Reading } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText, textOf } from '../reading/fields.ts';
import {
  differenceOf,
  type EstimateDifference,
  estimateComponent,
  estimateLeft,
  goesToVariance,
  useEstimate,
} from './estimate.ts';
import { change } from '../state/writing.ts';

export interface EstimateClosingCommand {
  readonly kind: 'estimate-closing';
  readonly date: Day;
  readonly reason: string;
  /** `difference`: where it goes what was estimated and is not billed; as the company has it for the kind where undefined. */
  readonly lines: readonly { of: LineId; charge: string; difference?: EstimateDifference | undefined }[];
}

export interface EstimateClosingDocument extends Omit<EstimateClosingCommand, 'lines'> {
  readonly lines: readonly (EstimateClosingCommand['lines'][number] & {
    readonly amount: BaseAmount;
    /** What of it stays in the goods, against landed cost variance. */
    readonly kept: BaseAmount;
  })[];
}

/**
 * What is left of an estimate is closed without a bill, from accrued charges: it leaves the goods again, or is landed cost variance where differences
 * of its kind are (accounting.md, What posts what).
 */
export function decideEstimateClosing(
  books: Books,
  command: EstimateClosingCommand,
): Decision<EstimateClosingDocument> {
  const received = command.lines.map((line) => books.receiptLines.get(line.of));
  const citedDays = received.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = checkDate(books, command.date, citedDays);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  const seen = new Set<string>();
  command.lines.forEach(({ of, charge }, position) => {
    const line = received[position];
    const at = `/lines/${position}`;
    if (!line) return void refusals.push(refusal('line_unknown', at, { line: of }));
    if (estimateLeft(line, charge) === 0n || seen.has(`${of} ${charge}`))
      refusals.push(refusal('estimate_none', at, { kind: charge }));
    seen.add(`${of} ${charge}`);
  });
  if (refusals.length > 0) return refused(refusals);

  const lines = command.lines.map((line, position) => {
    const amount = estimateLeft(received[position] as ReceiptLine, line.charge);
    return { ...line, amount, kept: goesToVariance(books, line.charge, line.difference) ? amount : base(0n) };
  });
  const costs = lines.flatMap((line, position): Cost[] => {
    const { pool, id, date, vendor, dimensions } = received[position] as ReceiptLine;
    const common = { pool: pool ?? '', movement: id, date, shared: true, about: { vendor, ...dimensions } };
    const closed = { component: estimateComponent(line.charge), amount: base(-line.amount) };
    return [
      { ...common, ...closed, against: 'accrued-charges' },
      ...(line.kept === 0n
        ? []
        : [{ ...common, component: line.charge, amount: line.kept, against: 'charge-variance' as const }]),
    ];
  });
  return post(books, {
    document: { ...command, lines },
    date: command.date,
    effects: { costs },
    cites: command.lines.map(({ of }) => of),
  });
}

function closingStep({ step, numbers, date }: Reading): EstimateClosingCommand {
  const lines = linesOf(step, ['of', 'charge', 'difference']).map((line) => {
    const difference = differenceOf(line);
    return {
      of: cited(textOf(line, 'of'), numbers),
      charge: textOf(line, 'charge'),
      ...(difference === undefined ? {} : { difference }),
    };
  });
  return { kind: 'estimate-closing', date, reason: optionalText(step, 'reason') ?? 'no bill comes', lines };
}

export const estimateClosing = kind({
  name: 'estimate-closing',
  decide: decideEstimateClosing,
  record: (next, { lines, date }, number) =>
    lines.forEach(({ of, charge, amount, kept }, position) => {
      const line = lineId(number, position + 1);
      useEstimate(next, of, { line, date, kind: charge, amount });
      if (kept === 0n) return;
      const share = { line, kind: charge, amount: kept };
      change(next.receiptLines, of, (known) => ({ ...known, landed: [...known.landed, share] }));
    }),
  verbs: { 'close-estimate': { keys: ['lines', 'reason'], read: closingStep } },
});
