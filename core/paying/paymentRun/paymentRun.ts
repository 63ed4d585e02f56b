import { kind } from '../../state/kind.ts';
import { decidePaymentRun, type PaymentRunDocument } from './decide.ts';

export const paymentRun = kind({
  name: 'payment-run',
  decide: decidePaymentRun,
  record: (next, { by, date, account, way = 'transfer', payments, amount }: PaymentRunDocument, document) => {
    const asked = { document, by, date, account, way, payments, amount };
    next.paymentRuns.set(document, { ...asked, answer: undefined, made: [] });
  },
  strikeOut: (next, document) => void next.paymentRuns.delete(document),
  // A case file tells what happens to the books, and a run waits: its payments are steps of their own.
  verbs: {},
});
