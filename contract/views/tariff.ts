import { BaseAmount, Day, exactly, oneOf, type Static, Text, Type } from '../figures.ts';

export const WHY_NOT = ['origin', 'preference', 'not-yet', 'ended', 'claimed', 'longer', 'named', 'later'] as const;

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
      unit: oneOf(['stock-unit', 'kg'] as const),
      combine: oneOf(['sum', 'higher', 'lower'] as const),
      floor: Type.Union([BaseAmount, Type.Null()]),
      cap: Type.Union([BaseAmount, Type.Null()]),
      /** Null where it does not apply. */
      amount: Type.Union([BaseAmount, Type.Null()]),
      whyNot: Type.Union([oneOf(WHY_NOT), Type.Null()]),
    }),
  ),
  total: BaseAmount,
});

export type TriedCode = Static<typeof TriedCode>;
