import type { Dimensions } from '../books/journal.ts';
import type { CostingMethod, LineId, LotPart, Pool, PoolId } from '../costing/pool.ts';
import type { Source } from '../costing/taking.ts';
import {
  fraction,
  type BaseAmount,
  type DocumentAmount,
  type Fraction,
  type Price,
  type Quantity,
  type Rate,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { NO_ALLOWANCE, type Allowance } from '../matching/allowance.ts';
import type { KnownBill } from '../purchasing/alikeBills.ts';
import type { TaxLevel } from '../purchasing/taxCode.ts';
import type { Tariff } from '../tariff/schedule.ts';
import type { Effects, Flow } from './effects.ts';

/** When cost is recognised: when goods are sold, or purchases expensed when billed (accounting.md, What posts what). */
export type Recognition = 'on-sale' | 'on-purchase';

/** Settings that every decision rests on. */
export interface Company {
  readonly currency: string;
  readonly recognition: Recognition;
  /** The first day of the first period that is not closed. */
  readonly firstOpenDay: Day;
  /** Periods that end before this day can never be opened again. */
  readonly lockedUntil: Day;
  /** The day on which documents are entered; undefined where nobody looks at a clock. */
  readonly today: Day | undefined;
  /** Kinds of charge that are no cost of goods: storage after a delay, a fine. They go to expense. */
  readonly notCosts: ReadonlySet<string>;
  /** Kinds of charge that carry or insure goods to the border. */
  readonly toTheBorder: ReadonlySet<string>;
  /** Whether customs value takes in the goods' share of freight and insurance to the border. */
  readonly customsValueWithFreight: boolean;
  /** States of a pool are kept on the way at least this many movements apart. */
  readonly checkpointEvery: number;
  readonly tolerance: Tolerance;
  /** What a bill may differ by without a reason, and charges by their kind. */
  readonly allowance: Allowance;
  readonly chargeAllowances: ReadonlyMap<string, Allowance>;
  /** Differences outside what is allowed need a second person above this amount together; undefined where none is needed. */
  readonly signOffAbove: BaseAmount | undefined;
  /** Bills of a vendor with the same amount and dates no more days apart are asked about; undefined where nobody is asked. */
  readonly alikeWithin: number | undefined;
  /** The most that may be written off of a bill when it is paid; undefined for any amount. */
  readonly writeOffLimit: BaseAmount | undefined;
}

/** How single goods of an item are told apart. */
export type Tracking = 'none' | 'lot' | 'serial';

/** How goods are costed, and whether they are kept by lot or serial number, by the one word that files use. */
export const KEPT_BY: Readonly<Record<string, { method: CostingMethod; tracking: Tracking }>> = {
  fifo: { method: 'fifo', tracking: 'none' },
  average: { method: 'average', tracking: 'none' },
  standard: { method: 'standard', tracking: 'none' },
  lot: { method: 'lot', tracking: 'lot' },
  serial: { method: 'lot', tracking: 'serial' },
};

/** What is set up of a vendor, as far as decisions rest on it. */
export interface Vendor {
  /** What its deliveries may differ by. */
  readonly tolerance: Partial<Tolerance>;
  /** What its bills may differ by, where that is not the company's. */
  readonly allowance?: Allowance | undefined;
  /** Why nothing is ordered from it, nor paid to it; empty where it is. */
  readonly hold: string;
  /** Who changed the bank account that is in use: whoever it was does not pay it (job.md, Who does it). */
  readonly accountBy: string | undefined;
}

/** Goods stand on the dock until they are put away; rejected goods stand apart. */
export type BinKind = 'shelf' | 'dock' | 'rejects';

/** A unit in which an item is bought beside its stock unit: a box of 25, a cone of 0.5 kg. */
export interface Pack {
  readonly unit: string;
  /** Stock units in one. */
  readonly size: Quantity;
}

/** How much more, or less, than was ordered is taken without asking: parts of what was ordered. */
export interface Tolerance {
  readonly over: Fraction;
  readonly short: Fraction;
}

export interface Item {
  readonly id: string;
  /** Of this item alone; where it says nothing the vendor's holds, else the company's. */
  readonly tolerance?: Partial<Tolerance> | undefined;
  /** What bills may differ by for it, where that is not the vendor's or the company's. */
  readonly allowance?: Allowance | undefined;
  readonly method: CostingMethod;
  readonly tracking: Tracking;
  readonly unit: string;
  /** What else it is bought in. */
  readonly packs: readonly Pack[];
  /** Per stock unit, in kilograms and cubic metres; undefined where nobody has said. */
  readonly weight: Quantity | undefined;
  readonly volume: Quantity | undefined;
  readonly tariffCode: string;
  readonly origin: string;
  /** The first standard, and its changes in the order of the fold. Empty for other methods. */
  readonly standards: readonly { line: LineId | ''; date: Day; standard: Price }[];
}

/** Base units for one unit of a foreign currency, from a day on. */
export interface DatedRate {
  readonly currency: string;
  readonly from: Day;
  readonly rate: Rate;
}

/** A charge that is expected with goods on order, accrued when they come. Base currency. */
export type Estimate =
  | { readonly kind: string; readonly by: 'unit'; readonly amount: Price }
  | { readonly kind: string; readonly by: 'percent'; readonly percent: Fraction }
  | { readonly kind: string; readonly by: 'flat'; readonly amount: BaseAmount }
  | { readonly kind: string; readonly by: 'tariff' };

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
  readonly transport: string;
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
  readonly reopened: readonly { line: LineId; quantity: Quantity }[];
  readonly aheads: readonly Ahead[];
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

/** Goods that stand aside, in no pool and owed to nobody: rejected when they came, or come without an order. Held by quantity. */
export interface Aside {
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
  /** The rest, as ordered. */
  readonly amount: DocumentAmount;
  readonly baseAmount: BaseAmount;
  readonly estimates: readonly { kind: string; amount: BaseAmount }[];
  readonly estimatesUsed: readonly { line: LineId; date: Day; kind: string; amount: BaseAmount }[];
  /** The shares of charges that landed on it. */
  readonly landed: readonly { line: LineId; kind: string; amount: BaseAmount }[];
  readonly bills: readonly BilledPart[];
  readonly returns: readonly ReturnedLine[];
  /** What of it went from the dock into bins. */
  readonly putAway: readonly { line: LineId; quantity: Quantity; bin: string }[];
}

/** Goods in a pool that charges may go onto though no vendor's receipt brought them: what arrived of a transfer, what was made. */
export interface StockLine {
  readonly id: LineId;
  readonly date: Day;
  readonly item: string;
  readonly pool: PoolId;
  readonly quantity: Quantity;
  readonly dimensions: Dimensions | undefined;
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
  readonly kind: 'return' | 'bill' | 'charge' | 'disputed';
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

/** What is owed on a bill, or, with negative amounts, by the vendor on a credit memo. Keyed by document. */
export interface Payable {
  readonly document: string;
  readonly vendor: string;
  readonly currency: string;
  readonly rate: Rate;
  readonly date: Day;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  /** The goods on it by amount, for a discount that makes them cheaper. */
  readonly goods: readonly { pool: PoolId; movement: LineId; date: Day; amount: DocumentAmount }[];
  /** Lines ahead of the goods, by the order lines that they bill, that are not paid before the goods are here. */
  readonly waitsFor: readonly { line: LineId; of: LineId }[];
  readonly paid: readonly { line: LineId; date: Day; amount: DocumentAmount; base: BaseAmount }[];
}

export interface Prepayment {
  readonly document: string;
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
  readonly used: readonly { line: LineId; amount: DocumentAmount; base: BaseAmount }[];
}

/** A closed period, and what its closing only accrued. */
export interface ClosedPeriod {
  readonly document: string;
  readonly period: string;
  readonly date: Day;
  readonly accruals: readonly Flow[];
  readonly takenBack: boolean;
  /** The first open day before it was closed. */
  readonly openBefore: Day;
}

/** A posted document, as its reversal needs it. */
export interface PostedFacts {
  readonly document: string;
  readonly kind: string;
  readonly date: Day;
  readonly effects: Effects;
  /** The documents that build on its lines. */
  readonly citedBy: readonly string[];
}

/**
 * What a decision may rest on. The server loads and locks just the rows that a command names; the case runner and an
 * import's preview keep a whole company here. A decision never changes it: it returns facts, and `record` gives the next.
 */
export interface Books {
  readonly company: Company;
  /** The number of the next document: documents are numbered in the order of entry. */
  readonly nextDocument: bigint;
  readonly items: ReadonlyMap<string, Item>;
  readonly rates: readonly DatedRate[];
  readonly tariff: Tariff;
  readonly orders: ReadonlyMap<string, Order>;
  /** Up to which base amount somebody may order without another person's approval; no entry, no limit. */
  readonly approvalLimits: ReadonlyMap<string, BaseAmount>;
  readonly vendors: ReadonlyMap<string, Vendor>;
  /** The taxes of each code, in the order in which they are worked out. */
  readonly taxCodes: ReadonlyMap<string, readonly TaxLevel[]>;
  /** The bins of each warehouse by their code: places inside it. */
  readonly bins: ReadonlyMap<string, ReadonlyMap<string, BinKind>>;
  readonly orderLines: ReadonlyMap<LineId, OrderLine>;
  readonly asides: ReadonlyMap<LineId, Aside>;
  readonly receiptLines: ReadonlyMap<LineId, ReceiptLine>;
  readonly stockLines: ReadonlyMap<LineId, StockLine>;
  readonly charges: ReadonlyMap<LineId, Charge>;
  readonly creditable: ReadonlyMap<LineId, CreditableLine>;
  readonly expensed: ReadonlyMap<LineId, ExpensedLine>;
  readonly payables: ReadonlyMap<string, Payable>;
  readonly prepayments: ReadonlyMap<string, Prepayment>;
  /** Movements out that value may be taken from. */
  readonly sources: ReadonlyMap<LineId, Source>;
  readonly pools: ReadonlyMap<PoolId, Pool>;
  /** `vendor|number key` of the bills already known. */
  readonly billNumbers: ReadonlyMap<string, string>;
  /** Bills by their document that another may be taken for. */
  readonly bills: ReadonlyMap<string, KnownBill>;
  readonly closedPeriods: readonly ClosedPeriod[];
  /** What was posted to stock suspense, by posting date. */
  readonly suspense: readonly { document: string; date: Day; amount: BaseAmount }[];
  readonly documents: ReadonlyMap<string, PostedFacts>;
}

export const NOT_COSTS: ReadonlySet<string> = new Set([
  'storage',
  'demurrage',
  'detention',
  'fine',
  'penalty',
  'interest',
]);

export const companyOf = (settings: Pick<Company, 'currency' | 'firstOpenDay'> & Partial<Company>): Company => ({
  recognition: 'on-sale',
  lockedUntil: '',
  today: undefined,
  notCosts: NOT_COSTS,
  toTheBorder: new Set(['freight', 'insurance']),
  customsValueWithFreight: false,
  checkpointEvery: 256,
  tolerance: { over: fraction(0n), short: fraction(0n) },
  allowance: NO_ALLOWANCE,
  chargeAllowances: new Map(),
  signOffAbove: undefined,
  alikeWithin: undefined,
  writeOffLimit: undefined,
  ...settings,
});

export function emptyBooks(company: Company): Books {
  return {
    company,
    nextDocument: 1n,
    items: new Map(),
    rates: [],
    tariff: [],
    orders: new Map(),
    approvalLimits: new Map(),
    vendors: new Map(),
    taxCodes: new Map(),
    bins: new Map(),
    orderLines: new Map(),
    asides: new Map(),
    receiptLines: new Map(),
    stockLines: new Map(),
    charges: new Map(),
    creditable: new Map(),
    expensed: new Map(),
    payables: new Map(),
    prepayments: new Map(),
    sources: new Map(),
    pools: new Map(),
    billNumbers: new Map(),
    bills: new Map(),
    closedPeriods: [],
    suspense: [],
    documents: new Map(),
  };
}
