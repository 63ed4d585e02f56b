import { BASES } from './kinds/allocation.ts';
import { ChargeKind } from './kinds/parts.ts';
import { DifferenceView, EntryView } from './commands.ts';
import { INCOTERMS } from './kinds/order.ts';
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
  Rate,
  type Static,
  Text,
  Type,
} from './figures.ts';
import { ListState } from './lists.ts';
import { IMPORT_KINDS } from './imports.ts';
import { DOCUMENT_KINDS } from './kinds/kinds.ts';
import { ROLES } from './roles.ts';

const Name = Text(160);
const Count = Type.Integer({ minimum: 0 });
const Kind = oneOf(DOCUMENT_KINDS);

export const Me = exactly({
  user: exactly({ id: Id, name: Name, email: Text(160), role: oneOf(ROLES) }),
  company: exactly({
    name: Name,
    currency: Currency,
    firstOpenDay: Day,
    today: Day,
    blind: Type.Boolean(),
    standIns: Type.Boolean(),
    mailbox: Type.Union([Count, Type.Null()]),
  }),
  csrfToken: Text(100),
});

export const ItemView = exactly({
  id: Id,
  number: Text(40),
  name: Name,
  unit: Text(20),
  /** What else it is bought in, and how many stock units that holds. */
  packs: Type.Array(exactly({ unit: Text(20), size: Quantity })),
  /** Codes on the goods; the empty unit is the stock unit. */
  codes: Type.Array(exactly({ code: Text(40), unit: Text(20) })),
  method: oneOf(['fifo', 'average', 'standard', 'lot'] as const),
  tracking: oneOf(['none', 'lot', 'serial'] as const),
  weight: Type.Union([Quantity, Type.Null()]),
  volume: Type.Union([Quantity, Type.Null()]),
});
export const VendorView = exactly({
  id: Id,
  number: Text(40),
  name: Name,
  currency: Currency,
  terms: Id,
  /** Of its lines, where nothing else is said; empty for none. */
  taxCode: Text(20),
  /** Why nothing is ordered from it, nor paid to it; empty where it is. */
  hold: Name,
  /** What its bills are for, where they are for nothing on order; empty for nothing. */
  usualExpense: Text(60),
  mail: Text(160),
});
/** A kind of charge: whether it goes onto goods or is an expense, and how it is usually shared. */
export const ChargeKindView = exactly({
  code: Text(30),
  name: Name,
  isCost: Type.Boolean(),
  basis: oneOf(['', ...BASES] as const),
});
/** When a bill is due: so many days after it, or after the end of its month. */
export const TermsView = exactly({ id: Id, code: Text(20), name: Name, days: Count, afterMonth: Type.Boolean() });
/** A code with its taxes in their order; `onTop` of those before it. */
export const TaxCodeView = exactly({
  code: Text(20),
  name: Name,
  levels: Type.Array(
    exactly({ name: Text(40), percent: Discount, recoverable: Type.Boolean(), onTop: Type.Boolean() }),
  ),
});
export const BINS = ['shelf', 'dock', 'rejects'] as const;
export const WarehouseView = exactly({
  id: Id,
  code: Text(20),
  name: Name,
  bins: Type.Array(exactly({ code: Text(20), kind: oneOf(BINS) })),
});
export const DIMENSIONS = ['department', 'location', 'project'] as const;
export const DimensionView = exactly({ kind: oneOf(DIMENSIONS), code: Text(40), name: Name });

/** The unit of a line's price, and how many stock units it holds. `asked` is the line's quantity in it. */
const InUnit = { unit: Text(20), per: Quantity };

/** What is known of buying an item from a vendor: its own number for it, its list, and the last order. The empty unit is the stock unit. */
export const PriceView = exactly({
  item: Id,
  number: Text(40),
  list: Type.Array(
    exactly({ unit: Text(20), least: Quantity, from: Day, to: Type.Union([Day, Type.Null()]), price: Price }),
  ),
  last: Type.Union([exactly({ order: Text(30), unit: Text(20), price: Price }), Type.Null()]),
});

/** How an order stands, worked out from what was done with it. `limit`: above which base amount its buyer needs another person. */
const Standing = {
  limit: Type.Union([BaseAmount, Type.Null()]),
  approval: oneOf(['not needed', 'awaited', 'approved', 'rejected'] as const),
  held: Type.Boolean(),
  version: Count,
  /** The version that the vendor was last given. */
  sent: Type.Union([Count, Type.Null()]),
};

/** Somebody who works with the books, and up to which amount without another person's approval; no limit, no approval. */
export const PersonView = exactly({
  id: Id,
  name: Name,
  email: Text(160),
  role: oneOf(ROLES),
  approvalLimit: Type.Union([BaseAmount, Type.Null()]),
  /** Cannot sign in any more. */
  blocked: Type.Boolean(),
});

/** The fields of an entry of a register, as text. */
export const Fields = Type.Record(Type.String({ maxLength: 40 }), Text(4000));
export const RegisterEntry = exactly({
  id: Id,
  fields: Fields,
  /** What is settled stays as it is. */
  used: Type.Boolean(),
  changes: Type.Array(exactly({ field: Text(60), was: Text(2000), became: Text(2000), by: Name, at: Text(40) })),
  /** A bank account that a second person has to confirm. */
  proposed: Type.Union([exactly({ id: Id, account: Text(60), by: Name, mine: Type.Boolean() }), Type.Null()]),
});
export const SavedEntry = exactly({ id: Id });
export const SavedView = exactly({ name: Text(60), state: ListState });

/** A file to be looked at or kept, by its name. */
export const Paper = exactly({
  name: Text(200),
  content: Type.Unknown(),
  /** Its media type, where the endpoint does not say it. */ type: Type.Optional(Text(100)),
});

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
      transport: Text(60),
      estimates: Type.Array(
        exactly({
          kind: ChargeKind,
          by: oneOf(['unit', 'percent', 'flat', 'tariff'] as const),
          figure: Text(40),
        }),
      ),
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
      changes: Type.Array(exactly({ line: LineId, label: Name, what: Text(20), was: Text(60), is: Text(60) })),
    }),
  ),
});

const Committed = Type.Array(exactly({ name: Name, amount: BaseAmount }));

/** What is ordered and has not come, in base currency at the rate of each order: in all, and by vendor, department and month due. */
export const Commitments = exactly({
  total: BaseAmount,
  vendors: Committed,
  departments: Committed,
  months: Committed,
});

/** A line that a bill may be for: received and not all billed, or on order and neither received nor billed. */
export const BillableView = exactly({
  line: LineId,
  state: oneOf(['received', 'ordered', 'service'] as const),
  /** The line of the order: its own where nothing came. */
  orderLine: LineId,
  receipt: Type.Union([
    exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60), transport: Text(60) }),
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
  transport: Text(60),
  warehouse: Type.Union([exactly({ id: Id, name: Name }), Type.Null()]),
  /** Why none of it may come in yet; empty where it may. */
  barred: oneOf(['', 'on hold', 'waits for approval', 'rejected'] as const),
  price: Price,
  due: Type.Union([Day, Type.Null()]),
});

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

/** What a vendor announces: each line with the order line that it is for. */
export const AdviceView = exactly({
  id: Key,
  vendor: exactly({ id: Id, name: Name }),
  number: Text(60),
  arrives: Type.Union([Day, Type.Null()]),
  transport: Text(60),
  lines: Type.Array(
    exactly({
      of: Type.Union([LineId, Type.Null()]),
      said: Text(200),
      /** In stock units, where it is known what it is for. */
      quantity: Quantity,
      lot: Text(60),
      expires: Text(10),
      /** Why nobody knows what it is for; empty where that is known. */
      problem: Text(200),
    }),
  ),
});

/** How a paper came to us. */
const Came = oneOf(['file', 'mail'] as const);
const orEmpty = <Figure extends Parameters<typeof Type.Array>[0]>(figure: Figure) =>
  Type.Union([figure, Type.Literal('')]);

/** A vendor's bill as its paper says it, and what is proposed for its lines. Where nothing of the paper can be read, it is only looked at. */
export const IncomingBill = exactly({
  name: Text(200),
  type: Text(40),
  came: Came,
  sender: Text(160),
  /** Which parts cannot be read, and why. */
  says: Text(500),
  number: Text(60),
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
  state: oneOf(['ready', 'typed', 'whose', 'refused'] as const),
  says: Text(500),
  note: Text(200),
  lookAgain: Type.Union([Day, Type.Null()]),
  postOn: Type.Union([Day, Type.Null()]),
  /** Who works on it now, if that is somebody else. */
  heldBy: Name,
  /** Whether a second person was asked, and the answer. */
  signOff: oneOf(['', 'asked', 'agreed', 'sent back'] as const),
  /** Whether all that is needed to post it is there. */
  complete: Type.Boolean(),
});

/** What a credit memo may be for; what is left of it. */
export const CreditableView = exactly({
  line: LineId,
  kind: oneOf(['return', 'bill', 'charge', 'disputed'] as const),
  document: exactly({ id: Id, number: Text(30), reference: Text(120), date: Day }),
  vendor: exactly({ id: Id, name: Name }),
  label: Text(200),
  unit: Text(20),
  currency: Currency,
  /** Of goods that went back: how many, and what one was billed at. */
  quantity: Type.Union([Quantity, Type.Null()]),
  price: Type.Union([Price, Type.Null()]),
  amount: Amount,
  /** The credit that was asked for. */
  expected: Amount,
});

/** A bill that a second person is asked to look at, with every difference and how it was decided. */
export const SignOffView = exactly({
  /** Whether its paper can be looked at, under the key of the draft. */
  hasPaper: Type.Boolean(),
  id: Id,
  draft: Key,
  vendor: Name,
  number: Text(60),
  currency: Currency,
  total: Type.Union([Amount, Type.Null()]),
  note: Text(200),
  askedBy: Name,
  askedAt: Text(40),
  mine: Type.Boolean(),
  answer: oneOf(['', 'agreed', 'sent back'] as const),
  because: Text(200),
  answeredBy: Name,
  answeredAt: Text(40),
  differences: Type.Array(
    exactly({ ...DifferenceView.properties, label: Text(200), decision: Text(20), reason: Text(200) }),
  ),
});

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

/** Received goods that are not put away yet. */
export const OnDockLine = exactly({
  line: LineId,
  receipt: exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60) }),
  vendor: Name,
  item: ItemView,
  warehouse: exactly({ id: Id, name: Name }),
  received: Quantity,
  left: Quantity,
  /** Where this item was put before, the latest first. */
  bins: Type.Array(Text(20)),
});

/** Goods that stand aside: rejected, or without an order. */
export const AsideView = exactly({
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

/** A received line with goods not yet billed, or on which charges may land. */
export const ReceivedLine = exactly({
  line: LineId,
  receipt: exactly({ id: Id, number: Text(30), date: Day, packingSlip: Text(60), transport: Text(60) }),
  /** With the terms that it names; empty for the vendor's. */
  order: exactly({ id: Id, number: Text(30), terms: Type.Union([Id, Type.Literal('')]) }),
  taxCode: Text(20),
  vendor: exactly({ id: Id, name: Name }),
  item: ItemView,
  currency: Currency,
  ordered: Quantity,
  received: Quantity,
  billed: Quantity,
  price: Price,
  ...InUnit,
  discount: Discount,
  /** Price component, and everything on the line, as now known. */
  goods: BaseAmount,
  value: BaseAmount,
  /** How much of this line is still there; in an average pool, at most. */
  onHand: Quantity,
});

export const OpenCharge = exactly({
  line: LineId,
  bill: exactly({ id: Id, number: Text(30), date: Day }),
  vendor: Name,
  kind: ChargeKind,
  amount: BaseAmount,
  left: BaseAmount,
});

export const DeliveredLine = exactly({
  line: LineId,
  delivery: exactly({ id: Id, number: Text(30), date: Day, customer: Name }),
  item: ItemView,
  delivered: Quantity,
  invoiced: Quantity,
  cost: BaseAmount,
});

export const DocumentRow = exactly({
  id: Id,
  kind: Kind,
  number: Text(30),
  date: Day,
  party: Name,
  reference: Text(120),
  amount: Amount,
  currency: Currency,
});

export const DocumentLine = exactly({
  line: Type.Union([LineId, Type.Literal('')], { description: 'Empty where nothing can cite it, as of a tax' }),
  label: Name,
  number: Text(40),
  quantity: Type.Union([Quantity, Type.Null()]),
  unit: Text(20),
  price: Type.Union([Price, Type.Null()]),
  amount: Amount,
  currency: Currency,
  of: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
  note: Text(200),
  lots: Type.Array(exactly({ lot: Text(60), quantity: Quantity })),
});

export const TrailPart = exactly({
  label: Text(60),
  amount: BaseAmount,
  documents: Type.Array(exactly({ id: Id, kind: Kind, number: Text(30), date: Day, amount: BaseAmount })),
});

export const DocumentView = exactly({
  id: Id,
  kind: Kind,
  /** The paper that it was entered from, where it came as one. */
  paper: Type.Union([Key, Type.Null()]),
  number: Text(30),
  date: Day,
  /** Whose it is, where it is a vendor's. */
  vendor: Type.Union([Id, Type.Null()]),
  party: Name,
  reference: Text(120),
  facts: Type.Array(exactly({ name: Text(60), value: Text(500) })),
  currency: Currency,
  amount: Amount,
  rate: Type.Union([Rate, Type.Null()]),
  lines: Type.Array(DocumentLine),
  entries: Type.Array(EntryView),
  trail: Type.Array(TrailPart),
  enteredBy: Name,
  enteredAt: Text(40),
});

export const StockRow = exactly({
  item: ItemView,
  warehouse: WarehouseView,
  quantity: Quantity,
  value: BaseAmount,
  unitCost: Type.Union([Amount, Type.Null()]),
  lastMovement: Type.Union([Day, Type.Null()]),
});

export const StockCard = exactly({
  row: StockRow,
  movements: Type.Array(
    exactly({
      document: exactly({ id: Id, kind: Kind, number: Text(30) }),
      date: Day,
      direction: oneOf(['in', 'out', 'cost'] as const),
      what: Text(160),
      quantity: Quantity,
      value: BaseAmount,
      balance: Quantity,
      balanceValue: BaseAmount,
    }),
  ),
});

/** What a pool holds, or held on a day by what is known, or was known then. Layers are kept by FIFO, lot and serial number. */
export const HeldStock = exactly({
  quantity: Quantity,
  value: BaseAmount,
  unitCost: Type.Union([Amount, Type.Null()]),
  /** What the ledger showed, by posting date; it differs where a late cost belongs to a day before it was posted. */
  ledger: BaseAmount,
  layers: Type.Array(
    exactly({
      of: exactly({ id: Id, kind: Kind, number: Text(30), date: Day }),
      lot: Text(60),
      quantity: Quantity,
      value: BaseAmount,
    }),
  ),
});
export const LineValue = exactly({ value: BaseAmount, ledger: BaseAmount });

export const JournalEntry = exactly({
  number: Text(20),
  hash: Text(64),
  date: Day,
  document: exactly({ id: Id, kind: Kind, number: Text(30) }),
  lines: EntryView.properties.lines,
});

export const TrialBalance = exactly({
  asOf: Day,
  rows: Type.Array(
    exactly({ account: Text(40), number: Text(10), name: Text(60), debit: BaseAmount, credit: BaseAmount }),
  ),
  debit: BaseAmount,
  credit: BaseAmount,
  stock: BaseAmount,
  inventory: BaseAmount,
});

export const Waiting = exactly({
  approvals: Count,
  receiving: Count,
  bills: Count,
  charges: Count,
  deliveries: Count,
  drafts: Count,
});

export const DraftView = exactly({
  id: Key,
  kind: Kind,
  title: Text(120),
  body: Type.Unknown({ description: 'What was typed, complete or not' }),
  version: Count,
  updatedAt: Text(40),
  /** Who works on it now, if that is somebody else. */
  heldBy: Name,
});

export const ImportRow = exactly({
  row: Count,
  fields: Type.Record(Type.String(), Type.String()),
  problems: Type.Array(exactly({ field: Text(60), says: Text(300) })),
  /** What loading it does to what is there already: new, changes, nothing. */
  does: Text(200),
  state: oneOf(['staged', 'wrong', 'left out', 'loaded'] as const),
});
export const ImportView = exactly({
  id: Key,
  kind: oneOf(IMPORT_KINDS),
  fileName: Text(200),
  state: oneOf(['staged', 'loading', 'loaded', 'stopped'] as const),
  says: Text(500),
  total: Count,
  wrong: Count,
  loaded: Count,
  rows: Type.Array(ImportRow),
});

export const SearchHit = exactly({ what: Text(30), title: Name, detail: Text(200), link: Text(200) });

export type Me = Static<typeof Me>;
export type ItemView = Static<typeof ItemView>;
export type VendorView = Static<typeof VendorView>;
export type TermsView = Static<typeof TermsView>;
export type TaxCodeView = Static<typeof TaxCodeView>;
export type DimensionView = Static<typeof DimensionView>;
export type WarehouseView = Static<typeof WarehouseView>;
export type RegisterEntry = Static<typeof RegisterEntry>;
export type SavedView = Static<typeof SavedView>;
export type PersonView = Static<typeof PersonView>;
export type PriceView = Static<typeof PriceView>;
export type OrderView = Static<typeof OrderView>;
export type Commitments = Static<typeof Commitments>;
export type OpenOrderLine = Static<typeof OpenOrderLine>;
export type VendorRecord = Static<typeof VendorRecord>;
export type AdviceView = Static<typeof AdviceView>;
export type BillableView = Static<typeof BillableView>;
export type WaitingBill = Static<typeof WaitingBill>;
export type CreditableView = Static<typeof CreditableView>;
export type SignOffView = Static<typeof SignOffView>;
export type MailView = Static<typeof MailView>;
export type Unmatched = Static<typeof Unmatched>;
export type IncomingBill = Static<typeof IncomingBill>;
export type OnDockLine = Static<typeof OnDockLine>;
export type AsideView = Static<typeof AsideView>;
export type ReceivedLine = Static<typeof ReceivedLine>;
export type OpenCharge = Static<typeof OpenCharge>;
export type DeliveredLine = Static<typeof DeliveredLine>;
export type DocumentRow = Static<typeof DocumentRow>;
export type DocumentView = Static<typeof DocumentView>;
export type TrailPart = Static<typeof TrailPart>;
export type StockRow = Static<typeof StockRow>;
export type StockCard = Static<typeof StockCard>;
export type HeldStock = Static<typeof HeldStock>;
export type JournalEntry = Static<typeof JournalEntry>;
export type TrialBalance = Static<typeof TrialBalance>;
export type Waiting = Static<typeof Waiting>;
export type DraftView = Static<typeof DraftView>;
export type ImportView = Static<typeof ImportView>;
export type ImportRow = Static<typeof ImportRow>;
export type SearchHit = Static<typeof SearchHit>;
