import {
  base,
  price,
  quantity,
  QUANTITY_PLACES,
  PRICE_PLACES,
  type BaseAmount,
  type Price,
  type Quantity,
} from '../exact/amounts.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { invariant } from '../exact/invariant.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { shareOut } from '../exact/shareOut.ts';
import {
  EMPTY_POOL,
  type CostingMethod,
  type History,
  type Layer,
  type LineId,
  type LotPart,
  type Movement,
  type PoolState,
  type ReturnedPart,
} from './pool.ts';

/** What the fold reads of a movement. */
type Moved = Pick<Movement, 'id' | 'quantity' | 'lots'>;

/** Goods that went back: theirs is a layer of its own within their receipt. */
export interface OwnPart {
  readonly line: LineId;
  readonly quantity: Quantity;
  readonly lots: readonly LotPart[];
  readonly value: bigint;
}

/** What went, and how much of it could not be found among the goods' own; or by how much the pool is short. */
export type Gone = { value: bigint; notOwn: bigint } | { short: bigint; lot: string };

/** A pool while it is folded. Each method differs only inside it. */
export interface FoldedPool {
  /** Says what inventory keeps of `value`: all, or the standard. `parts`: what of it belongs to goods that went back later. */
  takeIn(movement: Moved, value: bigint, parts: readonly OwnPart[]): bigint;
  /** `own`: what goods returned to the vendor are worth by themselves. */
  takeOut(movement: Moved, own: bigint | undefined): Gone;
  /** A new standard: says by how much the goods on hand are worth more. */
  revalue(standard: Price): bigint;
  state(): PoolState;
}

/** @param currency the base currency, in whose minor units a standard is made an amount */
export function openFold(method: CostingMethod, from: PoolState, currency: string): FoldedPool {
  switch (method) {
    case 'fifo':
    case 'lot':
      return new LayeredPool(from);
    case 'average':
      return new AveragePool(from);
    case 'standard':
      return new StandardPool(from, currency);
  }
}

/**
 * What each part that went back is worth by itself: its own price, and its share by quantity of what is shared
 * (accounting.md, One mechanism for cost), cumulative in the order of entry.
 */
export function ownParts(received: Quantity, shared: bigint, returns: readonly ReturnedPart[]): OwnPart[] {
  let gone = 0n;
  let given = 0n;
  return returns.map((part) => {
    gone += part.quantity;
    const share = divideRounded(shared * gone, received) - given;
    given += share;
    return { line: part.line, quantity: part.quantity, lots: part.lots, value: part.price + share };
  });
}

export type Folded =
  | { ok: true; values: Map<LineId, BaseAmount>; end: PoolState; notOwn: LineId[] }
  | { ok: false; short: { movement: LineId; date: string; quantity: Quantity; lot: string } };

/**
 * Folds a history onto a state, from scratch: the value that each movement keeps or takes, the state after the last, and the
 * returns that found too little of their own receipt. Values of movements in are taken as they are. Quantity never goes below
 * zero at any moment, else the first movement that is short is named.
 */
export function fold(
  method: CostingMethod,
  from: PoolState,
  { movements, values: known }: History,
  currency: string,
): Folded {
  const pool = openFold(method, from, currency);
  const values = new Map<LineId, BaseAmount>();
  const owns = new Map<LineId, bigint>();
  const notOwn: LineId[] = [];
  for (const [at, movement] of movements.entries()) {
    if (movement.direction === 'in') {
      const parts = ownParts(movement.quantity, movement.shared, movement.returns);
      for (const part of parts) owns.set(part.line, part.value);
      values.set(movement.id, base(pool.takeIn(movement, known[at] ?? 0n, parts)));
    } else if (movement.direction === 'revalued') {
      values.set(movement.id, base(pool.revalue(movement.standard ?? price(0n))));
    } else {
      const gone = pool.takeOut(movement, movement.back ? (owns.get(movement.id) ?? movement.back.own) : undefined);
      if ('short' in gone)
        return {
          ok: false,
          short: { movement: movement.id, date: movement.date, quantity: quantity(gone.short), lot: gone.lot },
        };
      values.set(movement.id, base(gone.value));
      if (movement.back && gone.notOwn > 0n) notOwn.push(movement.id);
    }
  }
  return { ok: true, values, end: pool.state(), notOwn };
}

/** Pool quantity and value; out costs round(value × q ÷ Q), the last unit takes all. */
class AveragePool implements FoldedPool {
  private quantity: bigint;
  private value: bigint;

  constructor(from: PoolState) {
    this.quantity = from.quantity;
    this.value = from.value;
  }

  takeIn(movement: Moved, value: bigint): bigint {
    this.quantity += movement.quantity;
    this.value += value;
    return value;
  }

  /** Goods that go back take their own value, unless that is more than the pool holds, or they are the last units. */
  takeOut(movement: Moved, own: bigint | undefined): Gone {
    const wanted = movement.quantity;
    if (wanted > this.quantity) return { short: wanted - this.quantity, lot: '' };
    const fits = own !== undefined && own <= this.value && wanted < this.quantity;
    const value = fits ? own : partOf(this.value, wanted, this.quantity);
    this.quantity -= wanted;
    this.value -= value;
    return { value, notOwn: 0n };
  }

  revalue(): bigint {
    return 0n;
  }

  state(): PoolState {
    return { ...EMPTY_POOL, quantity: quantity(this.quantity), value: base(this.value) };
  }
}

/** In and out at standard; the last unit takes all. */
class StandardPool implements FoldedPool {
  private quantity: bigint;
  private value: bigint;
  private standard: bigint;
  private readonly unit: bigint;

  constructor(from: PoolState, currency: string) {
    this.quantity = from.quantity;
    this.value = from.value;
    this.standard = from.standard ?? 0n;
    this.unit = powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency));
  }

  takeIn(movement: Moved): bigint {
    const value = this.at(movement.quantity);
    this.quantity += movement.quantity;
    this.value += value;
    return value;
  }

  takeOut(movement: Moved): Gone {
    const wanted = movement.quantity;
    if (wanted > this.quantity) return { short: wanted - this.quantity, lot: '' };
    const value = wanted === this.quantity ? this.value : this.at(wanted);
    this.quantity -= wanted;
    this.value -= value;
    return { value, notOwn: 0n };
  }

  revalue(standard: Price): bigint {
    this.standard = standard;
    const difference = this.at(this.quantity) - this.value;
    this.value += difference;
    return difference;
  }

  state(): PoolState {
    return {
      ...EMPTY_POOL,
      quantity: quantity(this.quantity),
      value: base(this.value),
      standard: price(this.standard),
    };
  }

  private at(wanted: bigint): bigint {
    return divideRounded(wanted * this.standard, this.unit);
  }
}

interface OpenLayer {
  readonly of: LineId;
  readonly part: LineId | '';
  readonly lot: string;
  readonly order: number;
  quantity: bigint;
  value: bigint;
}

/** The layers of one lot, oldest first; without lots a pool has one such queue. */
interface Queue {
  readonly layers: OpenLayer[];
  oldest: number;
}

/**
 * Layers in order of receipt; part of one costs round(layer value × q ÷ layer quantity), the last unit takes what is left.
 * By lot or serial the movement chooses the queue, else there is one. What went back of a receipt is a layer of its own
 * after what stayed of it, so that other issues use it last.
 */
class LayeredPool implements FoldedPool {
  private quantity: bigint;
  private value: bigint;
  private readonly queues = new Map<string, Queue>();
  private layersMade = 0;

  constructor(from: PoolState) {
    this.quantity = from.quantity;
    this.value = from.value;
    for (const layer of from.layers) this.push(layer.of, layer.part, layer.lot, layer.quantity, layer.value);
  }

  takeIn(movement: Moved, value: bigint, parts: readonly OwnPart[]): bigint {
    this.quantity += movement.quantity;
    this.value += value;
    if (movement.lots.length === 0) this.pushPlain(movement, value, parts);
    else this.pushLots(movement, value, parts);
    return value;
  }

  takeOut(movement: Moved, own: bigint | undefined): Gone {
    let value = 0n;
    let notOwn = 0n;
    const wanted: readonly { lot: string; quantity: bigint }[] =
      movement.lots.length === 0 ? [{ lot: '', quantity: movement.quantity }] : movement.lots;
    for (const { lot, quantity: units } of wanted) {
      const queue = this.queues.get(lot) ?? { layers: [], oldest: 0 };
      const mine = own === undefined ? { quantity: 0n, value: 0n } : takeOwn(queue, movement.id, units);
      const rest = takeOldest(queue, units - mine.quantity);
      if (rest.missing > 0n) return { short: rest.missing, lot };
      value += mine.value + rest.value;
      if (own !== undefined) notOwn += units - mine.quantity;
    }
    this.quantity -= movement.quantity;
    this.value -= value;
    return { value, notOwn };
  }

  revalue(): bigint {
    return 0n;
  }

  state(): PoolState {
    const open = [...this.queues.values()].flatMap((queue) =>
      queue.layers.slice(queue.oldest).filter((layer) => layer.quantity > 0n),
    );
    if (this.queues.size > 1) open.sort((a, b) => a.order - b.order);
    const layers: Layer[] = open.map(({ of, part, lot, ...left }) => ({
      of,
      part,
      lot,
      quantity: quantity(left.quantity),
      value: base(left.value),
    }));
    return { quantity: quantity(this.quantity), value: base(this.value), layers, standard: undefined };
  }

  private pushPlain({ id, quantity: units }: Moved, value: bigint, parts: readonly OwnPart[]): void {
    let stayed = units as bigint;
    let worth = value;
    for (const part of parts) {
      stayed -= part.quantity;
      worth -= part.value;
    }
    if (stayed > 0n) this.push(id, '', '', stayed, worth);
    parts.forEach((part, position) => {
      // Where everything went back, the last part takes what is left of the whole.
      const last = stayed === 0n && position === parts.length - 1;
      this.push(id, part.line, '', part.quantity, last ? part.value + worth : part.value);
    });
  }

  /** A receipt line's total is shared over its lots by quantity, what stayed and what went back apart. */
  private pushLots({ id, lots }: Moved, value: bigint, parts: readonly OwnPart[]): void {
    const wentBack = new Map<string, bigint>();
    for (const { lot, quantity: units } of parts.flatMap((part) => part.lots))
      wentBack.set(lot, (wentBack.get(lot) ?? 0n) + units);
    const stayed = lots
      .map(({ lot, quantity: units }) => ({ lot, quantity: units - (wentBack.get(lot) ?? 0n) }))
      .filter((part) => part.quantity > 0n);
    const gone = parts.reduce((sum, part) => sum + part.value, 0n);
    this.pushShared(id, '', stayed, value - gone);
    parts.forEach((part, position) => {
      const last = stayed.length === 0 && position === parts.length - 1;
      this.pushShared(id, part.line, part.lots, last ? part.value + value - gone : part.value);
    });
  }

  private pushShared(
    of: LineId,
    part: LineId | '',
    lots: readonly { lot: string; quantity: bigint }[],
    value: bigint,
  ): void {
    const shared = shareOut(
      value,
      lots.map((lot) => lot.quantity),
    );
    lots.forEach((lot, position) =>
      this.push(of, part, lot.lot, lot.quantity, shared.ok ? (shared.shares[position] ?? 0n) : 0n),
    );
  }

  private push(of: LineId, part: LineId | '', lot: string, units: bigint, value: bigint): void {
    const queue = this.queues.get(lot);
    const layer = { of, part, lot, order: this.layersMade, quantity: units, value };
    this.layersMade += 1;
    if (queue) queue.layers.push(layer);
    else this.queues.set(lot, { layers: [layer], oldest: 0 });
  }
}

/** Takes from the layer that was kept for a returning line, as far as it is left. */
function takeOwn(queue: Queue, line: LineId, units: bigint): { quantity: bigint; value: bigint } {
  for (let at = queue.oldest; at < queue.layers.length; at += 1) {
    const layer = queue.layers[at] as OpenLayer;
    if (layer.part !== line || layer.quantity === 0n) continue;
    const taken = units < layer.quantity ? units : layer.quantity;
    return { quantity: taken, value: takeFrom(layer, taken) };
  }
  return { quantity: 0n, value: 0n };
}

function takeOldest(queue: Queue, units: bigint): { value: bigint; missing: bigint } {
  let value = 0n;
  let missing = units;
  while (missing > 0n) {
    const layer = queue.layers[queue.oldest];
    if (!layer) break;
    const taken = missing < layer.quantity ? missing : layer.quantity;
    if (taken > 0n) value += takeFrom(layer, taken);
    missing -= taken;
    if (layer.quantity === 0n) queue.oldest += 1;
  }
  return { value, missing };
}

function takeFrom(layer: OpenLayer, units: bigint): bigint {
  invariant(layer.quantity >= units, 'a layer gives what it holds');
  const part = partOf(layer.value, units, layer.quantity);
  layer.quantity -= units;
  layer.value -= part;
  return part;
}

function partOf(value: bigint, wanted: bigint, outOf: bigint): bigint {
  return wanted === outOf ? value : divideRounded(value * wanted, outOf);
}
