import type { Day } from '../exact/calendar.ts';
import type { LineId } from '../costing/pool.ts';
import type { Pack } from '../state/stock.ts';
import type { Pricing, Quantity } from '../exact/amounts.ts';
import type { Asked } from './asOrdered.ts';

/** A line that may be billed: received and not all billed, or on order and neither received nor billed. */
export interface OpenLine extends Pricing {
  readonly line: LineId;
  readonly item: string;
  readonly order: string;
  readonly slip: string;
  readonly shipment: string;
  /** Our number, the vendor's, codes on the goods, with the pack that each is of; the empty pack is the stock unit. */
  readonly names: readonly { readonly name: string; readonly pack: string }[];
  readonly description: string;
  readonly unit: string;
  readonly packs: readonly Pack[];
  /** What of it is not billed, in stock units. */
  readonly quantity: Quantity;
  readonly date: Day;
  /** On order and not here: billed after what is here, or for a service without a receipt. */
  readonly ahead?: boolean;
}

/** A line of a bill as its paper says it: in the unit that it names, else in stock units, net of what the line takes off. */
export interface BillText extends Asked {
  /** The order's number, and the packing slip or shipment; empty where the paper does not say. */
  readonly order: string;
  readonly slip: string;
  /** What it calls the goods: the vendor's number, ours, a code on them. */
  readonly names: readonly string[];
  readonly description: string;
}
