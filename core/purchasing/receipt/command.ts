import type { HeldCommand, HeldLine } from '../held.ts';
import type { Day } from '../../exact/calendar.ts';
import type { LineId, LotPart } from '../../costing/pool.ts';
import type { Price, Pricing, Quantity } from '../../exact/amounts.ts';
import type { ReceiptLine } from '../../state/purchasing.ts';

export interface ReceiptCommand {
  readonly kind: 'receipt';
  readonly vendor: string;
  readonly date: Day;
  readonly warehouse: string;
  /** The container or consignment on which it came. */
  readonly shipment?: string | undefined;
  readonly lines: readonly {
    of: LineId;
    quantity: Quantity;
    /** The unit of the quantity; the stock unit where undefined. */
    unit?: string | undefined;
    lots?: readonly LotPart[] | undefined;
    /** As seen on the goods; the item's usual one where undefined. */
    origin?: string | undefined;
    /** A preference is claimed, with proof of origin. */
    preference?: boolean | undefined;
    /** No more comes of the line: what is missing is little enough. */
    last?: boolean | undefined;
    /** The price at which it comes in, where the order's is known to be wrong, and why. */
    corrected?: { readonly price: Price; readonly reason: string } | undefined;
  }[];
  /** What came and is not taken: rejected, or without an order. */
  readonly held?: readonly HeldCommand[] | undefined;
}

export interface ReceiptDocument extends Omit<ReceiptCommand, 'lines' | 'held'> {
  readonly lines: readonly (ReceiptLine & { readonly pricing: Pricing })[];
  readonly held: readonly HeldLine[];
  /** What was still open of order lines and comes no more: short, within what is allowed. */
  readonly closed: readonly { readonly line: LineId; readonly of: LineId; readonly quantity: Quantity }[];
}
