import type { LineId } from '../../costing/pool.ts';
import type { BaseAmount, DocumentAmount, Rate } from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import type { Moved } from '../../state/paying.ts';
import type { PrepaidTaken } from '../../state/owed.ts';

export interface PaymentCommand {
  readonly kind: 'payment';
  readonly vendor: string;
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  /** The company's bank account that it leaves; one in base currency where undefined. */
  readonly account?: string | undefined;
  /** A prepayment that is used up; the bank where undefined. */
  readonly from: string | undefined;
  /** Discounts taken are income, or make the goods cheaper, as the company's policy says. */
  readonly discountsTo: 'income' | 'goods';
  /** Bills by their document, and credit memos, whose amounts are negative. */
  readonly bills: readonly {
    of: string;
    /** What is paid of it. */
    amount: DocumentAmount;
    discount: DocumentAmount;
    writeOff: DocumentAmount;
    /** Tax that is kept back of it, and owed to the tax office. */
    withheld?: DocumentAmount | undefined;
  }[];
  /** What the bank took, its fee with it, in the account's currency; what is paid at the day's rate, and the fee, where undefined. */
  readonly took?: DocumentAmount | undefined;
  /** What of it the bank kept for itself, in the account's currency. */
  readonly fee?: DocumentAmount | undefined;
  /** Why a small difference is written off. */
  readonly reason: string;
  /** The place in a run that another person released; undefined where it was typed from what the bank did. */
  readonly run?: LineId | undefined;
}

export interface PaidBill {
  readonly id: LineId;
  readonly of: string;
  readonly amount: DocumentAmount;
  readonly discount: DocumentAmount;
  readonly writeOff: DocumentAmount;
  readonly withheld: DocumentAmount;
  /** All of it that is settled so, in the bill's currency and as it was booked. */
  readonly settled: DocumentAmount;
  readonly booked: BaseAmount;
}

export interface PaymentDocument extends Omit<PaymentCommand, 'bills' | 'fee'> {
  readonly rate: Rate;
  readonly bills: readonly PaidBill[];
  /** What the bank took for the bills, and kept for itself; nothing where a prepayment pays. */
  readonly left: Moved;
  readonly fee: Moved;
  /** What left the bank, or the prepayment, for the bills: in the payment's currency and in base; of a prepayment what of it is tax. */
  readonly paid: Pick<PrepaidTaken, 'amount' | 'base' | 'tax' | 'taxBase'>;
}
