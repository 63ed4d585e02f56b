import { Amount, Day, exactly, Id, Key, LineId, oneOf, Price, Quantity, Text, Type } from '../figures.ts';
import { BASES } from './allocation.ts';
import { Another, ChargeKind, lines, Lots, Party, Reason, Terms, WhyDifferent } from './parts.ts';
import { kind } from './kind.ts';

export const receipt = kind({
  name: 'receipt',
  prefix: 'GR',
  mayPost: ['receiver', 'accountant'],
  amounts: 'kind.amounts_received',
  body: exactly({
    vendor: Party,
    date: Day,
    warehouse: Id,
    packingSlip: Text(60),
    shipment: Text(60),
    lines: lines({
      of: LineId,
      quantity: Quantity,
      unit: Type.Optional(Text(20, 'Of the quantity: a pack of the item; the stock unit where it is left out')),
      lots: Lots,
      origin: Type.Optional(Text(2, 'As seen on the goods, where it is not the usual one')),
      preference: Type.Optional(Type.Boolean({ description: 'A preference is claimed, with proof of origin' })),
      last: Type.Optional(
        Type.Boolean({ description: 'No more comes of the line: what is missing is within what is allowed' }),
      ),
      price: Type.Optional(
        Type.Union([Price, Type.Literal('')], {
          description: 'Where the order’s is known to be wrong; for whoever may enter bills',
        }),
      ),
      reason: Type.Optional(Text(200, 'Why the price is another')),
    }),
    held: Type.Optional(
      lines({
        of: Type.Union([LineId, Type.Literal('')], {
          description: 'The order line that was rejected; empty for goods without an order',
        }),
        item: Party,
        what: Text(160, 'In words, where it is no known item'),
        quantity: Quantity,
        unit: Type.Optional(Text(20)),
        reason: Reason,
        place: Text(60, 'Where it stands'),
        photo: Type.Optional(Type.Union([Key, Type.Literal('')], { description: 'A paper that shows it' })),
      }),
    ),
    bill: Type.Optional(
      exactly({
        reference: Text(60, 'The vendor’s number'),
        another: Another,
        terms: Terms,
        charges: Type.Optional(
          Type.Array(exactly({ kind: ChargeKind, amount: Amount, basis: oneOf(BASES), reason: WhyDifferent }), {
            maxItems: 50,
            description: 'Charges on the same paper: they go onto the goods of the receipt',
          }),
        ),
      }),
    ),
  }),
});
