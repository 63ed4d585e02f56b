import { kind } from '../../state/kind.ts';
import { creditStep } from './case.ts';
import { decideCredit } from './decide.ts';
import { recordCredit } from './record.ts';
export const credit = kind({
  name: 'credit',
  decide: decideCredit,
  record: recordCredit,
  charges: ({ lines }) => lines.flatMap(({ charge, id }) => (charge === undefined ? [] : [[charge, id] as const])),
  verbs: { credit: { keys: ['currency', 'lines', 'tax', 'agreed-rates'], read: creditStep } },
});
