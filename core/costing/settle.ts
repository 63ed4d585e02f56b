import type { AccountKey } from '../books/accounts.ts';
import { type About, type Journal, postingDate } from '../books/journal.ts';
import { base, type BaseAmount, quantity, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import type { Cost, Effects } from './effects.ts';
import { PoolRun } from './poolRun.ts';
import { comparePoints, type LineId, type Movement, type PoolId } from './pool.ts';
import { type Source, split, TAKEN, type Taking } from './taking.ts';
import type { ValueChange, SettledPool, Settled, Occasion } from './settlement.ts';
import { allowanceOf } from './allowance.ts';
import { goesTo } from './goesTo.ts';
import { sourceFrom } from './taken.ts';

/**
 * The one mechanism for cost (accounting.md): a document's effects are added (or, when it is reversed, taken away), the
 * pools that they reach are folded again from there in one sweep in the order of the fold, and every line whose value
 * changed posts the difference to where its value went, on the latest of the document's date, the line's date and the first
 * open day.
 */
export function settle(occasion: Occasion, effects: Effects, sign: 1 | -1, journal: Journal): Settled {
  return new Sweep(occasion, effects, sign, journal).run();
}

class Sweep {
  private readonly occasion: Occasion;
  private readonly effects: Effects;
  private readonly adding: boolean;
  private readonly journal: Journal;
  private readonly runs = new Map<PoolId, PoolRun>();
  private readonly sources = new Map<LineId, Source>();
  private readonly valueChanges: ValueChange[] = [];
  private readonly notOwn: { line: LineId; quantity: Quantity }[] = [];

  constructor(occasion: Occasion, effects: Effects, sign: 1 | -1, journal: Journal) {
    this.occasion = occasion;
    this.effects = effects;
    this.adding = sign === 1;
    this.journal = journal;
  }

  run(): Settled {
    this.changeMovements();
    this.changeTakings();
    this.changeCosts();
    for (let run = this.next(); run; run = this.next()) {
      const folded = run.foldNext();
      if (folded === undefined) continue;
      if (!folded.ok) return { ok: false, short: { pool: run.pool, ...folded.short } };
      const { movement, before, after, notOwn } = folded;
      if (notOwn > 0n) this.notOwn.push({ line: movement.id, quantity: quantity(notOwn) });
      if (after !== before) this.postMovement(run, movement, before, after);
    }
    this.changeWriteDowns();
    const pools = [...this.runs.values()].map((run) => ({ before: run.pool, pool: run.finished() }));
    for (const settled of pools) this.postAllowance(settled);
    return {
      ok: true,
      settlement: { pools, sources: [...this.sources.values()], valueChanges: this.valueChanges, notOwn: this.notOwn },
    };
  }

  /** The run whose next movement stands first: value is carried forward only, so what it carries is known when it is needed. */
  private next(): PoolRun | undefined {
    let first: PoolRun | undefined;
    for (const run of this.runs.values()) {
      if (run.done) continue;
      // Most documents reach one pool: nothing is compared then.
      if (first === undefined || comparePoints(run.nextPoint(), first.nextPoint()) < 0) first = run;
    }
    return first;
  }

  private runOf(id: PoolId): PoolRun {
    const known = this.runs.get(id);
    if (known) return known;
    const pool = this.occasion.pools.get(id);
    invariant(pool !== undefined, `pool ${id} is loaded`);
    const run = new PoolRun(pool, this.occasion.currency, this.occasion.checkpointEvery);
    this.runs.set(id, run);
    return run;
  }

  private changeMovements(): void {
    const { movements, standards } = this.effects;
    for (const movement of movements) {
      const run = this.runOf(movement.pool);
      if (this.adding) run.add(movement);
      else this.strike(run, movement);
    }
    for (const { line, item, date, standard } of standards) {
      for (const pool of [...this.occasion.pools.values()].filter((pool) => pool.item === item)) {
        if (this.adding) this.runOf(pool.id).addStandard(line, date, standard);
        else this.strike(this.runOf(pool.id), { id: line, date });
      }
    }
  }

  private strike(run: PoolRun, movement: { id: LineId; date: Day }): void {
    const struck = run.strike(movement.id, movement.date);
    if (struck.movement.direction !== 'in' || run.pool.method === 'standard')
      this.postMovement(run, struck.movement, struck.value, 0n);
  }

  private changeTakings(): void {
    for (const { of, taking } of this.effects.takings) {
      const source = this.sourceOf(of);
      const takings = this.adding
        ? [...source.takings, taking]
        : source.takings.filter((known) => known.line !== taking.line || known.kind !== taking.kind);
      this.follow(source, { ...source, takings }, this.adding ? [] : [taking]);
    }
  }

  private sourceOf(line: LineId): Source {
    const source = this.sources.get(line) ?? this.occasion.sources.get(line) ?? this.newSource(line);
    invariant(source !== undefined, `the line ${line} that value is taken from is loaded`);
    return source;
  }

  /** A movement out of this very document, from which the document itself takes on (assembly, transfer in one step). */
  private newSource(line: LineId): Source | undefined {
    const movement = this.effects.movements.find((added) => added.id === line);
    if (!movement) return undefined;
    return sourceFrom(movement, this.runOf(movement.pool).pool.item, base(0n));
  }

  /** Costs of one movement are often many, a share of each charge: they are added to it together. */
  private changeCosts(): void {
    const added = new Map<LineId, { run: PoolRun; movement: Movement; amount: bigint; shared: bigint }>();
    for (const cost of this.effects.costs) {
      const amount = base(this.adding ? cost.amount : -cost.amount);
      if (amount === 0n) continue;
      let sum = added.get(cost.movement);
      if (!sum) {
        const run = this.runOf(cost.pool);
        sum = { run, movement: run.movementOf(cost.movement, cost.date), amount: 0n, shared: 0n };
        added.set(cost.movement, sum);
      }
      const { run, movement } = sum;
      sum.amount += amount;
      if (cost.shared) sum.shared += amount;
      const posting = this.postingOn(cost.date);
      this.journal.transfer(
        posting,
        amount,
        'inventory',
        run.aboutOf(movement),
        this.counter(cost.against),
        cost.about,
      );
      const given = { against: cost.against, about: cost.about };
      const { movement: line, pool, component, date: effective } = cost;
      this.valueChanges.push({ line, pool, component, shared: cost.shared, amount, effective, posting, given });
      if (run.pool.method === 'standard') this.postVariance(run, movement, cost, amount, posting);
    }
    for (const { run, movement, amount, shared } of added.values())
      run.addCost(movement.id, movement.date, amount, shared);
  }

  /** Under standard cost what goods cost beyond the standard is a variance at once (accounting.md, One mechanism for cost). */
  private postVariance(run: PoolRun, movement: Movement, cost: Cost, amount: BaseAmount, posting: Day): void {
    const variance = cost.shared ? ('charge-variance' as const) : ('price-variance' as const);
    this.toVariance(run, movement, variance, amount, posting);
  }

  private toVariance(run: PoolRun, movement: Movement, variance: AccountKey, amount: BaseAmount, posting: Day): void {
    const about = run.aboutOf(movement);
    this.journal.transfer(posting, amount, this.counter(variance), about, 'inventory', about);
    const change = {
      line: movement.id,
      pool: run.pool.id,
      shared: false,
      effective: movement.date,
      posting,
      given: undefined,
    };
    this.valueChanges.push({ ...change, component: variance, amount: base(-amount) });
  }

  private changeWriteDowns(): void {
    for (const { line, pool, netRealisable } of this.effects.writeDowns)
      this.runOf(pool).changeWriteDown({ line, netRealisable }, this.adding);
  }

  /** What follows when a movement's value in the fold goes from `before` to `after`. */
  private postMovement(run: PoolRun, movement: Movement, before: bigint, after: bigint): void {
    const difference = base(after - before);
    if (difference === 0n) return;
    const posting = this.postingOn(movement.date);
    const about = run.aboutOf(movement);
    const { id: line, date: effective, purpose } = movement;
    const pool = run.pool.id;
    if (movement.direction === 'out') {
      this.journal.transfer(
        posting,
        difference,
        this.counter(goesTo(run.pool.method, purpose)),
        about,
        'inventory',
        about,
      );
      const change = { line, pool, component: purpose, shared: false, effective, posting, given: undefined };
      this.valueChanges.push({ ...change, amount: base(-difference) });
      const source = this.sources.get(movement.id) ?? this.occasion.sources.get(movement.id);
      if (source) this.follow(source, { ...source, value: base(after) });
      return;
    }
    const account = movement.direction === 'revalued' ? 'stock-adjustment' : 'price-variance';
    this.journal.transfer(posting, difference, 'inventory', about, this.counter(account), about);
    this.valueChanges.push({
      line,
      pool,
      component: 'standard',
      shared: false,
      amount: difference,
      effective,
      posting,
      given: undefined,
    });
  }

  /** A movement out has another value or other takings: each taking takes its part again. */
  private follow(before: Source, after: Source, given: readonly Taking[] = []): void {
    this.sources.set(after.line, after);
    const old = split(before.value, before.quantity, before.takings);
    const now = split(after.value, after.quantity, after.takings);
    if (before.takings === after.takings) {
      after.takings.forEach((taking, at) => this.postTaking(after, taking, base((now[at] ?? 0n) - (old[at] ?? 0n))));
      return;
    }
    const known = new Map(before.takings.map((taking, at) => [`${taking.line} ${taking.kind}`, at]));
    after.takings.forEach((taking, at) => {
      const was = known.get(`${taking.line} ${taking.kind}`);
      this.postTaking(after, taking, base((now[at] ?? 0n) - (was === undefined ? 0n : (old[was] ?? 0n))));
    });
    for (const taking of given)
      this.postTaking(after, taking, base(-(old[known.get(`${taking.line} ${taking.kind}`) ?? -1] ?? 0n)));
  }

  private postTaking(source: Source, taking: Taking, difference: BaseAmount): void {
    if (difference === 0n) return;
    const { from, to, component } = TAKEN[taking.kind];
    // Where purchases are expensed when billed, what customers were invoiced for takes no cost.
    if (taking.into === undefined && this.occasion.recognition === 'on-purchase') return;
    const posting = this.postingOn(taking.date);
    const aboutSource: About = { item: source.item, ...source.dimensions };
    const change = {
      line: taking.line,
      pool: taking.into,
      component,
      shared: false,
      amount: difference,
      effective: taking.date,
      posting,
      given: undefined,
    };
    this.valueChanges.push(change);
    if (taking.into === undefined) {
      const about: About = { item: source.item, ...taking.dimensions };
      this.journal.transfer(posting, difference, to, about, from, aboutSource);
      return;
    }
    const run = this.runOf(taking.into);
    const movement = run.movementOf(taking.line, taking.date);
    run.addCost(taking.line, taking.date, difference, 0n);
    const about = run.aboutOf(movement);
    this.journal.transfer(
      posting,
      difference,
      'inventory',
      about,
      this.counter(from),
      taking.kind === 'made' ? about : aboutSource,
    );
    if (run.pool.method === 'standard') this.toVariance(run, movement, 'price-variance', difference, posting);
  }

  /** Pools keep cost; what they are worth above what they can be sold for stands in the allowance (accounting.md). */
  private postAllowance({ before, pool }: SettledPool): void {
    const difference = base(allowanceOf(pool, this.occasion.currency) - allowanceOf(before, this.occasion.currency));
    if (difference === 0n) return;
    const about = { item: pool.item };
    this.journal.transfer(this.postingOn(this.occasion.date), difference, 'write-down', about, 'allowance', about);
  }

  private postingOn(effective: Day): Day {
    return postingDate(this.occasion.date, effective, this.occasion.firstOpenDay);
  }

  /** Where purchases are expensed when billed, inventory moves against stock suspense alone. */
  private counter(account: AccountKey): AccountKey {
    return this.occasion.recognition === 'on-purchase' ? 'stock-suspense' : account;
  }
}
