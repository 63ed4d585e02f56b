import { Amount, BaseAmount, Currency, Day, exactly, Id, oneOf, type Static, Text, Type } from '../figures.ts';
import { Count, Name, orEmpty } from './parts.ts';
import { PayableView } from './payables.ts';

/** Why an open item is not paid with a run; the first that holds. */
export const HELD_BACK = [
  'vendor-on-hold',
  'held-by-hand',
  'waits-for-goods',
  'no-bank-account',
  'account-changing',
  'payee-unconfirmed',
  'in-a-run',
] as const;

/** Why a bill may be paid twice: another vendor sent its number, the same vendor another over its amount, or was paid before. */
export const DOUBTS = ['same-number', 'same-amount', 'prepaid'] as const;

/** With the number of the document that makes it doubtful. */
export const Doubt = exactly({ why: oneOf(DOUBTS), of: Text(30) });

export type Doubt = Static<typeof Doubt>;

const MaybeDoubt = Type.Union([Doubt, Type.Null()]);

/** An open item as a run may pay it. */
export const ProposedItem = exactly({
  ...PayableView.properties,
  vendor: Id,
  held: orEmpty(oneOf(HELD_BACK)),
  /** The run that has it already. */
  run: Text(30),
  doubt: MaybeDoubt,
});

export type ProposedItem = Static<typeof ProposedItem>;

export const ProposedVendor = exactly({
  id: Id,
  name: Name,
  /** Whom it is paid to as a rule, where that is not itself. */
  payee: Text(140),
  /** Since when, where that was changed on the day it was paid last or later. */
  accountSince: orEmpty(Day),
});

export type ProposedVendor = Static<typeof ProposedVendor>;

/** How a payment stands that was made, or may be made, by a check. */
export const PaymentCheck = exactly({
  standing: Type.Union([exactly({ id: Id, number: Text(12) }), Type.Null()]),
  /** None where no check may be written for it now. */
  accounts: Type.Array(exactly({ id: Id, name: Name, next: Text(12) })),
});

/** Everything that is open with all vendors, and what may be paid of it. */
export const Proposal = exactly({
  vendors: Type.Array(ProposedVendor),
  items: Type.Array(ProposedItem),
  more: Type.Boolean({ description: 'Whether there are more than these' }),
});

export type Proposal = Static<typeof Proposal>;

/** How a payment of a run stands: with us, at the bank, carried out or sent back by it. */
export const PAYMENT_STATES = [
  'waits',
  'to-send',
  'sent',
  'accepted',
  'rejected',
  'taken',
  'check-out',
  'to-write',
] as const;
export type PaymentState = (typeof PAYMENT_STATES)[number];

export const RUN_STATES = ['waits', 'released', 'rejected', 'sent'] as const;
export type RunState = (typeof RUN_STATES)[number];

export const RunView = exactly({
  id: Id,
  number: Text(30),
  date: Day,
  account: exactly({ id: Id, name: Name, number: Text(60), currency: Currency }),
  state: oneOf(RUN_STATES),
  way: oneOf(['transfer', 'check'] as const),
  enteredBy: Name,
  enteredAt: Text(30),
  /** Why what may be paid twice is not, as whoever entered it said. */
  sure: Text(200),
  /** Who released or rejected it, when, and why. */
  answeredBy: Name,
  answeredAt: Text(30),
  reason: Text(500),
  sentBy: Name,
  sentAt: Text(30),
  /** Whether it waits for exactly this person's answer. */
  mayRelease: Type.Boolean(),
  mine: Type.Boolean(),
  totals: Type.Array(exactly({ currency: Currency, amount: Amount, payments: Count })),
  base: BaseAmount,
  payments: Type.Array(
    exactly({
      line: Count,
      vendor: exactly({ id: Id, name: Name }),
      currency: Currency,
      amount: Amount,
      discount: Amount,
      /** Whom it goes to: the vendor, or whom a bill asks to be paid to. */
      payee: Text(140),
      account: Text(60),
      accountSince: orEmpty(Day),
      bills: Type.Array(exactly({ id: Id, reference: Text(60), amount: Amount, doubt: MaybeDoubt })),
      /** What it pays before the bill; null where it pays bills. */
      prepays: Type.Union([
        exactly({ order: orEmpty(Id), number: Text(30), refundable: Type.Boolean(), tax: Amount }),
        Type.Null(),
      ]),
      state: oneOf(PAYMENT_STATES),
      /** Why the bank sent it back, as the bank says it. */
      says: Text(140),
      payment: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
      /** The checks that were written for it, void ones too, in the order of their numbers. */
      checks: Type.Array(exactly({ id: Id, number: Text(12), isVoid: Type.Boolean() })),
    }),
  ),
});

export type RunView = Static<typeof RunView>;

/** How many vendors were told what they are paid, and whom no mail address is known of. */
export const Remittances = exactly({ sent: Count, without: Type.Array(Name) });

export type Remittances = Static<typeof Remittances>;

/** What became of a line that the bank sent: used, or left to be explained. */
export const ANSWER_STATES = ['used', 'open', 'settled'] as const;

/** What a line of the bank's is about. */
export const ANSWER_KINDS = ['accepted', 'rejected', 'taken', 'got', 'came-back', 'charge', 'other'] as const;

/** Why a line of the bank's was not booked. */
export const NOT_BOOKED = [
  '',
  'payment-unknown',
  'amount-differs',
  'taken-before',
  'rejected-before',
  'other-currency',
  'not-ours',
  'other-account',
  'money-in',
] as const;
export type NotBooked = (typeof NOT_BOOKED)[number];

/** Lines for which nothing was booked, and which somebody may say are a payment of ours. */
export const MAY_BE_PAYMENT: readonly (typeof NOT_BOOKED)[number][] = ['payment-unknown', 'amount-differs', 'money-in'];

export const BankLine = exactly({
  id: Id,
  day: orEmpty(Day),
  kind: oneOf(ANSWER_KINDS),
  amount: orEmpty(Amount),
  currency: orEmpty(Currency),
  /** What the bank says of it. */
  says: Text(140),
  reference: Text(35),
  state: oneOf(ANSWER_STATES),
  because: oneOf(NOT_BOOKED),
  payment: Type.Union([exactly({ id: Id, number: Text(30), vendor: Name }), Type.Null()]),
  note: Text(200),
  /** What was booked once somebody said what it was. */
  booked: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
});

/** A payment, a refund or a claim paid that no statement has named yet. */
export const OpenBankPayment = exactly({
  id: Id,
  number: Text(30),
  vendor: Name,
  date: Day,
  currency: Currency,
  amount: Amount,
  /** What the bank would have kept of the line for itself; empty where the payment is in another currency, and somebody says. */
  charge: orEmpty(Amount),
});

export type OpenBankPayment = Static<typeof OpenBankPayment>;

export type BankLine = Static<typeof BankLine>;

export const BankFileView = exactly({
  id: Id,
  kind: oneOf(['status', 'statement'] as const),
  reference: Text(60),
  readAt: Text(30),
  readBy: Name,
  lines: Type.Array(BankLine),
  /** What was booked of it. */
  document: Type.Union([exactly({ id: Id, number: Text(30) }), Type.Null()]),
});

export type BankFileView = Static<typeof BankFileView>;

/** What was read, and how many of it had been read before and so changed nothing. */
export const TakenFiles = exactly({ rows: Type.Array(BankFileView), again: Count });

export type TakenFiles = Static<typeof TakenFiles>;
