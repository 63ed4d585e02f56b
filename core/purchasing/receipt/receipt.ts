import type { AheadTaken } from '../../state/purchasing.ts';
import { change, type Writing } from '../../state/writing.ts';
import { kind } from '../../state/kind.ts';
import type { ReceiptDocument } from './command.ts';
import { decideReceipt } from './decide.ts';
import { receiptStep } from './case.ts';
/** What came of each order line, and what of it was paid for before. */
function recordReceipt(next: Writing, { lines, closed, held, vendor, date }: ReceiptDocument): void {
  for (const line of lines) {
    next.receiptLines.set(line.id, line);
    change(next.orderLines, line.of, (ordered) => ({
      ...ordered,
      receipts: [...ordered.receipts, { line: line.id, quantity: line.quantity }],
      aheads: ordered.aheads.map((ahead) => {
        const taken: AheadTaken[] = line.ahead.filter(({ of }) => of === ahead.line);
        return taken.length === 0 ? ahead : { ...ahead, taken: [...ahead.taken, ...taken] };
      }),
    }));
  }
  for (const { id, prepaid } of lines)
    for (const { of, amount, base } of prepaid)
      change(next.prepayments, of, (known) => ({
        ...known,
        received: [...known.received, { line: id, amount, base }],
      }));
  for (const { line, of, quantity } of closed) {
    const noMore = { line, date, quantity, reason: '' };
    change(next.orderLines, of, (known) => ({ ...known, closed: [...known.closed, noMore] }));
  }
  for (const { id, of, quantity } of held) next.heldGoods.set(id, { id, vendor, date, of, quantity, gone: [] });
}

export const receipt = kind({
  name: 'receipt',
  decide: decideReceipt,
  record: recordReceipt,
  verbs: { receive: { keys: ['warehouse', 'shipment', 'lines', 'aside'], read: receiptStep } },
});
