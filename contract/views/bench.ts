import {
  Amount,
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
import { ChargeKind } from '../kinds/parts.ts';
import { Count, InUnit, Name, orEmpty } from './parts.ts';
import { ItemView } from './setUp.ts';
import { Says } from '../message.ts';

/** How a paper came to us. */
export const Came = oneOf(['file', 'mail'] as const);

/** A line that a bill may be for: received and not all billed, or on order and neither received nor billed. */
export const BillableView = exactly({
  line: LineId,
  state: oneOf(['received', 'ordered', 'service'] as const),
  /** The line of the order: its own where nothing came. */
  orderLine: LineId,
  receipt: Type.Union([
    exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60), shipment: Text(60) }),
    Type.Null(),
  ]),
  order: exactly({ id: Id, number: Text(30), terms: Type.Union([Id, Type.Literal('')]) }),
  taxCode: Text(20),
  item: ItemView,
  currency: Currency,
  ordered: Quantity,
  /** What of it came, and what of that, or of the order, is not billed. */
  received: Quantity,
  open: Quantity,
  price: Price,
  ...InUnit,
  discount: Discount,
});

export type BillableView = Static<typeof BillableView>;

/** A vendor's bill as its paper says it, and what is proposed for its lines. Where nothing of the paper can be read, it is only looked at. */
export const IncomingBill = exactly({
  name: Text(200),
  type: Text(40),
  came: Came,
  sender: Text(160),
  /** Which parts cannot be read, and why. */
  says: Says,
  /** What speaks against posting it unseen: what it names cannot be meant, is not understood, or is not as it is on file. */
  doubts: Says,
  /** A paper of the vendor with the same number that waits too; null where there is none. */
  twin: Type.Union([exactly({ id: Key, number: Text(60), name: Text(200) }), Type.Null()]),
  /** What a bill for a prepayment asks for before anything comes, and for which order of ours; null for any other. */
  prepays: Type.Union([exactly({ order: orEmpty(Id), amount: Amount, tax: orEmpty(Amount) }), Type.Null()]),
  number: Text(60),
  /** When it says that it is due; empty where it says nothing, or several days. */
  due: orEmpty(Day),
  /** The parts in which it is due; none for all of it on one day, and where it does not say what is due when. */
  instalments: Type.Array(exactly({ due: Day, amount: Amount })),
  currency: orEmpty(Currency),
  charges: Type.Array(exactly({ said: Text(200), amount: Amount })),
  tax: orEmpty(Amount),
  total: orEmpty(Amount),
  lines: Type.Array(
    exactly({
      said: Text(200),
      /** In the unit that the paper names; in stock units where it names none. */
      quantity: Quantity,
      unit: Text(20),
      price: Price,
      /** How many of its unit the price is for. */
      per: Quantity,
      amount: Amount,
      /** Received or ordered lines, and how much of each in stock units; what is beyond what is open stands on the last. */
      covers: Type.Array(exactly({ of: LineId, quantity: Quantity })),
      certain: Type.Boolean(),
      why: Type.Array(oneOf(['number', 'words', 'order', 'slip', 'price', 'price-near', 'quantity'] as const)),
      /** The kind of charge that it is, where it covers no goods. */
      charge: Text(30),
    }),
  ),
  /** All that is proposed, by received line. */
  billed: Type.Record(Type.String(), exactly({ quantity: Quantity, price: Price, difference: Type.Literal('cost') })),
  /** Which lines each line of the paper is for. */
  covers: Type.Array(Type.Array(exactly({ of: LineId, quantity: Quantity }))),
});

export type IncomingBill = Static<typeof IncomingBill>;

/** A bill or credit memo that waits to be entered, or a paper that was refused. */
export const WaitingBill = exactly({
  id: Key,
  kind: oneOf(['bill', 'credit'] as const),
  title: Text(200),
  number: Text(60),
  vendor: Type.Union([exactly({ id: Id, name: Name }), Type.Null()]),
  currency: Text(3),
  /** What its paper comes to. */
  total: Type.Union([Amount, Type.Null()]),
  came: oneOf(['typed', 'file', 'mail', 'receipt'] as const),
  sender: Text(160),
  name: Text(200),
  at: Text(40),
  /** Whose it is is not known; it is to be typed, wholly or in part; it was refused. */
  state: oneOf(['ready', 'typed', 'unassigned', 'refused'] as const),
  says: Says,
  note: Text(200),
  lookAgain: Type.Union([Day, Type.Null()]),
  postOn: Type.Union([Day, Type.Null()]),
  /** Who works on it now, if that is somebody else. */
  heldBy: Name,
  /** Whether a second person was asked, and the answer. */
  approval: oneOf(['', 'asked', 'approved', 'rejected'] as const),
  /** Whether all that is needed to post it is there. */
  complete: Type.Boolean(),
});

export type WaitingBill = Static<typeof WaitingBill>;

/** How a bill that waits stands as it would be posted now. */
export const AssessedBill = exactly({
  id: Key,
  /** It agrees within what is allowed; it differs by more; somebody has to look at it first. */
  standing: oneOf(['agrees', 'differs', 'look'] as const),
  /** What speaks against posting it. */
  says: Says,
  /** What it comes to as it is entered, in its currency. */
  total: Type.Union([Amount, Type.Null()]),
  /** How much is beyond what is allowed, in the books' currency. */
  differs: Type.Union([BaseAmount, Type.Null()]),
});
export type AssessedBill = Static<typeof AssessedBill>;

/** What a credit memo may be for; what is left of it. */
export const CreditableView = exactly({
  line: LineId,
  kind: oneOf(['return', 'bill', 'charge', 'disputed', 'claim'] as const),
  document: exactly({ id: Id, number: Text(30), reference: Text(120), date: Day }),
  /** What was said last of its document: a reminder, a promise; null where nothing was. */
  lastNote: Type.Union([exactly({ text: Text(500), at: Text(40) }), Type.Null()]),
  vendor: exactly({ id: Id, name: Name }),
  label: Text(200),
  /** What went back or was billed; null for what is no goods. */
  item: Type.Union([Id, Type.Null()]),
  unit: Text(20),
  currency: Currency,
  /** Of goods that went back: how many, and what one was billed at. */
  quantity: Type.Union([Quantity, Type.Null()]),
  price: Type.Union([Price, Type.Null()]),
  amount: Amount,
  /** The credit that was asked for. */
  expected: Amount,
});

export type CreditableView = Static<typeof CreditableView>;

export const MailView = exactly({
  id: Key,
  outward: Type.Boolean(),
  sender: Text(160),
  recipients: Text(500),
  subject: Text(200),
  text: Text(20_000),
  attachments: Text(1000),
  at: Text(40),
});

export type MailView = Static<typeof MailView>;

/** What is received and not billed, billed and not received, gone back and not credited, in base currency: what goods received not invoiced is made of. */
export const Unmatched = exactly({
  asOf: Day,
  rows: Type.Array(
    exactly({
      kind: oneOf(['received', 'billed', 'returned'] as const),
      vendor: exactly({ id: Id, name: Name }),
      document: exactly({ id: Id, number: Text(30), reference: Text(120), date: Day }),
      label: Name,
      quantity: Quantity,
      unit: Text(20),
      days: Type.Integer(),
      /** As the account has it: what is owed below zero. */
      amount: BaseAmount,
    }),
  ),
  /** What foreign amounts were measured anew by at the end of a period. */
  measured: BaseAmount,
  /** What the lines and that come to, and the balance of the account. */
  sum: BaseAmount,
  account: BaseAmount,
});

export type Unmatched = Static<typeof Unmatched>;

export const OpenCharge = exactly({
  line: LineId,
  bill: exactly({ id: Id, number: Text(30), date: Day }),
  vendor: Name,
  kind: ChargeKind,
  amount: BaseAmount,
  left: BaseAmount,
  /** The shipments of the goods that its customs entry declares; of a bill's charge none. */
  declared: Type.Array(Text(60)),
});

export type OpenCharge = Static<typeof OpenCharge>;

/** An allocation whose shares were fixed when its goods were worth something else: how many lines, and by how much together. */
export const OutdatedAllocation = exactly({
  document: exactly({ id: Id, number: Text(30), date: Day }),
  lines: Count,
  changed: BaseAmount,
});
