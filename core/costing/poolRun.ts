import type { About } from '../books/journal.ts';
import { base, type BaseAmount, type Price, quantity, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import type { NewMovement } from './effects.ts';
import { openFold, ownParts } from './fold.ts';
import type { FoldedPool, OwnPart } from './foldedPool.ts';
import {
  BEFORE_ALL,
  type Checkpoint,
  comparePoints,
  type LineId,
  type Movement,
  placeOf,
  type Point,
  type Pool,
  positionOf,
  type WriteDown,
} from './pool.ts';
import { revaluation, sameState } from './poolStates.ts';

/** One movement folded that something is to be said of: what it was worth and is worth now, and what of it was not its own. */
export type FoldStep =
  | { ok: true; movement: Movement; before: bigint; after: bigint; notOwn: bigint }
  | { ok: false; short: { movement: LineId; date: Day; quantity: Quantity; lot: string } };

/**
 * One pool while it is folded again: from the last checkpoint before the first change, to where its state is again what it
 * was at that point, and again from wherever another change reaches it.
 */
export class PoolRun {
  readonly pool: Pool;
  private readonly currency: string;
  /** States are kept at least this many movements apart, and further where a pool has many layers. */
  private readonly checkpointEvery: number;
  private readonly history: Movement[];
  /** What each of `history` is worth, in the same order. */
  private readonly values: BaseAmount[];
  private readonly struck = new Map<LineId, Movement>();
  private readonly owns = new Map<LineId, bigint>();
  private readonly about: About;
  private writeDowns: readonly WriteDown[];
  /** The movements that changed and are not folded again yet, by their place. */
  private readonly dirty = new Map<number, Point>();
  private kept: Checkpoint[];
  private fresh: Checkpoint[] = [];
  /** The first of `kept` that the fold has not passed. */
  private meeting = 0;
  private folding: FoldedPool | undefined;
  private position = 0;
  private sinceCheckpoint = 0;

  constructor(pool: Pool, currency: string, checkpointEvery: number) {
    this.pool = pool;
    this.currency = currency;
    this.checkpointEvery = checkpointEvery;
    this.history = [...pool.movements];
    this.values = [...pool.values];
    this.kept = [...pool.checkpoints];
    this.writeDowns = pool.writeDowns;
    this.about = { item: pool.item };
  }

  get done(): boolean {
    return this.folding === undefined ? this.dirty.size === 0 : this.position >= this.history.length;
  }

  nextPoint(): Point {
    return this.folding === undefined ? this.firstDirty() : (this.history[this.position] ?? BEFORE_ALL);
  }

  aboutOf(movement: Movement): About {
    return movement.dimensions === undefined ? this.about : { item: this.pool.item, ...movement.dimensions };
  }

  add(added: NewMovement): void {
    const { id, date, direction, purpose, quantity: units, lots, dimensions } = added;
    const back = added.back && { of: added.back.of, date: added.back.date, own: added.back.price };
    const known = { id, place: placeOf(id), date, direction, purpose, quantity: units, lots, dimensions, back };
    this.insert({ ...known, shared: base(0n), returns: [], standard: undefined });
    if (!added.back) return;
    const part = { line: id, date, quantity: units, price: added.back.price, lots };
    this.replace(added.back.of, added.back.date, (receipt) => ({ ...receipt, returns: [...receipt.returns, part] }));
  }

  addStandard(line: LineId, date: Day, standard: Price): void {
    this.insert(revaluation(line, date, standard));
  }

  /** Takes a movement out of the history, and gives it with what it was worth. */
  strike(id: LineId, date: Day): { movement: Movement; value: BaseAmount } {
    const point = { date, place: placeOf(id) };
    const at = positionOf(this.history, point);
    const struck = this.history[at];
    invariant(struck?.id === id, `the movement ${id} of ${this.pool.id} is loaded`);
    this.history.splice(at, 1);
    const [value = base(0n)] = this.values.splice(at, 1);
    this.struck.set(id, struck);
    this.kept = this.kept.filter((checkpoint) => comparePoints(checkpoint, point) !== 0);
    this.dirty.delete(point.place);
    // Where nothing follows that is folded again, the state at the end must still be worked out.
    this.touch(this.history[at] ?? point);
    if (struck.back) {
      const { of, date: received } = struck.back;
      this.replace(of, received, (receipt) => ({
        ...receipt,
        returns: receipt.returns.filter((part) => part.line !== id),
      }));
    }
    return { movement: struck, value };
  }

  /** A movement of the history, or one that is struck, which only says what it was. */
  movementOf(id: LineId, date: Day): Movement {
    return this.struck.get(id) ?? (this.history[this.positionOf(id, date)] as Movement);
  }

  /** A movement in costs more or less, and `shared` of it is shared with what goes back; one that is struck stays as it was. */
  addCost(id: LineId, date: Day, amount: bigint, shared: bigint): void {
    if (this.struck.has(id)) return;
    const at = this.positionOf(id, date);
    // Under standard cost the fold alone says what inventory keeps.
    if (this.pool.method !== 'standard') this.values[at] = base((this.values[at] ?? 0n) + amount);
    this.replace(id, date, (movement) =>
      shared === 0n ? movement : { ...movement, shared: base(movement.shared + shared) },
    );
  }

  changeWriteDown(writeDown: WriteDown, adding: boolean): void {
    this.writeDowns = adding
      ? [...this.writeDowns, writeDown]
      : this.writeDowns.filter(({ line }) => line !== writeDown.line);
  }

  /** Folds the next movement, and goes to rest where nothing more changes. Undefined where there is nothing to say of it. */
  foldNext(): FoldStep | undefined {
    const folding = this.folding ?? this.begin();
    const movement = this.history[this.position];
    if (!movement) return undefined;
    if (this.dirty.size > 0) this.dirty.delete(movement.place);
    const before = this.values[this.position] ?? base(0n);
    const step =
      movement.direction === 'out' ? this.foldOut(folding, movement, before) : this.foldIn(folding, movement, before);
    if (step?.ok === false) return step;
    if (step && step.after !== step.before) this.values[this.position] = base(step.after);
    this.position += 1;
    this.sinceCheckpoint += 1;
    this.meetCheckpoint(folding, movement);
    return step;
  }

  /** The pool after everything that changed. */
  finished(): Pool {
    const end = this.folding?.state();
    const checkpoints = [...this.kept, ...this.fresh].sort(comparePoints);
    const last = this.history[this.history.length - 1];
    if (end && last) checkpoints.push({ date: last.date, place: last.place, state: end });
    const [first, ...rest] = this.thinned(checkpoints);
    invariant(first !== undefined, 'a pool keeps its first checkpoint');
    return {
      ...this.pool,
      movements: this.history,
      values: this.values,
      checkpoints: [first, ...rest],
      writeDowns: this.writeDowns,
    };
  }

  private foldIn(folding: FoldedPool, movement: Movement, before: bigint): FoldStep | undefined {
    const after =
      movement.direction === 'in'
        ? folding.takeIn(movement, before, this.partsOf(movement))
        : folding.revalue(movement.standard as Price);
    return after === before ? undefined : { ok: true, movement, before, after, notOwn: 0n };
  }

  private foldOut(folding: FoldedPool, movement: Movement, before: bigint): FoldStep | undefined {
    const gone = folding.takeOut(movement, this.ownOf(movement));
    if ('short' in gone)
      return {
        ok: false,
        short: { movement: movement.id, date: movement.date, quantity: quantity(gone.short), lot: gone.lot },
      };
    const { value: after, notOwn } = gone;
    return after === before && notOwn === 0n ? undefined : { ok: true, movement, before, after, notOwn };
  }

  private partsOf(movement: Movement): readonly OwnPart[] {
    if (movement.returns.length === 0) return NOTHING_BACK;
    const parts = ownParts(movement.quantity, movement.shared, movement.returns);
    for (const part of parts) this.owns.set(part.line, part.value);
    return parts;
  }

  /** What goods that go back are worth by themselves, kept for when their receipt is not folded again. */
  private ownOf(movement: Movement): bigint | undefined {
    if (!movement.back) return undefined;
    const own = this.owns.get(movement.id) ?? movement.back.own;
    if (own !== movement.back.own)
      this.history[this.position] = { ...movement, back: { ...movement.back, own: base(own) } };
    return own;
  }

  private insert(movement: Movement): void {
    const first = this.pool.checkpoints[0];
    invariant(
      comparePoints(first, movement) < 0,
      `the history of pool ${this.pool.id} is loaded from ${movement.date} on`,
    );
    const at = positionOf(this.history, movement);
    this.history.splice(at, 0, movement);
    this.values.splice(at, 0, base(0n));
    this.touch(movement);
  }

  private replace(id: LineId, date: Day, change: (movement: Movement) => Movement): void {
    const at = this.positionOf(id, date);
    const changed = change(this.history[at] as Movement);
    this.history[at] = changed;
    this.touch(changed);
    // What went back of it is worth its part of what it shares, wherever the pool's own state has long been the same again.
    for (const part of changed.returns) this.touch({ date: part.date, place: placeOf(part.line) });
  }

  private positionOf(id: LineId, date: Day): number {
    const at = positionOf(this.history, { date, place: placeOf(id) });
    invariant(this.history[at]?.id === id, `the movement ${id} is loaded`);
    invariant(this.folding === undefined || at >= this.position, 'value is carried forward only');
    return at;
  }

  private touch({ date, place }: Point): void {
    this.dirty.set(place, { date, place });
  }

  private firstDirty(): Point {
    return [...this.dirty.values()].reduce((first, point) => (comparePoints(point, first) < 0 ? point : first));
  }

  /** Opens the fold at the last state that is known to be right before the first change. */
  private begin(): FoldedPool {
    const from = this.firstDirty();
    const [start, ...others] = [...this.kept, ...this.fresh]
      .filter((checkpoint) => comparePoints(checkpoint, from) < 0)
      .sort((a, b) => comparePoints(b, a));
    invariant(
      start !== undefined && others.length >= 0,
      `the history of pool ${this.pool.id} is loaded from ${from.date} on`,
    );
    this.folding = openFold(this.pool.method, start.state, this.currency);
    this.position = positionOf(this.history, { date: start.date, place: start.place + 1 });
    this.meeting = positionOf(this.kept, { date: start.date, place: start.place + 1 });
    this.sinceCheckpoint = 0;
    // Checkpoints that were made on the way before, and lie ahead again, do not hold any more.
    this.fresh = this.fresh.filter((checkpoint) => comparePoints(checkpoint, start) <= 0);
    return this.folding;
  }

  /** At a place where a state was kept: either all is again as it was, or the new state takes its place. */
  private meetCheckpoint(folding: FoldedPool, movement: Movement): void {
    const known = this.kept[this.meeting];
    const met = known !== undefined && known.place === movement.place && known.date === movement.date;
    if (!met && this.sinceCheckpoint < this.checkpointEvery) return;
    const state = folding.state();
    if (met && this.dirty.size === 0 && sameState(known.state, state)) {
      this.folding = undefined;
      return;
    }
    if (met) this.kept.splice(this.meeting, 1);
    else if (this.sinceCheckpoint < state.layers.length) return;
    this.fresh.push({ date: movement.date, place: movement.place, state });
    this.sinceCheckpoint = 0;
  }

  /** The first and the last, and between them none closer than need be: each posting adds one at the end. */
  private thinned(checkpoints: Checkpoint[]): Checkpoint[] {
    const end = checkpoints[checkpoints.length - 1];
    const before = checkpoints[checkpoints.length - 2];
    const earlier = checkpoints[checkpoints.length - 3];
    if (!end || !before) return checkpoints;
    if (comparePoints(before, end) === 0) return [...checkpoints.slice(0, -2), end];
    if (before === this.pool.checkpoints[0]) return checkpoints;
    const apart = positionOf(this.history, before) - positionOf(this.history, earlier ?? BEFORE_ALL);
    return apart >= this.checkpointEvery ? checkpoints : [...checkpoints.slice(0, -2), end];
  }
}

const NOTHING_BACK: readonly OwnPart[] = [];
