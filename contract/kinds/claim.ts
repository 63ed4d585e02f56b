import { Amount, Currency, Day, exactly, Id, oneOf, Text, Type } from '../figures.ts';
import { lines, Party, Reason } from './parts.ts';
import { kind } from './kind.ts';

/** Why a vendor owes what no goods went back for. */
export const CLAIMED_FOR = ['rebate', 'paid-twice', 'promised'] as const;

/** What a vendor will credit or pay back though nothing went back: a rebate, a bill that was paid twice, what was promised. */
export const claim = kind({
  name: 'claim',
  prefix: 'CA',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_claimed',
  body: exactly({
    vendor: Party,
    date: Day,
    currency: Currency,
    why: oneOf(CLAIMED_FOR),
    reason: Reason,
    bill: Type.Optional(Type.Union([Id, Type.Literal('')], { description: 'The bill that it is about' })),
    lines: lines({
      said: Text(200),
      expense: Text(60, 'The expense that it lowers; empty for purchase price variance'),
      amount: Amount,
    }),
  }),
});
