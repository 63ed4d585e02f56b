import type { BaseAmount, DocumentAmount, Quantity, Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Dimensions } from '../books/journal.ts';
import type { LineId, PoolId } from '../costing/pool.ts';

/** A bill that is there, as far as another may be taken for it. */
export interface KnownBill {
  readonly vendor: string;
  readonly reference: string;
  readonly date: Day;
  readonly currency: string;
  readonly amount: DocumentAmount;
}

/** A charge and what has been allocated of it. */
export interface Charge {
  readonly id: LineId;
  readonly kind: string;
  readonly vendor: string;
  readonly date: Day;
  readonly amount: BaseAmount;
  readonly allocated: readonly { line: LineId; amount: BaseAmount }[];
}

/** What a credit memo may cite: the billed part of a return, a billed line, a billed charge, or what of a bill was not accepted. */
export interface CreditableLine {
  readonly id: LineId;
  readonly vendor: string;
  readonly currency: string;
  /** The rate of the amounts. */
  readonly rate: Rate;
  readonly date: Day;
  readonly kind: 'return' | 'bill' | 'charge' | 'disputed' | 'claim';
  readonly item: string | undefined;
  readonly expense: string | undefined;
  readonly quantity: Quantity;
  /** The stock units that a price of it is for. */
  readonly per: Quantity;
  readonly amount: DocumentAmount;
  /** Of a return: what waits in goods received not invoiced for it. */
  readonly base: BaseAmount;
  /** The credit that was asked for. */
  readonly expected: { readonly amount: DocumentAmount; readonly base: BaseAmount };
  /** Of a bill: the goods that a credit may make cheaper. */
  readonly goods: { readonly pool: PoolId; readonly movement: LineId; readonly date: Day } | undefined;
  /** Of a charge: its kind. */
  readonly charge: string | undefined;
  readonly dimensions: Dimensions | undefined;
  readonly credits: readonly CreditTaken[];
}

/** What a credit memo took of it: in all, and of the credit that was asked for. */
export interface CreditTaken {
  readonly line: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  readonly expected: DocumentAmount;
  readonly expectedBase: BaseAmount;
}

/** An expense that a bill posted, from which a charge may be moved. */
export interface ExpensedLine {
  readonly id: LineId;
  readonly vendor: string;
  readonly date: Day;
  readonly expense: string;
  readonly amount: BaseAmount;
  readonly dimensions: Dimensions | undefined;
  readonly moved: readonly { line: LineId; amount: BaseAmount }[];
}

/** Whom a bill asks to be paid to, where that is not the vendor at its account on file (remit-to). */
export interface RemitTo {
  /** As the paper names it; empty for the vendor. */
  readonly payee: string;
  /** Empty for the account on file. */
  readonly account: string;
  /** The code of its bank, where one is named. */
  readonly bankCode: string;
  /** Who entered it: another confirms it. */
  readonly by: string;
}

/** What is owed on a bill or to customs, or, with negative amounts, by the vendor on a credit memo. Keyed by document. */
export interface Payable {
  readonly document: string;
  readonly account: 'payables' | 'customs-payable';
  readonly vendor: string;
  readonly currency: string;
  readonly rate: Rate;
  readonly date: Day;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  /** The goods on it by amount, for a discount that makes them cheaper. */
  readonly goods: readonly { pool: PoolId; movement: LineId; date: Day; amount: DocumentAmount }[];
  /** What of it is reclaimed tax that a discount takes its part of back. */
  readonly discountedTax: DocumentAmount;
  /** Lines ahead of the goods, by the order lines that they bill, that are not paid before the goods are here. */
  readonly waitsFor: readonly { line: LineId; of: LineId }[];
  readonly paid: readonly { line: LineId; date: Day; amount: DocumentAmount; base: BaseAmount }[];
  /** Why somebody holds its payment; undefined while nobody does. */
  readonly held?: string | undefined;
  /** With what a second person answered; undefined while nobody did. */
  readonly remitTo?: (RemitTo & { readonly answer: 'approved' | 'rejected' | undefined }) | undefined;
}

/** What of a prepayment came in at its rate, with a received line. */
export interface PrepaidPart {
  readonly of: string;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
}

/** What is gone of a prepayment: in its currency, tax with it, and how much of it is tax; as it stood in prepayments, and in input tax. */
export interface PrepaidTaken {
  readonly line: LineId;
  readonly date: Day;
  readonly amount: DocumentAmount;
  readonly tax: DocumentAmount;
  readonly base: BaseAmount;
  readonly taxBase: BaseAmount;
}

export interface Prepayment {
  readonly document: string;
  /** The order whose goods it is for; undefined for one that is for nothing in particular. */
  readonly order: string | undefined;
  /** A deposit that comes back: a monetary item, measured anew at period end (accounting.md, prepayment). */
  readonly refundable: boolean;
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  /** All that was paid, tax with it. */
  readonly amount: DocumentAmount;
  /** What stands in prepayments for it: without the tax that the vendor's prepayment bill shows, which is reclaimed at once. */
  readonly base: BaseAmount;
  readonly tax: { readonly amount: DocumentAmount; readonly base: BaseAmount };
  /** What of it paid bills. */
  readonly used: readonly PrepaidTaken[];
  /** What of it the vendor paid back. */
  readonly refunded: readonly PrepaidTaken[];
  /** What goods of its order came in at its rate, without tax. */
  readonly received: readonly { line: LineId; amount: DocumentAmount; base: BaseAmount }[];
}
