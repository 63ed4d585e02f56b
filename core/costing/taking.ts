import type { AccountKey } from '../books/accounts.ts';
import type { Dimensions } from '../books/journal.ts';
import { quantity, type BaseAmount, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { LineId, LotPart, PoolId, Purpose } from './pool.ts';

/**
 * How part of a movement out is taken on: by a customer invoice, by a customer's return before or after it was invoiced, by
 * what arrives of a transfer or never does, by what is made of it.
 */
export type TakingKind = 'invoiced' | 'given-back' | 'given-back-invoiced' | 'arrived' | 'lost' | 'made';

export interface Taking {
  readonly line: LineId;
  readonly date: Day;
  readonly kind: TakingKind;
  readonly quantity: Quantity;
  /** Lots or serials that came in with it, where the goods are kept by them; one line's two takings name the same. */
  readonly lots: readonly LotPart[];
  /** The movement in that it carries value into, where it does; its id is the line's. */
  readonly into: PoolId | undefined;
  readonly dimensions: Dimensions | undefined;
}

/** A movement out from which value is taken on, with all its takings in the order of entry. */
export interface Source {
  readonly line: LineId;
  readonly pool: PoolId;
  readonly item: string;
  readonly date: Day;
  readonly purpose: Purpose;
  /** The customer of a delivery, the warehouse to which a transfer goes. */
  readonly party: string;
  readonly quantity: Quantity;
  readonly lots: readonly LotPart[];
  readonly value: BaseAmount;
  readonly dimensions: Dimensions | undefined;
  readonly takings: readonly Taking[];
}

/** The accounts between which each kind of taking carries value. */
export const TAKEN: Readonly<Record<TakingKind, { from: AccountKey; to: AccountKey; component: string }>> = {
  invoiced: { from: 'shipped-not-billed', to: 'cost-of-goods', component: 'invoiced' },
  'given-back': { from: 'shipped-not-billed', to: 'inventory', component: 'carried' },
  'given-back-invoiced': { from: 'cost-of-goods', to: 'inventory', component: 'carried' },
  arrived: { from: 'goods-in-transit', to: 'inventory', component: 'carried' },
  lost: { from: 'goods-in-transit', to: 'stock-adjustment', component: 'lost' },
  made: { from: 'work-in-process', to: 'inventory', component: 'carried' },
};

/**
 * What each taking takes of `value`: cumulative parts in the order of entry, so that nothing is left when the last part goes
 * (accounting.md, Exactness). What a customer gives back after it was invoiced is a part of what the invoices took.
 */
export function split(value: bigint, outOf: Quantity, takings: readonly Taking[]): bigint[] {
  let quantity = 0n;
  let taken = 0n;
  let invoicedQuantity = 0n;
  let invoiced = 0n;
  return takings.map((taking) => {
    if (taking.kind === 'given-back-invoiced') {
      const part = divideRounded(invoiced * taking.quantity, invoicedQuantity);
      invoiced -= part;
      invoicedQuantity -= taking.quantity;
      return part;
    }
    quantity += taking.quantity;
    const part = divideRounded(value * quantity, outOf) - taken;
    taken += part;
    if (taking.kind === 'invoiced') {
      invoiced += part;
      invoicedQuantity += taking.quantity;
    }
    return part;
  });
}

/** How much of a source nothing has taken yet, and how much of it is invoiced and not given back. */
export function openOf(source: Source): { untaken: bigint; invoiced: bigint } {
  const sum = (kinds: readonly TakingKind[]) =>
    source.takings.reduce((total, { kind, quantity }) => (kinds.includes(kind) ? total + quantity : total), 0n);
  const backInvoiced = sum(['given-back-invoiced']);
  return {
    untaken: source.quantity - sum(['invoiced', 'given-back', 'arrived', 'lost', 'made']),
    invoiced: sum(['invoiced']) - backInvoiced,
  };
}

/** The lots or serials of a source that have neither arrived nor come back. */
export function lotsLeft(source: Source): LotPart[] {
  const byLine = new Map(source.takings.map(({ line, lots }) => [line, lots]));
  const back = new Map<string, bigint>();
  for (const { lot, quantity: part } of [...byLine.values()].flat()) back.set(lot, (back.get(lot) ?? 0n) + part);
  return source.lots
    .map(({ lot, quantity: sent }) => ({ lot, quantity: quantity(sent - (back.get(lot) ?? 0n)) }))
    .filter((part) => part.quantity > 0n);
}
