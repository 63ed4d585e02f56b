import { lineId } from '../../costing/pool.ts';
import { kind } from '../../state/kind.ts';
import { decidePaymentRun, type PaymentRunDocument } from './decide.ts';

export const paymentRun = kind({
  name: 'payment-run',
  decide: decidePaymentRun,
  record: (next, { by, date, account, way = 'transfer', payments, amount }: PaymentRunDocument, document) => {
    const places = payments.length;
    next.paymentRuns.set(document, { document, by, date, account, way, places, amount, answer: undefined });
    for (const [at, asked] of payments.entries())
      next.runPlaces.set(lineId(document, at + 1), { ...asked, isMade: false });
  },
  strikeOut: (next, document) => void next.paymentRuns.delete(document),
  // A case file tells what happens to the books, and a run waits: its payments are steps of their own.
  verbs: {},
});
