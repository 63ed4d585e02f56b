import { BaseAmount, Currency, Day, exactly, Id, LineId, oneOf, Rate, type Static, Text, Type } from '../figures.ts';
import { PreviewReply } from '../commands.ts';
import { RATE_UNITS } from '../registers/charges.ts';
import { Says } from '../message.ts';
import { Name } from './parts.ts';

export const WHY_NOT = [
  'origin',
  'preference',
  'not-yet',
  'ended',
  'claimed',
  'longer',
  'named',
  'later',
  'suspended',
] as const;

/** What a code is charged: every rate that its digits reach, with what it comes to or why it does not apply. */
export const TriedCode = exactly({
  rates: Type.Array(
    exactly({
      measure: Text(40),
      code: Text(20),
      /** Empty for any. */
      origin: Text(2),
      preference: Type.Boolean(),
      from: Day,
      to: Type.Union([Day, Type.Null()]),
      /** Percent of the customs value, and an amount for each unit in base currency. */
      percent: Text(20),
      perUnit: Text(30),
      unit: oneOf(RATE_UNITS),
      combine: oneOf(['sum', 'higher', 'lower'] as const),
      floor: Type.Union([BaseAmount, Type.Null()]),
      cap: Type.Union([BaseAmount, Type.Null()]),
      limits: oneOf(['line', 'entry'] as const),
      suspended: Type.Union([exactly({ from: Day, to: Type.Union([Day, Type.Null()]) }), Type.Null()]),
      /** Null where it does not apply. */
      amount: Type.Union([BaseAmount, Type.Null()]),
      whyNot: Type.Union([oneOf(WHY_NOT), Type.Null()]),
    }),
  ),
  total: BaseAmount,
});

export type TriedCode = Static<typeof TriedCode>;

/** An item for which duty cannot be calculated, and why. */
export const TariffGap = exactly({
  item: exactly({ id: Id, number: Text(40), name: Name }),
  code: Text(20),
  origin: Text(2),
  gap: oneOf(['no-code', 'no-rate', 'no-factor'] as const),
});

const Stated = Type.Union([BaseAmount, Type.Literal('')]);

/** A broker's statement as a customs entry: what it declares, with the goods that were found for each line, and what was not understood of it. */
export const StatementView = exactly({
  reference: Text(60),
  date: Type.Union([Day, Type.Literal('')]),
  vendor: Type.Union([Id, Type.Literal('')]),
  rates: Type.Array(exactly({ currency: Currency, rate: Rate })),
  lines: Type.Array(
    exactly({
      goods: Type.Array(LineId),
      code: Text(20),
      origin: Text(2),
      preference: oneOf(['', 'yes', 'no'] as const),
      value: Stated,
      duty: Stated,
      importTax: Stated,
    }),
  ),
  says: Says,
});

export type StatementView = Static<typeof StatementView>;

/** What is owed to customs for an entry, in base currency. */
export const CustomsDebt = exactly({
  id: Id,
  number: Text(30),
  reference: Text(60),
  authority: Name,
  open: BaseAmount,
});

export type CustomsDebt = Static<typeof CustomsDebt>;

/** A customs entry that was posted: calculated beside charged, line by line. */
export const ChargedEntry = exactly({
  number: Text(30),
  reference: Text(60),
  entered: Day,
  vendor: Type.Union([exactly({ id: Id, name: Name, currency: Currency }), Type.Null()]),
  lines: Type.Array(
    exactly({
      line: Type.Integer({ minimum: 0 }),
      code: Text(20),
      origin: Text(2),
      goods: Type.Array(exactly({ line: LineId, name: Name, receipt: exactly({ id: Id, number: Text(30) }) })),
      value: Stated,
      duty: Stated,
      importTax: Stated,
    }),
  ),
  charged: PreviewReply.properties.charged,
  /** What is owed to customs and not paid; nothing where the entry only states. */
  debt: Type.Union([exactly({ authority: exactly({ id: Id, name: Name }), open: BaseAmount }), Type.Null()]),
  /** Its charges that go onto goods, with what of them is on none yet. */
  charges: Type.Array(exactly({ line: LineId, kind: Text(30), left: BaseAmount })),
});

export type ChargedEntry = Static<typeof ChargedEntry>;
