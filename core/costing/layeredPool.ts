import { base, quantity } from '../exact/amounts.ts';
import { divideRounded } from '../exact/rounding.ts';
import { invariant } from '../exact/invariant.ts';
import { shareOut } from '../exact/shareOut.ts';
import type { Layer, LineId, PoolState } from './pool.ts';
import { type Moved, type OwnPart, type Gone, type FoldedPool, partOf } from './foldedPool.ts';

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
export class LayeredPool implements FoldedPool {
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

  /**
   * A receipt line's total is shared over its lots by quantity, what stayed and what went back apart. Of a lot no more went back than came: what a
   * return takes beyond is of another receipt, or there is none.
   */
  private pushLots({ id, lots }: Moved, value: bigint, parts: readonly OwnPart[]): void {
    const left = new Map<string, bigint>();
    for (const { lot, quantity: units } of lots) left.set(lot, (left.get(lot) ?? 0n) + units);
    const own = parts.map((part) => {
      const went = part.lots.map(({ lot, quantity: wanted }) => {
        const there = left.get(lot) ?? 0n;
        const units = wanted < there ? wanted : there;
        left.set(lot, there - units);
        return { lot, quantity: units };
      });
      const units = went.reduce((sum, { quantity: of }) => sum + of, 0n);
      const worth = units === part.quantity ? part.value : divideRounded(part.value * units, part.quantity);
      return { line: part.line, lots: went.filter((part) => part.quantity > 0n), value: worth };
    });
    const stayed = [...left].flatMap(([lot, units]) => (units > 0n ? [{ lot, quantity: units }] : []));
    const gone = own.reduce((sum, part) => sum + part.value, 0n);
    this.pushShared(id, '', stayed, value - gone);
    own.forEach((part, position) => {
      const last = stayed.length === 0 && position === own.length - 1;
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
