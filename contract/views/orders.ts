import {
  Amount,
  BaseAmount,
  Currency,
  Day,
  Discount,
  exactly,
  Id,
  LineId,
  oneOf,
  Price,
  Quantity,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { EstimatedOnLine } from '../kinds/parts.ts';
import { INCOTERMS } from '../kinds/order.ts';
import { Count, InUnit, Name } from './parts.ts';
import { ItemView, Standing } from './setUp.ts';
import { Shown } from '../message.ts';

/** An order as it stands, its lines with what has come of them, and everything that was done with it. */
export const OrderView = exactly({
  id: Id,
  number: Text(30),
  date: Day,
  vendor: exactly({ id: Id, name: Name }),
  currency: Currency,
  warehouse: Type.Union([Id, Type.Literal('')]),
  buyer: Name,
  terms: Name,
  /** The terms that the order itself names; empty for the vendor's. */
  ownTerms: Type.Union([Id, Type.Literal('')]),
  /** Empty for none. */
  incoterm: oneOf(['', ...INCOTERMS] as const),
  place: Text(60, 'The named place of the Incoterm'),
  /** What it is worth in base currency. */
  base: BaseAmount,
  ...Standing,
  lines: Type.Array(
    exactly({
      line: LineId,
      item: Type.Union([ItemView, Type.Null()]),
      expense: Text(60),
      quantity: Quantity,
      ...InUnit,
      asked: Quantity,
      price: Price,
      discount: Discount,
      due: Type.Union([Day, Type.Null()]),
      amount: Amount,
      received: Quantity,
      billed: Quantity,
      open: Quantity,
      closed: Type.Union([exactly({ quantity: Quantity, reason: Text(500) }), Type.Null()]),
      department: Text(40),
      location: Text(40),
      project: Text(40),
      /** Where it is to come in, if that is another than the order's. */
      warehouse: Type.Union([Id, Type.Literal('')]),
      /** What one stock unit should cost once it is here, in base currency; empty for an expense. */
      expected: Text(40),
      taxCode: Text(20),
      shipment: Text(60),
      estimates: Type.Array(exactly(EstimatedOnLine)),
    }),
  ),
  history: Type.Array(
    exactly({
      id: Id,
      number: Text(30),
      date: Day,
      by: Name,
      reason: Text(500),
      step: oneOf(['placed', 'changed', 'held', 'released', 'sent', 'approved', 'rejected', 'closed'] as const),
      version: Count,
      changes: Type.Array(exactly({ line: LineId, label: Name, what: Text(20), was: Text(60), is: Shown })),
    }),
  ),
});

export type OrderView = Static<typeof OrderView>;

export const Committed = Type.Array(exactly({ name: Name, amount: BaseAmount }));

/** What is ordered and has not come, in base currency at the rate of each order: in all, and by vendor, department and month due. */
export const Commitments = exactly({
  total: BaseAmount,
  vendors: Committed,
  departments: Committed,
  months: Committed,
});

export type Commitments = Static<typeof Commitments>;

/** A line on order with goods still to come. */
export const OpenOrderLine = exactly({
  line: LineId,
  order: exactly({ id: Id, number: Text(30), date: Day, currency: Currency }),
  vendor: exactly({ id: Id, name: Name }),
  item: ItemView,
  ordered: Quantity,
  ...InUnit,
  asked: Quantity,
  received: Quantity,
  open: Quantity,
  /** How much more, or less, than ordered is taken without asking. What was ordered is empty for whoever counts blind. */
  mayBeOver: Quantity,
  mayBeShort: Quantity,
  /** The container or consignment, as far as it is known, and where it is to come in. */
  shipment: Text(60),
  warehouse: Type.Union([exactly({ id: Id, name: Name }), Type.Null()]),
  /** Why none of it may come in yet; empty where it may. */
  barred: oneOf(['', 'on-hold', 'awaits-approval', 'rejected'] as const),
  price: Price,
  due: Type.Union([Day, Type.Null()]),
});

export type OpenOrderLine = Static<typeof OpenOrderLine>;

/** How a vendor delivers: order lines by the month in which they were due, and how many of them came by that day, and whole. */
export const VendorRecord = exactly({
  id: Id,
  number: Text(40),
  name: Name,
  currency: Currency,
  terms: Name,
  hold: Name,
  months: Type.Array(exactly({ month: Text(7), lines: Count, onTime: Count, inFull: Count, both: Count })),
});

export type VendorRecord = Static<typeof VendorRecord>;

/** Per line of an order: what one unit was expected to cost here, and what those that came do cost; in base currency, to four decimals. */
export const OrderCosts = exactly({
  rows: Type.Array(
    exactly({
      line: LineId,
      expected: Text(40),
      /** How much came of it. */
      quantity: Quantity,
      /** Empty while nothing came. */
      actual: Text(40),
      difference: Text(40),
      /** What makes the difference, part by part. */
      parts: Type.Array(exactly({ what: Shown, difference: Text(40) })),
      /** What of its charges is still only estimated. */
      estimated: BaseAmount,
      receipts: Type.Array(exactly({ line: LineId, number: Text(30) })),
    }),
  ),
});

export type OrderCosts = Static<typeof OrderCosts>;
