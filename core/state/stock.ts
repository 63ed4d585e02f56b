import type { CostingMethod, LineId, PoolId } from '../costing/pool.ts';
import type { Day } from '../exact/calendar.ts';
import type { Dimensions } from '../books/journal.ts';
import type { Price, Quantity } from '../exact/amounts.ts';
import type { SupplementaryUnit } from '../tariff/duty.ts';
import type { Allowance, Tolerance } from './company.ts';

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

/** Goods stand on the dock until they are put away; rejected goods stand apart. */
export type BinKind = 'shelf' | 'dock' | 'rejects';

/** A unit in which an item is bought beside its stock unit: a box of 25, a cone of 0.5 kg. */
export interface Pack {
  readonly unit: string;
  /** Stock units in one. */
  readonly size: Quantity;
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
  /** How much one is in the other units that customs counts in. */
  readonly supplementary?: readonly SupplementaryUnit[] | undefined;
  readonly tariffCode: string;
  readonly origin: string;
  /** The first standard, and its changes in the order of the fold. Empty for other methods. */
  readonly standards: readonly { line: LineId | ''; date: Day; standard: Price }[];
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
