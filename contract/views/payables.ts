import {
  Amount,
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
import { DOCUMENT_KINDS } from '../kinds/kinds.ts';
import { Count, Name, orEmpty } from './parts.ts';
import { ItemView } from './setUp.ts';

/** A bill that is not paid whole, or a credit memo that nothing was paid with yet. Amounts that the vendor owes are negative. */
export const PayableView = exactly({
  id: Id,
  kind: oneOf(['bill', 'credit', 'customs-entry'] as const),
  number: Text(30),
  /** Its number on the vendor's paper. */
  reference: Text(60),
  date: Day,
  /** When it, or the next part of it, is due. */
  due: orEmpty(Day),
  /** What is open of each of its parts, the next to be due first; none where it is due on one day. */
  parts: Type.Array(exactly({ due: Day, amount: Amount })),
  currency: Currency,
  open: Amount,
  /** What of it stands in the books. */
  base: BaseAmount,
  /** The last day on which the discount is offered; empty for none. */
  discountDay: orEmpty(Day),
  /** What less is to be paid by then of what is open. */
  discount: orEmpty(Amount),
  /** Goods that it was billed ahead of, to be paid when they are here, and that are not; empty for none. */
  waitsFor: orEmpty(Quantity),
  /** Whom it is paid to, where that is not the vendor at its account on file, and whether a second person confirmed that. */
  paidTo: Type.Union([exactly({ payee: Text(140), account: Text(60), isConfirmed: Type.Boolean() }), Type.Null()]),
  /** Why somebody holds its payment; empty while nobody does. */
  heldBecause: Text(200),
});

export type PayableView = Static<typeof PayableView>;

/** Money that was paid before the bill, as far as it is not used up. */
export const PrepaidView = exactly({
  id: Id,
  number: Text(30),
  date: Day,
  /** The order whose goods it is for; empty for none. */
  order: Text(30),
  currency: Currency,
  left: Amount,
});

export type PrepaidView = Static<typeof PrepaidView>;

/** All that is open with a vendor, to be paid together. */
export const OwedToVendor = exactly({
  vendor: exactly({
    id: Id,
    number: Text(40),
    name: Name,
    currency: Currency,
    hold: Name,
    payee: Text(140, 'Whom it is paid to, where that is not itself'),
  }),
  payables: Type.Array(PayableView),
  prepaid: Type.Array(PrepaidView),
  more: Type.Boolean({ description: 'Whether there are more than these' }),
});

export type OwedToVendor = Static<typeof OwedToVendor>;

/** How old what is owed may be counted: from the day it is due, or from the day of the paper. */
export const AGED_BY = ['due', 'paper'] as const;

/** Days past, by which what is owed is told apart; the first is for what is not past yet. */
export const AGES = [0, 30, 60, 90] as const;

const Aged = Type.Array(BaseAmount, { description: 'Not past, up to 30, 60 and 90 days past, and longer' });

/** What is owed as of a day, by vendor, currency and age; in base currency as it was booked. */
export const Ageing = exactly({
  asOf: Day,
  rows: Type.Array(
    exactly({
      vendor: exactly({ id: Id, name: Name }),
      currency: Currency,
      /** In the vendor's currency. */
      open: Amount,
      aged: Aged,
      total: BaseAmount,
    }),
  ),
  aged: Aged,
  /** What period ends measured anew of it. */
  measured: BaseAmount,
  total: BaseAmount,
  /** What the account says. */
  account: BaseAmount,
});

export type Ageing = Static<typeof Ageing>;

/** A line of a vendor's account: what a document made more or less owed, in the currency of the account. */
export const AccountLine = exactly({
  document: exactly({ id: Id, kind: oneOf(DOCUMENT_KINDS), number: Text(30) }),
  date: Day,
  /** Its number on the vendor's paper. */
  reference: Text(60),
  /** The bills and credit memos that it settles, by their numbers; empty for itself. */
  settles: Text(400),
  /** Whether it changed only what is owed stands at in the books: measured anew at a period end, or that taken back. */
  measured: Type.Boolean(),
  /** Less owed: payments, credit memos; empty for nothing. */
  debit: orEmpty(Amount),
  /** More owed: bills. */
  credit: orEmpty(Amount),
  /** What is owed after it. */
  balance: Amount,
  base: BaseAmount,
});

/** A vendor's account between two days, in one of its currencies: what was owed before, what changed it, what is owed then. */
/** A statement of the vendor's that was laid beside the account and kept. */
export const StatementKept = exactly({
  document: exactly({ id: Id, number: Text(30) }),
  reference: Text(60),
  date: Day,
  theirs: Amount,
  ours: Amount,
  agreed: Amount,
  /** How many of its lines did not agree. */
  differing: Count,
  by: Name,
});

export const VendorAccount = exactly({
  vendor: exactly({ id: Id, number: Text(40), name: Name }),
  /** In which anything was ever owed. */
  currencies: Type.Array(Currency),
  currency: Currency,
  opening: exactly({ amount: Amount, base: BaseAmount }),
  rows: Type.Array(AccountLine),
  debit: Amount,
  credit: Amount,
  closing: exactly({ amount: Amount, base: BaseAmount }),
  /** The latest few, the last first. */
  statements: Type.Array(StatementKept),
  more: Type.Boolean(),
});

export type VendorAccount = Static<typeof VendorAccount>;

/** Money that leaves in a week, as bills are due: credits in the week of the bills beside them. */
export const OutlookWeek = exactly({
  /** Its first day; empty for what is due already. */
  from: orEmpty(Day),
  to: Day,
  bills: Count,
  amounts: Type.Array(exactly({ currency: Currency, amount: Amount })),
  base: BaseAmount,
});

/** A discount that can still be taken: what it saves, and what that is a year for paying sooner. */
export const DiscountOffered = exactly({
  bill: exactly({ id: Id, number: Text(30), reference: Text(60) }),
  vendor: exactly({ id: Id, name: Name }),
  until: Day,
  due: Day,
  currency: Currency,
  open: Amount,
  discount: Amount,
  /** Percent a year, one decimal; empty where it is paid no sooner. */
  yield: orEmpty(Text(12)),
});

export const CashOutlook = exactly({
  weeks: Type.Array(OutlookWeek),
  /** What is due after the last of them. */
  later: BaseAmount,
  total: BaseAmount,
  discounts: Type.Array(DiscountOffered),
  more: Type.Boolean(),
});

export type CashOutlook = Static<typeof CashOutlook>;

/** What vendors owe for goods that went back and for what was asked back of their bills, beside what its two accounts say; base currency. */
export const CreditsOwed = exactly({
  returned: BaseAmount,
  claimed: BaseAmount,
  /** What period ends measured anew of it. */
  measured: BaseAmount,
  sum: BaseAmount,
  accounts: BaseAmount,
});

export type CreditsOwed = Static<typeof CreditsOwed>;

/** A received line of which something can go back to the vendor. */
export const ReturnableLine = exactly({
  line: LineId,
  receipt: exactly({ id: Id, number: Text(30), date: Day }),
  order: exactly({ id: Id, number: Text(30) }),
  item: ItemView,
  warehouse: exactly({ id: Id, name: Name }),
  /** Further numbers by which it is found: its packing slip, its bills, its lots and serial numbers. */
  known: Type.Array(Text(60)),
  received: Quantity,
  /** What can still go back of it. */
  left: Quantity,
  /** What of that is not billed: it lowers what is to be billed, the rest waits for a credit. */
  unbilled: Quantity,
  /** Whether no more comes on its order: what comes in its place is ordered anew. */
  isClosed: Type.Boolean(),
});

export type ReturnableLine = Static<typeof ReturnableLine>;

/** A vendor's statement of account, read from a file: figures and days as they are written, of a workbook as the application writes them. */
export const AccountStatementRead = exactly({
  from: oneOf(['workbook', 'text'] as const),
  lines: Type.Array(
    exactly({ date: Text(40), reference: Text(60), text: Text(140), amount: Text(40), balance: Text(40) }),
  ),
});

export type AccountStatementRead = Static<typeof AccountStatementRead>;
