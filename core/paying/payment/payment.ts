import { change, type Writing } from '../../state/writing.ts';
import { kind } from '../../state/kind.ts';
import { lineId } from '../../costing/pool.ts';
import { decidePayment, type PaymentDocument } from './decide.ts';
import { paymentStep } from './case.ts';
function recordPayment(next: Writing, { bills, from, paid, date }: PaymentDocument, number: string): void {
  for (const { id, of, settled, booked } of bills) {
    const part = { line: id, date, amount: settled, base: booked };
    change(next.payables, of, (known) => ({ ...known, paid: [...known.paid, part] }));
  }
  if (from === undefined) return;
  const used = { line: lineId(number, 1), amount: paid.amount, base: paid.base };
  change(next.prepayments, from, (known) => ({ ...known, used: [...known.used, used] }));
}

export const payment = kind({
  name: 'payment',
  decide: decidePayment,
  record: recordPayment,
  verbs: { pay: { keys: ['currency', 'bills', 'from', 'discounts', 'reason', 'took', 'fee'], read: paymentStep } },
});
