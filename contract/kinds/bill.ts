import {
  Amount,
  Currency,
  Day,
  Discount,
  exactly,
  Id,
  LineId,
  oneOf,
  Price,
  Quantity,
  Text,
  Type,
} from '../figures.ts';
import { AgreedRates, Another, ChargeKind, Dimensions, lines, Party, Reason, Terms, WhyDifferent } from './parts.ts';
import { BASES, MOST_LANDED } from './allocation.ts';
import { kind } from './kind.ts';

/** What of charges goes onto goods with the posting of the paper that asks for them. */
export const Landed = Type.Optional(
  exactly({
    date: Day,
    to: Type.Array(LineId, { maxItems: MOST_LANDED }),
    bases: Type.Array(
      exactly({
        charge: Type.Integer({ minimum: 0, description: 'Its place among the charges' }),
        basis: oneOf(BASES),
        limitedTo: Type.Optional(Type.Array(LineId, { maxItems: MOST_LANDED })),
      }),
      { maxItems: 50 },
    ),
    more: Type.Optional(Type.Boolean({ description: 'Further bills of these kinds are to come' })),
    entry: Type.Optional(
      Type.Union([Id, Type.Literal('')], { description: 'The customs entry that duty is worked out by' }),
    ),
  }),
);

/**
 * Whom a bill asks to be paid to, where that is not the vendor at its account on file: its payment waits for a second person. Of a paper
 * that says so, what the paper says holds.
 */
export const RemitTo = Type.Optional(
  exactly({
    payee: Text(140, 'Empty for the vendor'),
    toAccount: Text(60, 'Its number; empty for the account on file'),
    bankCode: Text(11, 'The code of its bank, a BIC'),
  }),
);

export const DIFFERENCES = ['cost', 'variance', 'credit'] as const;

export const bill = kind({
  name: 'bill',
  prefix: 'VB',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_billed',
  body: exactly({
    vendor: Party,
    terms: Terms,
    due: Type.Optional(
      Type.Union([Day, Type.Literal('')], { description: 'When it is due, where that is not by its terms' }),
    ),
    instalments: Type.Optional(
      Type.Array(exactly({ due: Day, amount: Amount }), {
        maxItems: 60,
        description: 'Where it is due in parts that its terms do not say: all of it, by day',
      }),
    ),
    reference: Text(60, 'The vendor’s number'),
    another: Another,
    date: Day,
    currency: Currency,
    agreedRates: AgreedRates,
    lines: lines({
      of: LineId,
      quantity: Quantity,
      price: Price,
      discount: Discount,
      difference: oneOf(DIFFERENCES),
      done: Type.Optional(
        Type.Boolean({ description: 'Of an expense on order: it was done, and the bill stands for its receipt' }),
      ),
      wait: Type.Optional(
        Type.Boolean({ description: 'Ahead of the goods: the bill is not paid before they are here' }),
      ),
      reason: WhyDifferent,
    }),
    charges: Type.Array(exactly({ kind: ChargeKind, amount: Amount, reason: WhyDifferent }), { maxItems: 50 }),
    land: Landed,
    disputed: Type.Optional(
      Type.Array(
        exactly({
          said: Text(200, 'As the paper calls it'),
          amount: Amount,
          decision: oneOf(['credit', 'not-ours'] as const),
          reason: Reason,
        }),
        {
          maxItems: 200,
          description: 'What is not accepted: owed for now, and expected back as a credit',
        },
      ),
    ),
    disbursements: Type.Optional(
      Type.Array(exactly({ of: Type.Union([Id, Type.Literal('')]), amount: Amount }), {
        maxItems: 50,
        description: 'What was paid to customs for the company, by customs entry: it clears what is owed there',
      }),
    ),
    expenses: Type.Optional(
      Type.Array(exactly({ expense: Text(60), amount: Amount, ...Dimensions }), { maxItems: 200 }),
    ),
    tax: Type.Optional(
      Type.Array(
        exactly({
          amount: Amount,
          recoverable: Type.Boolean(),
          selfAssessed: Type.Optional(
            Type.Boolean({ description: 'The vendor does not charge it: it is owed to the tax office' }),
          ),
          withDiscount: Type.Optional(
            Type.Boolean({ description: 'A discount for paying early takes its part of it back' }),
          ),
          lines: Type.Optional(
            Type.Array(Type.Integer({ minimum: 1 }), {
              description: 'Counted over lines, charges and expenses; all where it is left out',
            }),
          ),
        }),
        { maxItems: 20 },
      ),
    ),
    remitTo: RemitTo,
    whole: Type.Optional(
      exactly({
        tax: Type.Optional(
          exactly({ reason: Text(200, 'Why its tax is taken, where it is not what the orders’ codes make') }),
        ),
        total: Type.Optional(exactly({ asked: Amount, reason: WhyDifferent })),
      }),
    ),
  }),
});
