import type { BaseAmount, DocumentAmount, Fraction, Price, Quantity, Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { CostingMethod, LineId, Pool, PoolId } from '../costing/pool.ts';
import type { InvoicedPart } from '../costing/settle.ts';

/** Settings that every decision rests on. Only cost recognised when goods are sold is known so far. */
export interface Company {
  readonly currency: string;
  /** The first day of the first period that is not closed. */
  readonly firstOpenDay: Day;
}

export interface Item {
  readonly id: string;
  readonly method: CostingMethod;
  readonly unit: string;
  /** Per stock unit, in kilograms and cubic metres; undefined where nobody has said. */
  readonly weight: Quantity | undefined;
  readonly volume: Quantity | undefined;
}

/** Base units for one unit of a foreign currency, from a day on. */
export interface DatedRate {
  readonly currency: string;
  readonly from: Day;
  readonly rate: Rate;
}

/** A line on order. What has been received of it is worked out from the receipts. */
export interface OrderLine {
  readonly id: LineId;
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly item: string;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly received: Quantity;
}

/** A received line with its amount as ordered, and what bills have cleared of it. */
export interface ReceiptLine {
  readonly id: LineId;
  readonly vendor: string;
  readonly currency: string;
  readonly rate: Rate;
  readonly date: Day;
  readonly item: string;
  readonly pool: PoolId;
  readonly quantity: Quantity;
  readonly amount: DocumentAmount;
  readonly baseAmount: BaseAmount;
  readonly billed: Quantity;
  /** The goods' price component as known now: as ordered, and as billed where the difference went into cost. */
  readonly goods: BaseAmount;
}

/** A charge on a bill and what has been allocated of it. */
export interface Charge {
  readonly id: LineId;
  readonly kind: string;
  readonly vendor: string;
  readonly date: Day;
  readonly amount: BaseAmount;
  readonly allocated: BaseAmount;
}

export interface DeliveryLine {
  readonly id: LineId;
  readonly customer: string;
  readonly date: Day;
  readonly item: string;
  readonly quantity: Quantity;
  readonly value: BaseAmount;
  readonly parts: readonly InvoicedPart[];
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
  readonly orderLines: ReadonlyMap<LineId, OrderLine>;
  readonly receiptLines: ReadonlyMap<LineId, ReceiptLine>;
  readonly charges: ReadonlyMap<LineId, Charge>;
  readonly deliveryLines: ReadonlyMap<LineId, DeliveryLine>;
  readonly pools: ReadonlyMap<PoolId, Pool>;
  /** `vendor|number key` of the bills already known. */
  readonly billNumbers: ReadonlySet<string>;
}

export function emptyBooks(company: Company): Books {
  return {
    company,
    nextDocument: 1n,
    items: new Map(),
    rates: [],
    orderLines: new Map(),
    receiptLines: new Map(),
    charges: new Map(),
    deliveryLines: new Map(),
    pools: new Map(),
    billNumbers: new Set(),
  };
}
