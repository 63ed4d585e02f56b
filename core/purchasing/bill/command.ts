import type { BaseAmount, DocumentAmount, Fraction, Price, Quantity, Rate } from '../../exact/amounts.ts';
import type { AgreedRate, CrossRate } from '../crossRate.ts';
import type { BillTax } from '../billTax.ts';
import type { Instalment } from '../instalments.ts';
import type { Bought } from '../../state/purchasing.ts';
import type { Charge, RemitTo } from '../../state/owed.ts';
import type { Day } from '../../exact/calendar.ts';
import type { ChargeGoes } from '../../state/company.ts';
import type { Dimensions } from '../../books/journal.ts';
import type { LineId, PoolId } from '../../costing/pool.ts';

/** Where a price difference goes: into the goods as a late cost, to purchase price variance, or back as a credit that is asked for. */
export type DifferenceDecision = 'cost' | 'variance' | 'credit';

export interface BillCommand {
  readonly kind: 'bill';
  readonly vendor: string;
  /** The vendor's number on the paper. */
  readonly reference: string;
  readonly currency: string;
  /** Where orders are in other currencies; else the day's cross rate is taken. */
  readonly agreedRates?: readonly AgreedRate[] | undefined;
  readonly date: Day;
  /** Of a received line, or of an order line where the bill comes ahead of the goods. */
  readonly lines: readonly BillLine[];
  readonly charges: readonly { kind: string; amount: DocumentAmount; reason?: string | undefined }[];
  readonly expenses?:
    readonly { expense: string; amount: DocumentAmount; dimensions?: Dimensions | undefined }[] | undefined;
  readonly tax?: readonly BillTax[] | undefined;
  /** What the paper asks for and is not accepted: owed for now, and expected back as a credit. */
  readonly disputed?: readonly Disputed[] | undefined;
  /** What a broker paid to customs on the company's behalf, by customs entry: no cost, it clears what is owed there. */
  readonly disbursements?: readonly Disbursement[] | undefined;
  readonly whole?: AsAWhole | undefined;
  /** Where it is due in parts that its terms do not say. */
  readonly instalments?: readonly Instalment[] | undefined;
  /** Whom it asks to be paid to, where that is not the vendor at its account on file. */
  readonly remitTo?: RemitTo | undefined;
  /** Why it is another bill than one that it is like. */
  readonly another?: string | undefined;
  /** Whether a second person has looked at exactly this and agreed. */
  readonly signedOff?: boolean | undefined;
}

export interface Disbursement {
  /** The customs entry, by its document. */
  readonly of: string;
  readonly amount: DocumentAmount;
}

/** What is said of a bill that belongs to none of its lines. */
export interface AsAWhole {
  /** Why its tax is taken, where it is not what the orders' codes make. */
  readonly tax?: { readonly reason: string } | undefined;
  /** What the paper asks for in all, and why it is entered though its parts come to something else. */
  readonly total?: { readonly asked: DocumentAmount; readonly reason?: string | undefined } | undefined;
}

export interface BillLine {
  readonly of: LineId;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly difference: DifferenceDecision;
  /** Of an expense on order: it was done, and no receipt says so beside the bill (two-way match). */
  readonly done?: boolean | undefined;
  /** Ahead of the goods: whether payment waits for them. */
  readonly wait?: boolean | undefined;
  /** Why a difference is decided so. */
  readonly reason?: string | undefined;
}

export interface Disputed {
  /** As the paper calls it. */
  readonly said: string;
  readonly amount: DocumentAmount;
  /** A credit is asked for, or it was sent to the wrong company. */
  readonly decision: 'credit' | 'not-ours';
  readonly reason: string;
}

/** A billed line. What it clears and differs by is at the receipt's rate, what is owed at the bill's. */
export interface BilledLine {
  readonly id: LineId;
  readonly of: LineId;
  /** Billed before it came. */
  readonly ahead: boolean;
  /** An expense on order that the bill itself says was done. */
  readonly done: boolean;
  readonly bought: Bought;
  readonly pool: PoolId | undefined;
  /** The day on which the goods came: a late cost belongs to it. */
  readonly received: Day;
  readonly dimensions: Dimensions | undefined;
  readonly taxCode: string;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly difference: DifferenceDecision;
  readonly wait: boolean;
  readonly reason: string | undefined;
  /** As billed, in the bill's currency. */
  readonly amount: DocumentAmount;
  readonly orderCurrency: string;
  /** As billed and as ordered, in the order's currency. */
  readonly inOrder: DocumentAmount;
  readonly ordered: DocumentAmount;
  /** The part of the receipt's amount that this line clears, in base currency. */
  readonly cleared: BaseAmount;
  /** Billed less ordered. */
  readonly priceDifference: BaseAmount;
  /** As owed, at the bill's rate. */
  readonly payable: BaseAmount;
  /** The rate of what it clears: the receipt's, ahead of the goods the bill's. */
  readonly rate: Rate;
  /** Its share of tax that cannot be reclaimed, in base currency. */
  readonly tax: BaseAmount;
}

export interface BillDocument extends Omit<
  BillCommand,
  'lines' | 'charges' | 'expenses' | 'disputed' | 'disbursements'
> {
  readonly numberKey: string;
  readonly rate: Rate;
  readonly crossRates: readonly CrossRate[];
  readonly lines: readonly BilledLine[];
  /** Numbered after the lines; `amount` with its tax. */
  readonly charges: readonly (Charge & {
    documentAmount: DocumentAmount;
    goes: ChargeGoes;
    reason: string | undefined;
  })[];
  /** Numbered after the charges; `amount` with its tax. */
  readonly expenses: readonly {
    id: LineId;
    expense: string;
    documentAmount: DocumentAmount;
    amount: BaseAmount;
    dimensions: Dimensions | undefined;
  }[];
  /** Numbered after the expenses. */
  readonly disputed: readonly (Omit<Disputed, 'amount'> & {
    id: LineId;
    documentAmount: DocumentAmount;
    amount: BaseAmount;
  })[];
  /** Numbered after what is not accepted. */
  readonly disbursements: readonly (Disbursement & { id: LineId; authority: string })[];
  readonly recoverableTax: BaseAmount;
  /** Owed to the tax office, not to the vendor. */
  readonly selfAssessedTax: BaseAmount;
  /** Where the bill as a whole is other than expected. */
  readonly differs: readonly Difference[];
  /** What is owed in all. */
  readonly total: { amount: DocumentAmount; base: BaseAmount };
}

/** What a bill asks for and nobody ordered, or nobody received, in base currency. */
export interface Difference {
  /** JSON pointer to the line of the bill, or to what is said of it as a whole. */
  readonly at: string;
  readonly kind: 'price' | 'not-here' | 'charge' | 'disputed' | 'tax' | 'total';
  /** More than expected; below zero: less. */
  readonly amount: BaseAmount;
  /** What of it passes without a reason; undefined where nobody set a limit. */
  readonly allowed: BaseAmount | undefined;
  readonly outside: boolean;
  readonly reason: string;
}
