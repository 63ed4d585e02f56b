import {
  BaseAmount,
  Currency,
  Day,
  Discount,
  exactly,
  Id,
  Key,
  LineId,
  oneOf,
  Price,
  Quantity,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { InUnit, Name } from './parts.ts';
import { ItemView } from './setUp.ts';
import { Says } from '../message.ts';

/** What a vendor announces: each line with the order line that it is for. */
export const AdviceView = exactly({
  id: Key,
  vendor: exactly({ id: Id, name: Name }),
  number: Text(60),
  arrives: Type.Union([Day, Type.Null()]),
  shipment: Text(60),
  lines: Type.Array(
    exactly({
      of: Type.Union([LineId, Type.Null()]),
      said: Text(200),
      /** In stock units, where it is known what it is for. */
      quantity: Quantity,
      lot: Text(60),
      expires: Text(10),
      /** Why nobody knows what it is for; empty where that is known. */
      problem: Says,
    }),
  ),
});

export type AdviceView = Static<typeof AdviceView>;

/** Received goods that are not put away yet. */
export const OnDockLine = exactly({
  line: LineId,
  receipt: exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60) }),
  vendor: exactly({ id: Id, name: Name }),
  item: ItemView,
  warehouse: exactly({ id: Id, name: Name }),
  received: Quantity,
  left: Quantity,
  /** Where this item was put before, the latest first. */
  bins: Type.Array(Text(20)),
});

export type OnDockLine = Static<typeof OnDockLine>;

/** Held goods: rejected, or without an order. */
export const HeldView = exactly({
  line: LineId,
  receipt: exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60) }),
  vendor: exactly({ id: Id, name: Name }),
  order: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
  what: Name,
  unit: Text(20),
  quantity: Quantity,
  /** How much of it is still there. */
  left: Quantity,
  reason: Text(200),
  place: Text(60),
  photo: Type.Union([Key, Type.Null()]),
});

export type HeldView = Static<typeof HeldView>;

const Landed = {
  line: LineId,
  item: ItemView,
  /** What customs is told of the goods: the item's code, and the origin that was seen on them, else the item's usual one. */
  tariffCode: Text(20),
  origin: Text(2),
  currency: Currency,
  received: Quantity,
  /** Price component, and everything on the line, as now known. */
  goods: BaseAmount,
  value: BaseAmount,
  /** How much of this line is still there; in an average pool, at most. */
  onHand: Quantity,
  /** The kinds of charge that were estimated with it, and what is left of each estimate. */
  estimates: Type.Array(exactly({ kind: Text(30), left: BaseAmount })),
};
const Came = { id: Id, number: Text(30), date: Day, packingSlip: Text(60), shipment: Text(60) };

/** Goods onto which charges may go: received, arrived of a transfer, or made; with the document that brought them. */
export const LandedGoods = exactly({
  ...Landed,
  how: oneOf(['received', 'arrived', 'made'] as const),
  /** What of it went back to the vendor: what is put on that becomes return variance. */
  returned: Quantity,
  /** What stands with the line, landed or still estimated, of each kind of charge that carries goods to the border. */
  carried: Type.Array(exactly({ kind: Text(30), amount: BaseAmount })),
  /** The customs entries that declare it, corrections left out. */
  entries: Type.Array(Id),
  receipt: exactly(Came),
  /** Who sent them; nobody where the company did itself. */
  vendor: Type.Union([exactly({ id: Id, name: Name }), Type.Null()]),
});

export type LandedGoods = Static<typeof LandedGoods>;

/** A received line with goods not yet billed, or on which charges may land. */
export const ReceivedLine = exactly({
  ...Landed,
  receipt: exactly(Came),
  /** With the terms that it names; empty for the vendor's. */
  order: exactly({ id: Id, number: Text(30), terms: Type.Union([Id, Type.Literal('')]) }),
  taxCode: Text(20),
  vendor: exactly({ id: Id, name: Name }),
  ordered: Quantity,
  billed: Quantity,
  price: Price,
  ...InUnit,
  discount: Discount,
});

export type ReceivedLine = Static<typeof ReceivedLine>;
