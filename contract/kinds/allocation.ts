import type { MessageId } from '@obolus/messages/message';
import { BaseAmount, Day, exactly, Id, LineId, oneOf, Type } from '../figures.ts';
import { kind } from './kind.ts';

export const BASES = [
  'value',
  'value-and-freight',
  'quantity',
  'weight',
  'volume',
  'chargeable',
  'equal',
  'duty',
  'manual',
] as const;

/** What each basis is called, of a charge that is shared by it. */
export const BASIS_NAMES: Readonly<Record<(typeof BASES)[number], MessageId>> = {
  value: 'landing.by_value',
  'value-and-freight': 'landing.by_value_and_freight',
  quantity: 'landing.by_quantity',
  weight: 'landing.by_weight',
  volume: 'landing.by_volume',
  chargeable: 'landing.by_chargeable',
  equal: 'landing.equally',
  duty: 'landing.by_duty',
  manual: 'landing.by_hand',
};

/** Where it goes what a charge is more or less than estimated. */
export const DIFFERENCES = ['goods', 'variance'] as const;

/** A container holds more lines than any one paper. */
export const MOST_LANDED = 20_000;

export const allocation = kind({
  name: 'allocation',
  prefix: 'LC',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_shared_out',
  body: exactly({
    date: Day,
    to: Type.Array(LineId, { maxItems: MOST_LANDED }),
    charges: Type.Array(
      exactly({
        of: LineId,
        basis: oneOf(BASES),
        amount: Type.Union([BaseAmount, Type.Literal('')], { description: 'Empty for all that is left' }),
        fixed: Type.Array(exactly({ line: LineId, amount: BaseAmount }), { maxItems: MOST_LANDED }),
        limitedTo: Type.Optional(Type.Array(LineId, { maxItems: MOST_LANDED })),
        density: Type.Optional(
          Type.String({ maxLength: 40, description: 'Kilograms for a cubic metre; the kind’s own where left out' }),
        ),
        difference: Type.Optional(oneOf(DIFFERENCES)),
      }),
      { maxItems: 50 },
    ),
    more: Type.Optional(Type.Boolean({ description: 'Further bills of these kinds are to come' })),
    entry: Type.Optional(
      Type.Union([Id, Type.Literal('')], { description: 'The customs entry that duty is worked out by' }),
    ),
  }),
});
