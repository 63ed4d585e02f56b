import type { AccountKey } from '../books/accounts.ts';
import { type About, type Journal, postingDate } from '../books/journal.ts';
import { base, cumulativePart, quantity, type BaseAmount, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { fold } from './fold.ts';
import { compareMovements, type LineId, type Movement, type Pool, type PoolId, type PoolState } from './pool.ts';

/** A movement that a document adds. What one in is worth comes from its costs, what one out is worth from the fold. */
export interface NewMovement {
  readonly pool: PoolId;
  readonly id: LineId;
  readonly date: Day;
  readonly direction: 'in' | 'out';
  readonly quantity: Quantity;
}

/** A component of a movement in that becomes known: the first price of new goods and a late cost alike. */
export interface Cost {
  readonly pool: PoolId;
  readonly movement: LineId;
  readonly component: string;
  readonly amount: BaseAmount;
  /** Where the other side stands: credited when the cost is positive. */
  readonly against: AccountKey;
  readonly about: About;
}

/**
 * A change in what a line is worth. On a movement, positive adds to inventory; on an invoice line, positive adds to
 * cost of goods. Summed by posting date it is the ledger, by effective date it is what is now known.
 */
export interface ValueChange {
  readonly line: LineId;
  readonly pool: PoolId | undefined;
  readonly component: string;
  readonly amount: BaseAmount;
  readonly effective: Day;
  readonly posting: Day;
}

/** Part of a delivery line's cost that a customer invoice has taken to cost of goods, in the order of entry. */
export interface InvoicedPart {
  readonly line: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  readonly value: BaseAmount;
}

/** What was delivered and which invoices took how much of it. */
export interface Delivered {
  readonly quantity: Quantity;
  readonly parts: readonly InvoicedPart[];
}

export interface SettledPool {
  /** The pool with every movement at its value as now known. */
  readonly pool: Pool;
  readonly end: PoolState;
  readonly before: { readonly quantity: Quantity; readonly value: BaseAmount };
}

export interface Settlement {
  readonly pools: readonly SettledPool[];
  readonly valueChanges: readonly ValueChange[];
}

export type Settled = { ok: true; settlement: Settlement } | { ok: false; short: { pool: Pool; movement: LineId; date: Day; quantity: Quantity } };

interface Occasion {
  readonly date: Day;
  readonly firstOpenDay: Day;
  readonly pools: ReadonlyMap<PoolId, Pool>;
  readonly deliveries: ReadonlyMap<LineId, Delivered>;
}

/**
 * The one mechanism for cost (accounting.md): new movements and costs go into their pools' histories, which are folded again;
 * every movement whose value changed posts the difference to where its value went, on the latest of the document's date,
 * the movement's date and the first open day.
 */
export function settle(occasion: Occasion, movements: readonly NewMovement[], costs: readonly Cost[], journal: Journal): Settled {
  const valueChanges: ValueChange[] = [];
  const pools: SettledPool[] = [];
  const touched = [...new Set([...movements, ...costs].map((entry) => entry.pool))];
  for (const id of touched) {
    const pool = occasion.pools.get(id);
    invariant(pool !== undefined, `pool ${id} is loaded`);
    const history = withCosts(
      withMovements(
        pool,
        movements.filter((movement) => movement.pool === id),
      ),
      costs.filter((cost) => cost.pool === id),
    );
    const folded = fold(pool.method, pool.state, history);
    if (!folded.ok) return { ok: false, short: { pool, ...folded.short } };
    const valued = history.map((movement) => (movement.direction === 'in' ? movement : { ...movement, value: folded.outs.get(movement.id) ?? movement.value }));
    pools.push({ pool: { ...pool, movements: valued }, end: folded.end, before: totals(pool) });
    valueChanges.push(...postDifferences(occasion, pool, valued, costs, journal));
  }
  return { ok: true, settlement: { pools, valueChanges } };
}

function withMovements(pool: Pool, added: readonly NewMovement[]): Movement[] {
  for (const movement of added) {
    invariant(pool.coveredTo === undefined || movement.date >= pool.coveredTo, `the history of pool ${pool.id} is loaded from ${movement.date} on`);
  }
  const fresh = added.map(({ id, date, direction, quantity }) => ({ id, date, direction, quantity, value: base(0n) }));
  return [...pool.movements, ...fresh].sort(compareMovements);
}

function withCosts(history: readonly Movement[], costs: readonly Cost[]): Movement[] {
  const byMovement = new Map<LineId, bigint>();
  for (const cost of costs) byMovement.set(cost.movement, (byMovement.get(cost.movement) ?? 0n) + cost.amount);
  const valued = history.map((movement) => {
    const added = byMovement.get(movement.id);
    if (added === undefined) return movement;
    byMovement.delete(movement.id);
    return { ...movement, value: base(movement.value + added) };
  });
  invariant(byMovement.size === 0, 'every movement that a cost belongs to is loaded');
  return valued;
}

/** What a pool holds before the document: its state and the movements after it. */
function totals(pool: Pool): { quantity: Quantity; value: BaseAmount } {
  let held = pool.state.quantity as bigint;
  let value = pool.state.value as bigint;
  for (const movement of pool.movements) {
    held += movement.direction === 'in' ? movement.quantity : -movement.quantity;
    value += movement.direction === 'in' ? movement.value : -movement.value;
  }
  return { quantity: quantity(held), value: base(value) };
}

function postDifferences(occasion: Occasion, before: Pool, after: readonly Movement[], costs: readonly Cost[], journal: Journal): ValueChange[] {
  const changes: ValueChange[] = [];
  const known = new Map(before.movements.map((movement) => [movement.id, movement.value]));
  const about = { item: before.item };
  for (const movement of after) {
    const posting = postingDate(occasion.date, movement.date, occasion.firstOpenDay);
    const dated = { line: movement.id, pool: before.id, effective: movement.date, posting };
    if (movement.direction === 'in') {
      for (const cost of costs.filter((entry) => entry.movement === movement.id && entry.amount !== 0n)) {
        journal.debit(posting, 'inventory', cost.amount, about);
        journal.credit(posting, cost.against, cost.amount, cost.about);
        changes.push({ ...dated, component: cost.component, amount: cost.amount });
      }
      continue;
    }
    const difference = base(movement.value - (known.get(movement.id) ?? 0n));
    if (difference === 0n) continue;
    journal.debit(posting, 'shipped-not-billed', difference, about);
    journal.credit(posting, 'inventory', difference, about);
    changes.push({ ...dated, component: 'delivered', amount: base(-difference) });
    changes.push(...followInvoices(occasion, movement, before.item, journal));
  }
  return changes;
}

/** A delivery's cost has changed: each invoice takes its cumulative part of it again. */
function followInvoices(occasion: Occasion, delivery: Movement, item: string, journal: Journal): ValueChange[] {
  const delivered = occasion.deliveries.get(delivery.id);
  const changes: ValueChange[] = [];
  let before = quantity(0n);
  for (const part of delivered?.parts ?? []) {
    const value = cumulativePart(delivery.value, delivery.quantity, before, part.quantity);
    before = quantity(before + part.quantity);
    const difference = base(value - part.value);
    if (difference === 0n) continue;
    const posting = postingDate(occasion.date, part.date, occasion.firstOpenDay);
    journal.debit(posting, 'cost-of-goods', difference, { item });
    journal.credit(posting, 'shipped-not-billed', difference, { item });
    changes.push({ line: part.line, pool: undefined, component: 'invoiced', amount: difference, effective: part.date, posting });
  }
  return changes;
}
