import { change, type Writing } from '../../state/writing.ts';
import { kind } from '../../state/kind.ts';
import { lineId } from '../../costing/pool.ts';
import { madeFromRun } from '../released.ts';
import type { PaymentDocument } from './command.ts';
import { decidePayment } from './decide.ts';

import { paymentStep } from './case.ts';
function recordPayment(next: Writing, document: PaymentDocument, number: string): void {
  const { bills, from, paid, date, run, vendor, currency, account, left, fee } = document;
  for (const { id, of, settled, booked } of bills) {
    const part = { line: id, date, amount: settled, base: booked };
    change(next.payables, of, (known) => ({ ...known, paid: [...known.paid, part] }));
  }
  if (run !== undefined) madeFromRun(next, run);
  if (from === undefined) {
    const { amount } = paid;
    next.bankPayments.set(number, { document: number, vendor, currency, date, amount, account, left, fee, stated: [] });
    return;
  }
  const used = { line: lineId(number, 1), date, ...paid };
  change(next.prepayments, from, (known) => ({ ...known, used: [...known.used, used] }));
}

export const payment = kind({
  name: 'payment',
  decide: decidePayment,
  record: recordPayment,
  verbs: {
    pay: { keys: ['account', 'currency', 'bills', 'from', 'discounts', 'reason', 'took', 'fee'], read: paymentStep },
  },
});
