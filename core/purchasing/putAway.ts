import { type LineId, lineId, warehouseOf } from '../costing/pool.ts';
import { formatQuantity, quantity, type Quantity, sumOf } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { ReceiptLine } from '../state/purchasing.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, linesOf, quantityOf, type Reading } from '../state/caseStep.ts';
import { change } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';

export interface PutAwayCommand {
  readonly kind: 'put-away';
  readonly date: Day;
  /** A received line may go into several bins. */
  readonly lines: readonly { readonly of: LineId; readonly quantity: Quantity; readonly bin: string }[];
}

export interface PutAwayDocument extends PutAwayCommand {
  readonly warehouse: string;
}

/**
 * Received goods go from the dock into bins. Bins are places inside a warehouse, not pools: nothing of value moves, and nothing is
 * posted. No more of a line is put away than came and did not go back.
 */
export function decidePutAway(books: Books, command: PutAwayCommand): Decision<PutAwayDocument> {
  const received = command.lines.flatMap(({ of }) => books.receiptLines.get(of) ?? []);
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      received.map(({ date }) => date),
    ),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  const put = new Map<LineId, bigint>();
  command.lines.forEach((line, position) => refusals.push(...checkPut(books, line, put, `/lines/${position}`)));
  const [warehouse, ...others] = new Set(
    received.flatMap(({ pool }) => (pool === undefined ? [] : [warehouseOf(pool)])),
  );
  if (others.length > 0) refusals.push(refusal('warehouse_differs', '/lines'));
  if (refusals.length > 0 || warehouse === undefined) return refused(refusals);
  const cites = [...new Set(command.lines.map(({ of }) => of))];
  return post(books, { document: { ...command, warehouse }, date: command.date, cites, postsNothing: true });
}

/** @param put what earlier lines of the same document put away of each received line */
function checkPut(
  books: Books,
  line: PutAwayCommand['lines'][number],
  put: Map<LineId, bigint>,
  at: string,
): Refusal[] {
  const received = books.receiptLines.get(line.of);
  if (!received) return [refusal('line_unknown', at, { line: line.of })];
  if (received.pool === undefined) return [refusal('not_stock', at)];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const kind = books.bins.get(warehouseOf(received.pool))?.get(line.bin);
  if (kind === undefined || kind === 'dock') return [refusal('bin_unknown', `${at}/bin`, { bin: line.bin })];
  const before = put.get(line.of) ?? 0n;
  const left = quantity(openToPutAway(received) - before);
  put.set(line.of, before + line.quantity);
  if (line.quantity <= left) return [];
  return [
    refusal('put_away_exceeds_received', `${at}/quantity`, {
      open: formatQuantity(left > 0n ? left : quantity(0n)),
      quantity: formatQuantity(line.quantity),
    }),
  ];
}

/** What of a received line still stands on the dock. */
export const openToPutAway = ({ quantity: came, returns, putAway }: ReceiptLine): bigint =>
  came - returns.reduce((sum, { billed, unbilled }) => sum + billed + unbilled, 0n) - sumOf(putAway);

function putAwayStep({ step, numbers, date }: Reading): PutAwayCommand {
  const lines = linesOf(step, ['of', 'qty', 'bin']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    bin: textOf(line, 'bin'),
  }));
  return { kind: 'put-away', date, lines };
}

export const putAway = kind({
  name: 'put-away',
  decide: decidePutAway,
  record: (next, { lines }, number) =>
    lines.forEach(({ of, quantity: put, bin }, position) =>
      change(next.receiptLines, of, (line) => ({
        ...line,
        putAway: [...line.putAway, { line: lineId(number, position + 1), quantity: put, bin }],
      })),
    ),
  verbs: { 'put-away': { keys: ['lines'], read: putAwayStep } },
});
