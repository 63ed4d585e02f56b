import { kind } from '../../state/kind.ts';
import { BILL_WORDS, billStep } from './case.ts';
import { decideBill } from './decide.ts';
import { recordBill } from './record.ts';
export const bill = kind({
  name: 'bill',
  decide: decideBill,
  record: recordBill,
  charges: ({ charges }) => charges.map((charge) => [charge.kind, charge.id]),
  verbs: { bill: { keys: BILL_WORDS, read: billStep } },
});
