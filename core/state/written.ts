import { copyOf, isHere } from './slice.ts';

/**
 * A part of the books with entries written over those that are there: the part itself stays as it is, nothing of it is copied, and
 * what was written is known.
 */
export class Written<Id extends string, Value> extends Map<Id, Value> {
  private readonly under: ReadonlyMap<Id, Value>;
  private readonly gone: Set<Id>;

  constructor(under: ReadonlyMap<Id, Value>) {
    super();
    this.under = under;
    this.gone = new Set();
  }

  /** The entries that were set, changed or taken out. */
  touched(): Id[] {
    return [...super.keys(), ...this.gone];
  }

  /** The entry before anything was written; undefined where there was none, or it was not looked for. */
  before(id: Id): Value | undefined {
    return isHere(this.under, id) ? this.under.get(id) : undefined;
  }

  /** Whether it may be asked for an entry: what was written may be. */
  isSought(id: Id): boolean {
    return super.has(id) || this.gone.has(id) || isHere(this.under, id);
  }

  /** The part as it is now; the same one where nothing was written. */
  whole(): ReadonlyMap<Id, Value> {
    if (super.size === 0 && this.gone.size === 0) return this.under;
    const whole = copyOf(this.under);
    this.writeInto(whole);
    return whole;
  }

  writeInto(part: Map<Id, Value>): void {
    for (const id of this.gone) part.delete(id);
    for (const [id, value] of super.entries()) part.set(id, value);
  }

  override get(id: Id): Value | undefined {
    if (super.has(id)) return super.get(id);
    return this.gone.has(id) ? undefined : this.under.get(id);
  }

  override has(id: Id): boolean {
    return super.has(id) || (!this.gone.has(id) && this.under.has(id));
  }

  override set(id: Id, value: Value): this {
    this.gone.delete(id);
    return super.set(id, value);
  }

  override delete(id: Id): boolean {
    this.gone.add(id);
    return super.delete(id);
  }

  override keys(): MapIterator<Id> {
    return this.whole().keys();
  }

  override values(): MapIterator<Value> {
    return this.whole().values();
  }

  override entries(): MapIterator<[Id, Value]> {
    return this.whole().entries();
  }

  override get size(): number {
    return this.whole().size;
  }

  override forEach(of: (value: Value, id: Id, map: Map<Id, Value>) => void): void {
    for (const [id, value] of this.entries()) of(value, id, this);
  }

  override [Symbol.iterator](): MapIterator<[Id, Value]> {
    return this.entries();
  }
}
