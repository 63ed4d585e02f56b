import { base, documentAmount } from '../../exact/amounts.ts';
import { kind } from '../../state/kind.ts';
import { cameIn } from '../../state/cameIn.ts';
import { change } from '../../state/writing.ts';
import type { ClaimClosingDocument } from './command.ts';
import { decideClaimClosing } from './decide.ts';
import { claimClosingStep } from './case.ts';

export const claimClosing = kind({
  name: 'claim-closing',
  decide: decideClaimClosing,
  record(next, { vendor, currency, account, lines, date, came }: ClaimClosingDocument, number) {
    cameIn(next, number, {
      vendor,
      currency,
      date,
      account,
      amount: documentAmount(lines.reduce((sum, { received }) => sum + received, 0n)),
      got: came,
    });
    for (const { id, of, isReturn, closed, amount, ownAmount, own } of lines) {
      const taken = {
        line: id,
        date,
        quantity: closed,
        amount: ownAmount,
        base: own,
        expected: isReturn ? documentAmount(0n) : (amount ?? documentAmount(0n)),
        expectedBase: isReturn ? base(0n) : own,
      };
      change(next.creditable, of, (known) => ({ ...known, credits: [...known.credits, taken] }));
    }
  },
  verbs: {
    'claim-closing': { keys: ['account', 'currency', 'got', 'reason', 'signed-off', 'lines'], read: claimClosingStep },
  },
});
