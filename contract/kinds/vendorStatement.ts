import { Amount, Currency, Day, exactly, Id, Text, Type } from '../figures.ts';
import { lines, Party } from './parts.ts';
import { kind } from './kind.ts';
import type { MessageId } from '@obolus/messages/message';

/** How a line of the statement and one of our account stand to each other (`core/paying/vendorStatement/layBeside`). */
export const FOUND = [
  'agreed',
  'agreed-in-sum',
  'date-differs',
  'reference-differs',
  'amount-differs',
  'missing-here',
  'missing-there',
] as const;

/** How lines of both sides stand to each other, in words. */
export const FOUND_NAMES: Readonly<Record<(typeof FOUND)[number], MessageId>> = {
  agreed: 'payables.found_agreed',
  'agreed-in-sum': 'payables.found_agreed_in_sum',
  'date-differs': 'payables.found_date_differs',
  'reference-differs': 'payables.found_reference_differs',
  'amount-differs': 'payables.found_amount_differs',
  'missing-here': 'payables.found_missing_here',
  'missing-there': 'payables.found_missing_there',
};

/** Whether there is nothing to do about it. */
export const isAgreed = (found: (typeof FOUND)[number]): boolean => found === 'agreed' || found === 'agreed-in-sum';

/** A vendor's statement of account, laid beside ours and kept with the balance that both sides agree upon. */
export const vendorStatement = kind({
  name: 'vendor-statement',
  prefix: 'VS',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_stated',
  body: exactly({
    vendor: Party,
    currency: Currency,
    date: Day,
    from: Type.Optional(
      Type.Union([Day, Type.Literal('')], {
        description: 'From which day it lists all that happened; empty for a list of what is open',
      }),
    ),
    reference: Text(60, 'What the vendor calls it'),
    opening: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description: 'What was owed before its first day; nothing of what is open',
      }),
    ),
    closing: Amount,
    agreed: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description: 'What both sides agree is owed; our balance where left out',
      }),
    ),
    note: Type.Optional(Text(500)),
    lines: lines({
      date: Day,
      reference: Text(60, 'The number of the paper'),
      text: Type.Optional(Text(140)),
      amount: Type.Union([Amount, Type.Literal('')], {
        description: 'A bill above zero, a credit memo or payment below',
      }),
      document: Type.Optional(
        Type.Union([Id, Type.Literal('')], {
          description: 'The document here that it is, where somebody says so; else it is looked for',
        }),
      ),
    }),
  }),
});
