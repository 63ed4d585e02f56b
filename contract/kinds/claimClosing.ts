import { Amount, Currency, Day, exactly, Id, LineId, oneOf, Quantity, Type } from '../figures.ts';
import { lines, Party, Reason } from './parts.ts';
import { kind } from './kind.ts';

/** What a vendor owes ends without a credit memo: money came back for it, or it is refused. */
export const claimClosing = kind({
  name: 'claim-closing',
  prefix: 'CC',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_closed',
  body: exactly({
    vendor: Party,
    date: Day,
    currency: Currency,
    reason: Reason,
    account: Type.Optional(
      Type.Union([Id, Type.Literal('')], {
        description: 'The company’s bank account that money came into; one in base currency where left out',
      }),
    ),
    got: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description:
          'What came into the bank for all of it, in the account’s currency; at the day’s rate where left out',
      }),
    ),
    lines: lines({
      of: LineId,
      quantity: Type.Optional(Quantity),
      amount: Type.Optional(Amount),
      received: Type.Union([Amount, Type.Literal('')], {
        description: 'What of it came in money; the rest is refused',
      }),
      to: Type.Optional(oneOf(['cost', 'variance'] as const)),
    }),
  }),
});
