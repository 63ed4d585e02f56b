import { base, type BaseAmount, documentAmount, type DocumentAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { LineId } from '../costing/pool.ts';

/** What a vendor is to be paid with a run, in one currency: its open items by their document, credit memos with negative amounts. */
export interface RunPayment {
  readonly vendor: string;
  readonly currency: string;
  readonly bills: readonly {
    readonly of: string;
    readonly amount: DocumentAmount;
    readonly discount: DocumentAmount;
  }[];
  /** Paid before any bill, in place of bills. */
  readonly prepays?: RunPrepayment | undefined;
}

/** What a run pays before the bill: for an order's goods, on account, or as a deposit. */
export interface RunPrepayment {
  readonly order: string | undefined;
  readonly refundable: boolean;
  readonly amount: DocumentAmount;
  /** The tax in it that the vendor's prepayment bill shows. */
  readonly tax: DocumentAmount;
}

/** How a run pays: by transfers from a file, or by checks that are printed. */
export type RunWay = 'transfer' | 'check';

/** Money that moves on one of the company's bank accounts, in the currency of the account and in base currency. */
export interface Moved {
  readonly held: DocumentAmount;
  readonly base: BaseAmount;
}

export const NOTHING_MOVED: Moved = { held: documentAmount(0n), base: base(0n) };

/** One of the company's accounts at banks. Keyed by account. */
export interface BankAccount {
  readonly currency: string;
  /** The number of its next check, where it has numbered forms; those before it are used. */
  readonly nextCheck: bigint | undefined;
}

/** Payments that wait for another person to release them. Keyed by document. */
export interface PaymentRun {
  readonly document: string;
  readonly by: string | undefined;
  readonly date: Day;
  /** The company's bank account that it pays from. */
  readonly account: string;
  readonly way: RunWay;
  /** How many payments it asks for: its lines from 1. */
  readonly places: number;
  /** What they come to, in base currency. */
  readonly amount: BaseAmount;
  readonly answer: 'approved' | 'rejected' | undefined;
}

/** One payment of a run. Keyed by the run's line. */
export interface RunPlace extends RunPayment {
  /** Whether it was made once: also where the bank sent it back, it is not made again under the same release. */
  readonly isMade: boolean;
}

/** Whether a payment may have left an account: the one that it names, else any in base currency. */
export const mayBeOn = (
  { account }: Pick<BankPayment, 'account'>,
  own: { readonly id: string | undefined; readonly isHome: boolean },
): boolean => (account === undefined ? own.isHome : account === own.id);

/** What left the bank, as it was booked with its payment or prepayment; below zero what came into it for a refund or a claim. Keyed by document. */
export interface BankPayment {
  readonly document: string;
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly amount: DocumentAmount;
  /** The company's bank account; one in base currency where none was named. */
  readonly account: string | undefined;
  /** What of it left that account, without the bank's fee. */
  readonly left: Moved;
  readonly fee: Moved;
  /** The check that stands for it, if one was written. */
  readonly check?: { readonly document: string; readonly number: bigint } | undefined;
  /** The lines of statements that say what the bank took, or got. */
  readonly stated: readonly { readonly line: LineId }[];
}
