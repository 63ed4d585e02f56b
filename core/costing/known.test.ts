import { describe, expect, it } from '@jest/globals';
import { decide } from '../posting/decide.ts';
import type { PostedDocument } from '../posting/kinds.ts';
import type { Posted } from '../state/decision.ts';
import { record } from '../posting/record.ts';
import type { Books } from '../state/books.ts';
import { show } from '../testing/bookkeeper.ts';
import { choices, commandFor, openingBooks, settings } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';
import { documentsIn } from '../testing/make.ts';
import {
  type EnteredChange,
  type EnteredMovement,
  ledgerValue,
  poolAround,
  poolAsKnown,
  takenBetween,
  valueAsKnown,
} from './known.ts';
import { endOf, placeOf, type PoolId } from './pool.ts';
import { revaluation } from './poolStates.ts';
import fc from 'fast-check';

const LAST_DAY = '9999-12-31';

/** What a database keeps of a history: movements and changes of value with the place at which they were entered. */
class Archive {
  readonly movements: (EnteredMovement & { pool: PoolId | undefined; item: string; struck: number | undefined })[] = [];
  readonly changes: (EnteredChange & { pool: PoolId | undefined })[] = [];

  keep(entered: number, { effects, settlement, sign }: Posted<PostedDocument>): void {
    this.changes.push(...settlement.valueChanges.map((change) => ({ ...change, entered })));
    if (sign === -1) {
      const gone = new Set<string>([
        ...effects.movements.map(({ id }) => id),
        ...effects.standards.map(({ line }) => line),
      ]);
      for (const [at, known] of this.movements.entries())
        if (gone.has(known.movement.id)) this.movements[at] = { ...known, struck: entered };
      return;
    }
    for (const { pool, party: _, back, ...moved } of effects.movements) {
      const movement = {
        ...moved,
        place: placeOf(moved.id),
        standard: undefined,
        returns: [],
        back: back && { ...back, own: back.price },
      };
      this.movements.push({
        movement: movement as EnteredMovement['movement'],
        entered,
        struck: undefined,
        pool,
        item: pool.split('@')[0] ?? '',
      });
    }
    for (const { line, item, date, standard } of effects.standards) {
      const { shared: _, ...movement } = revaluation(line, date, standard);
      this.movements.push({
        movement: { ...movement, returns: [] },
        entered,
        struck: undefined,
        pool: undefined,
        item,
      });
    }
  }

  /** The movements of a pool, each movement in with what went back of it. */
  of(pool: PoolId): EnteredMovement[] {
    const own = this.movements.filter(
      (known) => known.pool === pool || (known.pool === undefined && known.item === pool.split('@')[0]),
    );
    return own.map((known) => {
      const returns = own.flatMap(({ movement, entered, struck }) => {
        if (movement.back?.of !== known.movement.id) return [];
        return [
          {
            line: movement.id,
            date: movement.date,
            quantity: movement.quantity,
            price: movement.back.own,
            lots: movement.lots,
            entered,
            struck,
          },
        ];
      });
      return { ...known, movement: { ...known.movement, returns } };
    });
  }
}

describe('as known then', () => {
  it('a pool and its layers are what the books held when the ledger had come so far; what each issue took of them is its cost', () => {
    fc.assert(
      fc.property(settings, choices(30), (setting, history) => {
        let books: Books = openingBooks(setting);
        const archive = new Archive();
        const then: { entered: number; pools: Books['pools'] }[] = [];
        for (const choice of history) {
          const command = commandFor(books, choice, setting);
          const decision = command && decide(books, command);
          if (!decision?.accepted) continue;
          const entered = documentsIn(books);
          archive.keep(entered, decision.posted);
          books = record(books, decision.posted);
          then.push({ entered, pools: books.pools });
        }
        for (const { entered, pools } of then) {
          for (const pool of pools.values()) {
            const standard = pool.checkpoints[0].state.standard;
            const changes = archive.changes.filter((change) => change.pool === pool.id);
            const known = poolAsKnown(
              { method: pool.method, currency: setting.currency, standard },
              archive.of(pool.id),
              changes,
              { on: LAST_DAY, entered },
            );
            expect(show({ ...known, standard: undefined })).toBe(show({ ...endOf(pool), standard: undefined }));
            expect(ledgerValue(changes, { on: LAST_DAY, entered })).toBe(known.value);
            for (const [at, { id, direction }] of pool.movements.entries()) {
              const value = pool.values[at] ?? 0n;
              expect(direction === 'out' ? -value : value).toBe(valueAsKnown(changes, id, { on: LAST_DAY, entered }));
            }
          }
        }
        for (const pool of books.pools.values())
          for (const [at, { id, direction, quantity }] of pool.movements.entries()) {
            if (direction !== 'out') continue;
            const { checkpoints, method } = pool;
            const around = poolAround(method, setting.currency, checkpoints[0].state, pool, id);
            if (!around) throw new Error(`${id} is not in its pool`);
            expect(around.before.value - around.after.value).toBe(pool.values[at]);
            expect(around.before.quantity - around.after.quantity).toBe(quantity);
            if (method !== 'fifo' && method !== 'lot') continue;
            const taken = takenBetween(around.before, around.after);
            expect(taken.reduce((sum, layer) => sum + layer.value, 0n)).toBe(pool.values[at]);
            expect(taken.reduce((sum, layer) => sum + layer.quantity, 0n)).toBe(quantity);
          }
      }),
      { numRuns: runs(400), seed },
    );
  });
});
