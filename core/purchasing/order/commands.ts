import type { BaseAmount, Fraction, Price, Quantity } from '../../exact/amounts.ts';
import type { Bought, Estimate, Replaced, Statement } from '../../state/purchasing.ts';
import type { Day } from '../../exact/calendar.ts';
import type { Dimensions } from '../../books/journal.ts';
import type { LineId } from '../../costing/pool.ts';

export interface OrderLineCommand {
  readonly bought: Bought;
  readonly quantity: Quantity;
  /** The unit of quantity and price: a pack of the item, or its stock unit where undefined or empty. */
  readonly unit?: string | undefined;
  /** What the unit holds, where the item was never bought in it. */
  readonly packSize?: Quantity | undefined;
  readonly price: Price;
  readonly discount: Fraction;
  readonly due: Day | undefined;
  readonly estimates?: readonly Estimate[] | undefined;
  readonly dimensions?: Dimensions | undefined;
  readonly warehouse?: string | undefined;
  readonly taxCode?: string | undefined;
  readonly shipment?: string | undefined;
  /** The line of a return whose goods it is ordered in place of: what was on order again for them is on this line. */
  readonly replaces?: LineId | undefined;
}

export interface OrderCommand {
  readonly kind: 'order';
  readonly vendor: string;
  /** Who orders; nobody in particular where no limit is to be looked up. */
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  readonly lines: readonly OrderLineCommand[];
}

export interface OrderDocument extends Omit<OrderCommand, 'lines'> {
  readonly lines: readonly {
    readonly bought: Bought;
    readonly stated: Statement;
    readonly replaces?: Replaced | undefined;
  }[];
}

/** A line as it should be now: one that is on the order, or a new one. */
export interface ChangedLine extends Omit<OrderLineCommand, 'bought' | 'replaces'> {
  readonly of: LineId | undefined;
  /** What a new line is for; a line on the order stays what it was. */
  readonly bought: Bought | undefined;
}

export interface OrderChangeCommand {
  readonly kind: 'order-change';
  readonly of: string;
  readonly by: string;
  readonly date: Day;
  readonly reason: string;
  /** The version that is changed: what somebody else changed meanwhile is not put back unseen. */
  readonly seen: number;
  /** Lines that are not named stay as they are. */
  readonly lines: readonly ChangedLine[];
}

export interface OrderChangeDocument extends Omit<OrderChangeCommand, 'lines'> {
  readonly vendor: string;
  /** Only what differs: each line by its id on the order, and where the command said it. */
  readonly lines: readonly {
    readonly id: LineId;
    readonly isNew: boolean;
    readonly bought: Bought;
    readonly stated: Statement;
    readonly said: number;
  }[];
}

export interface OrderClosingCommand {
  readonly kind: 'order-closing';
  readonly of: string;
  readonly date: Day;
  readonly reason: string;
  /** The lines of which no more comes; all that are open where there are none. */
  readonly lines: readonly { of: LineId }[];
}

export interface OrderClosingDocument extends Omit<OrderClosingCommand, 'lines'> {
  readonly vendor: string;
  readonly lines: readonly { readonly of: LineId; readonly quantity: Quantity }[];
}

/** What the one who orders does with an order: holds it, lets it go on, gives it to the vendor. */
export interface OrderStepCommand {
  readonly kind: 'order-step';
  readonly of: string;
  readonly by: string;
  readonly date: Day;
  /** The version that was on the screen: nobody gives out what came a moment before. */
  readonly seen: number;
  readonly step: 'held' | 'released' | 'sent';
  readonly reason: string;
}

export interface OrderStepDocument extends OrderStepCommand {
  readonly vendor: string;
  readonly version: string;
  readonly amount: BaseAmount;
}
