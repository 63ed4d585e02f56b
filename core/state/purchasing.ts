import type { BaseAmount, DocumentAmount, Fraction, Price, Quantity, Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Dimensions } from '../books/journal.ts';
import type { LineId, LotPart, PoolId } from '../costing/pool.ts';
import type { PrepaidPart } from './owed.ts';

/** A charge that is expected with goods on order, accrued when they come. Base currency; for a stock unit, a kilogram or a cubic metre. */
export type Estimate = {
  readonly kind: string;
  /** The rule of the company that put it there; undefined where somebody said it. */
  readonly rule?: string | undefined;
} & (
  | { readonly by: 'unit' | 'weight' | 'volume'; readonly amount: Price }
  | { readonly by: 'percent'; readonly percent: Fraction }
  | { readonly by: 'flat'; readonly amount: BaseAmount }
  | { readonly by: 'tariff' }
);

/** What a line is for: goods of an item, or an expense. */
export type Bought =
  { readonly item: string; readonly expense?: undefined } | { readonly item?: undefined; readonly expense: string };

/**
 * Quantity of an order line that is paid for before it comes: billed ahead, or gone back to be replaced. What stands in
 * goods received not invoiced for it is `base`; it comes in at `goods` and `tax`, the rest is purchase price variance.
 */
export interface Ahead {
  readonly line: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  readonly goods: BaseAmount;
  readonly tax: BaseAmount;
  readonly taken: readonly AheadTaken[];
}

export interface AheadTaken {
  readonly line: LineId;
  readonly quantity: Quantity;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  readonly goods: BaseAmount;
  readonly tax: BaseAmount;
}

/** What an order line asks for, as the order or a later version of it states. */
export interface Statement {
  /** The document that states it. */
  readonly by: string;
  /** In stock units. */
  readonly quantity: Quantity;
  /** The pack that it was asked for in; empty for the stock unit. */
  readonly unit: string;
  readonly price: Price;
  /** The stock units that the price is for: what the pack held when it was stated. */
  readonly per: Quantity;
  readonly discount: Fraction;
  readonly due: Day | undefined;
  readonly estimates: readonly Estimate[];
  readonly dimensions: Dimensions | undefined;
  /** Where it is to come in, where that is not the order's warehouse. */
  readonly warehouse: string | undefined;
  /** The code of the taxes that its bill will show; empty for none. */
  readonly taxCode: string;
  /** The container or consignment that it travels in, as far as it is known. */
  readonly shipment: string;
}

/** A line on order, as last stated. What is open of it is worked out from what cites it. */
export interface OrderLine extends Statement {
  readonly id: LineId;
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly bought: Bought;
  /** As it was stated before, in the order of entry. */
  readonly earlier: readonly Statement[];
  /** What was open of it when no more was to come. */
  readonly closed: readonly { line: LineId; date: Day; quantity: Quantity; reason: string }[];
  readonly receipts: readonly { line: LineId; quantity: Quantity }[];
  /** Gone back to be replaced: on order again. */
  readonly reopened: readonly { line: LineId; date: Day; quantity: Quantity }[];
  readonly aheads: readonly Ahead[];
  /** What it is ordered in place of, where the line of those goods is closed. */
  readonly replaces?: Replaced | undefined;
}

/** Goods that went back: the line of their return, and the order line that they had come on. */
export interface Replaced {
  readonly line: LineId;
  readonly date: Day;
  readonly of: LineId;
}

/** Something that was done with an order, with the document that stated it as it then was, and its base amount. */
export interface OrderStep {
  readonly document: string;
  readonly step: 'held' | 'released' | 'sent' | 'approved' | 'rejected';
  readonly by: string;
  readonly version: string;
  readonly amount: BaseAmount;
}

/** An order beside its lines. Whether it is held, approved or sent is worked out from what was done (`orderStanding`). */
export interface Order {
  readonly id: string;
  readonly vendor: string;
  readonly currency: string;
  readonly rate: Rate;
  readonly date: Day;
  /** Who stated it, first and in each later version. */
  readonly versions: readonly { document: string; by: string }[];
  readonly amount: BaseAmount;
  readonly steps: readonly OrderStep[];
  /** Prepayments for its goods, by their documents. */
  readonly prepaid: readonly string[];
}

/** What a bill line took of a received line. Base amounts at the receipt's rate. */
export interface BilledPart {
  readonly line: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  /** The part of the receipt's amount that it clears, in the order's currency and in base. */
  readonly ordered: DocumentAmount;
  readonly cleared: BaseAmount;
  readonly billed: DocumentAmount;
  readonly intoGoods: BaseAmount;
  readonly toVariance: BaseAmount;
}

/** What went back of a received line: first what was not billed, then what was. */
export interface ReturnedLine {
  readonly line: LineId;
  readonly date: Day;
  readonly unbilled: Quantity;
  readonly unbilledOrdered: DocumentAmount;
  readonly unbilledCleared: BaseAmount;
  readonly billed: Quantity;
  /** The billed quantity's own amounts: as billed, of it in the goods, of it in purchase price variance. */
  readonly billedAmount: DocumentAmount;
  readonly billedGoods: BaseAmount;
  readonly billedVariance: BaseAmount;
}

/** Held goods, in no pool and owed to nobody: rejected when they came, or come without an order. Held by quantity. */
export interface Held {
  readonly id: LineId;
  readonly vendor: string;
  readonly date: Day;
  /** The order line that they were sent for; undefined where nobody knows of one. */
  readonly of: LineId | undefined;
  readonly quantity: Quantity;
  /** What became of them. */
  readonly gone: readonly { line: LineId; quantity: Quantity }[];
}

/** A received line at the receipt's rate of exchange: goods in a pool, or an expense. */
export interface ReceiptLine {
  readonly id: LineId;
  readonly of: LineId;
  readonly vendor: string;
  readonly currency: string;
  readonly rate: Rate;
  readonly date: Day;
  readonly bought: Bought;
  readonly pool: PoolId | undefined;
  readonly quantity: Quantity;
  /** The stock units that its order's price is for. */
  readonly per: Quantity;
  /** The price at which it came in, where that is not the order's, and why. */
  readonly corrected: { readonly price: Price; readonly reason: string } | undefined;
  readonly lots: readonly LotPart[];
  readonly origin: string;
  readonly preference: boolean;
  readonly dimensions: Dimensions | undefined;
  /** The code of the taxes that its bill will show, as its order states it now; empty for none. */
  readonly taxCode: string;
  /** What of it was billed ahead, by what it was billed on. */
  readonly ahead: readonly (AheadTaken & { of: LineId })[];
  /** The rest, as ordered: what of it was prepaid at the prepayment's rate, all other at the receipt's. */
  readonly amount: DocumentAmount;
  readonly baseAmount: BaseAmount;
  readonly prepaid: readonly PrepaidPart[];
  readonly estimates: readonly { kind: string; amount: BaseAmount }[];
  readonly estimatesUsed: readonly { line: LineId; date: Day; kind: string; amount: BaseAmount }[];
  /** The shares of charges that landed on it. */
  readonly landed: readonly { line: LineId; kind: string; amount: BaseAmount }[];
  readonly bills: readonly BilledPart[];
  readonly returns: readonly ReturnedLine[];
  /** What of it went from the dock into bins. */
  readonly putAway: readonly { line: LineId; quantity: Quantity; bin: string }[];
  /** On which shipment it came, as its receipt and later documents say. */
  readonly shipments: readonly { line: LineId; shipment: string }[];
}

/** The shipment on which a received line came, as it was last said; empty for none. */
export const shipmentOf = ({ shipments }: Pick<ReceiptLine, 'shipments'>): string => shipments.at(-1)?.shipment ?? '';
