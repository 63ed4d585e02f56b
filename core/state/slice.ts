import { invariant } from '../exact/invariant.ts';

/**
 * A part of books that were not loaded whole. It knows what it was looked for: whoever asks for anything else breaks an
 * invariant, because what was not loaded must never look like what is not there.
 */
export class Slice<Id extends string, Value> extends Map<Id, Value> {
  private readonly part: string;
  private readonly sought: Set<Id>;
  private state: 'nothing' | 'some' | 'all';

  constructor(part: string) {
    super();
    this.part = part;
    this.sought = new Set();
    this.state = 'nothing';
  }

  /** These were looked for: what of them is not here does not exist. */
  seek(ids: Iterable<Id>): void {
    for (const id of ids) this.sought.add(id);
    if (this.state === 'nothing') this.state = 'some';
  }

  /** All that there is was read. */
  seekAll(): void {
    this.state = 'all';
  }

  /** Whether this was looked for, and need not be again. What has no name is nowhere. */
  isSought(id: Id): boolean {
    return id === '' || this.state === 'all' || super.has(id) || this.sought.has(id);
  }

  override get(id: Id): Value | undefined {
    invariant(this.isSought(id), `${this.part}: ${id} was not loaded`);
    return super.get(id);
  }

  override has(id: Id): boolean {
    invariant(this.isSought(id), `${this.part}: ${id} was not loaded`);
    return super.has(id);
  }

  override delete(id: Id): boolean {
    this.seek([id]);
    return super.delete(id);
  }

  override values(): MapIterator<Value> {
    invariant(this.state !== 'nothing', `${this.part}: nothing was loaded`);
    return super.values();
  }

  /** What is here, whatever was looked for. */
  known(): Map<Id, Value> {
    return new Map(super.entries());
  }

  /** The same, to be written to. */
  copy(): Slice<Id, Value> {
    const copy = new Slice<Id, Value>(this.part);
    for (const [id, value] of super.entries()) copy.set(id, value);
    copy.seek(this.sought);
    copy.state = this.state;
    return copy;
  }
}

/** A copy that takes entries; one of a slice still knows what it was looked for. */
export const copyOf = <Id extends string, Value>(part: ReadonlyMap<Id, Value>): Map<Id, Value> =>
  part instanceof Slice ? (part as Slice<Id, Value>).copy() : new Map(part);

/** What is there of a part, for whoever goes by what is loaded. */
export const knownOf = <Id extends string, Value>(part: ReadonlyMap<Id, Value>): ReadonlyMap<Id, Value> =>
  part instanceof Slice ? (part as Slice<Id, Value>).known() : part;

/** Whether a part may be asked for an entry. */
export const isHere = <Id extends string, Value>(part: ReadonlyMap<Id, Value>, id: Id): boolean =>
  !('isSought' in part) || (part as Slice<Id, Value>).isSought(id);

const unloaded = new WeakSet<readonly unknown[]>();

/** Stands for a list that was not loaded: whoever looks into it breaks an invariant. */
export function notLoaded<Entry>(part: string): readonly Entry[] {
  const list = new Proxy<Entry[]>([], { get: () => invariant(false, `${part}: was not loaded`) });
  unloaded.add(list);
  return list;
}

/** Whether a list was loaded, so that it may be looked into. */
export const isLoaded = (list: readonly unknown[]): boolean => !unloaded.has(list);

/** A list with more at its end; one that was not loaded stays so. */
export const appended = <Entry>(list: readonly Entry[], more: readonly Entry[]): readonly Entry[] =>
  isLoaded(list) ? [...list, ...more] : list;
