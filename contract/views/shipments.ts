import {
  BaseAmount,
  Currency,
  Day,
  exactly,
  Id,
  LineId,
  oneOf,
  Quantity,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { INCOTERMS } from '../kinds/order.ts';
import { Count, Name, orEmpty } from './parts.ts';

const MaybeDay = Type.Union([Day, Type.Null()]);

/** A shipment in the list: with what is on it and what came, whether it was set up or only named by a document. */
export const ShipmentRow = exactly({
  number: Text(60),
  carrier: Type.Union([Name, Type.Null()]),
  carrierId: orEmpty(Id),
  mode: Text(20),
  arrives: MaybeDay,
  arrived: MaybeDay,
  /** The last day on which anything came with it. */
  lastCame: MaybeDay,
  vendors: Text(400, 'Names, apart by commas'),
  /** Lines of orders that are still to come. */
  outstanding: Count,
  /** Price component of what came, and charges allocated onto it. */
  goods: BaseAmount,
  charges: BaseAmount,
  /** Kinds of charges that are expected and have not come, apart by commas. */
  missing: Text(400),
});

export type ShipmentRow = Static<typeof ShipmentRow>;

/** A kind of charge of a shipment: why it is expected, and what came of it. */
export const ShipmentCharge = exactly({
  kind: Text(30),
  /** Because the Incoterm leaves it to the buyer, or because orders estimate it. */
  expected: exactly({ incoterm: Type.Boolean(), estimated: BaseAmount, estimateLeft: BaseAmount }),
  allocated: BaseAmount,
  bills: Type.Array(exactly({ id: Id, number: Text(60), vendor: Name, amount: BaseAmount })),
});

/** Estimated charges of one kind with goods of one shipment, or of one receipt, that no bill replaced yet. */
export const UnbilledEstimate = exactly({
  kind: Text(30),
  /** Whose bill is awaited, as far as anybody said. */
  vendor: Type.Union([exactly({ id: Id, name: Name, currency: Currency }), Type.Null()]),
  shipment: Text(60, 'Empty where the receipt names none'),
  from: Text(400, 'Whose goods they are: names, apart by commas'),
  receipts: Type.Array(exactly({ id: Id, number: Text(30) })),
  lines: Type.Array(LineId),
  oldest: Day,
  days: Count,
  left: BaseAmount,
});

export type UnbilledEstimate = Static<typeof UnbilledEstimate>;

/** What is known of a shipment: its way, what is still to come, and its charges. What came is read by `receipts/lines`. */
export const ShipmentView = exactly({
  number: Text(60),
  /** The entry in the register; null where documents only name it. */
  entry: Type.Union([Id, Type.Null()]),
  carrier: Type.Union([exactly({ id: Id, name: Name }), Type.Null()]),
  mode: Text(20),
  vessel: Text(60),
  from: Text(60),
  to: Text(60),
  departs: MaybeDay,
  departed: MaybeDay,
  arrives: MaybeDay,
  arrived: MaybeDay,
  /** Its own, else that of the orders on it where they have one. */
  incoterm: oneOf(['', ...INCOTERMS] as const),
  seal: Text(40),
  weight: Type.Union([Quantity, Type.Null()]),
  volume: Type.Union([Quantity, Type.Null()]),
  note: Text(160),
  coming: Type.Array(
    exactly({
      line: LineId,
      order: exactly({ id: Id, number: Text(30) }),
      vendor: Name,
      item: Name,
      unit: Text(20),
      due: MaybeDay,
      quantity: Quantity,
      /** At the order's price, in base currency at the day's rate of the order. */
      worth: BaseAmount,
    }),
  ),
  /** What is expected of it as a whole, where it would be shared otherwise over the lines of which nothing came yet. */
  anew: Type.Array(
    exactly({
      line: LineId,
      order: exactly({ id: Id, number: Text(30) }),
      vendor: Name,
      item: Name,
      kind: Text(30),
      rule: Text(30, 'The code of the rule that expects it'),
      now: BaseAmount,
      anew: BaseAmount,
    }),
  ),
  charges: Type.Array(ShipmentCharge),
});

export type ShipmentView = Static<typeof ShipmentView>;
