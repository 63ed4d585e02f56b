import {
  Amount,
  BaseAmount,
  Currency,
  Day,
  exactly,
  Id,
  Key,
  LineId,
  Price,
  Quantity,
  Rate,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { EntryView } from '../commands.ts';
import { ItemView } from './setUp.ts';
import { AnyKind, Name } from './parts.ts';
import { Message, Shown } from '../message.ts';

/** A file to be looked at or kept, by its name. */
export const Paper = exactly({
  name: Text(200),
  content: Type.Unknown(),
  /** Its media type, where the endpoint does not say it. */ type: Type.Optional(Text(100)),
});

export const DeliveredLine = exactly({
  line: LineId,
  delivery: exactly({ id: Id, number: Text(30), date: Day, customer: Name }),
  item: ItemView,
  delivered: Quantity,
  invoiced: Quantity,
  cost: BaseAmount,
});

export type DeliveredLine = Static<typeof DeliveredLine>;

/** A delivered line of which something can come back from the customer. */
export const LineToGiveBack = exactly({
  line: LineId,
  delivery: exactly({ id: Id, number: Text(30), date: Day, customer: Name }),
  item: ItemView,
  warehouse: exactly({ id: Id, name: Name }),
  /** What is with the customer, and what of that was invoiced. */
  left: Quantity,
  invoiced: Quantity,
  /** At what price it was invoiced last; empty where it was not. */
  price: Type.Union([Price, Type.Literal('')]),
});

export type LineToGiveBack = Static<typeof LineToGiveBack>;

export const DocumentRow = exactly({
  id: Id,
  kind: AnyKind,
  number: Text(30),
  date: Day,
  party: Name,
  reference: Text(120),
  amount: Amount,
  currency: Currency,
  /** It does not stand any more. */
  reversed: Type.Boolean(),
});

export type DocumentRow = Static<typeof DocumentRow>;

export const DocumentLine = exactly({
  line: Type.Union([LineId, Type.Literal('')], { description: 'Empty where nothing can cite it, as of a tax' }),
  label: Shown,
  number: Text(40),
  quantity: Type.Union([Quantity, Type.Null()]),
  unit: Text(20),
  price: Type.Union([Price, Type.Null()]),
  amount: Amount,
  currency: Currency,
  of: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
  note: Type.Array(Shown),
  lots: Type.Array(exactly({ lot: Text(60), quantity: Quantity })),
  /** Whether goods moved with it, so that their cost can be explained. */
  moved: Type.Boolean(),
});

export const TrailPart = exactly({
  label: Message,
  amount: BaseAmount,
  documents: Type.Array(exactly({ id: Id, kind: AnyKind, number: Text(30), date: Day, amount: BaseAmount })),
});

export type TrailPart = Static<typeof TrailPart>;

export const DocumentView = exactly({
  id: Id,
  kind: AnyKind,
  /** The paper that it was entered from, where it came as one. */
  paper: Type.Union([Key, Type.Null()]),
  number: Text(30),
  date: Day,
  /** Whose it is, where it is a vendor's. */
  vendor: Type.Union([Id, Type.Null()]),
  party: Name,
  reference: Text(120),
  facts: Type.Array(exactly({ name: Message, value: Shown })),
  /** Papers that are made from it, below /api. */
  papers: Type.Array(exactly({ name: Message, path: Text(120) })),
  currency: Currency,
  amount: Amount,
  rate: Type.Union([Rate, Type.Null()]),
  lines: Type.Array(DocumentLine),
  entries: Type.Array(EntryView),
  trail: Type.Array(TrailPart),
  enteredBy: Name,
  enteredAt: Text(40),
  /** What was said of it later, in that order. */
  notes: Type.Array(exactly({ id: Key, text: Text(500), by: Name, at: Text(40) })),
});

export type DocumentView = Static<typeof DocumentView>;

export const JournalEntry = exactly({
  number: Text(20),
  hash: Text(64),
  date: Day,
  document: exactly({ id: Id, kind: AnyKind, number: Text(30) }),
  lines: EntryView.properties.lines,
});

export type JournalEntry = Static<typeof JournalEntry>;

export const TrialBalance = exactly({
  asOf: Day,
  rows: Type.Array(
    exactly({
      id: Id,
      /** The kind of posting that uses the account; the first of several. */
      account: Text(40),
      number: Text(20),
      name: Name,
      debit: BaseAmount,
      credit: BaseAmount,
    }),
  ),
  debit: BaseAmount,
  credit: BaseAmount,
  stock: BaseAmount,
  inventory: BaseAmount,
});

export type TrialBalance = Static<typeof TrialBalance>;
