import { base, type BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { fold } from './fold.ts';
import {
  comparePoints,
  EMPTY_POOL,
  type CostingMethod,
  type LineId,
  type Movement,
  type PoolState,
  type ReturnedPart,
} from './pool.ts';

/*
 * As known now, and as known then (accounting.md, Dates): what a movement, a pool or a layer was worth on a day, with all that
 * is known, or with no more than had been entered up to a place in the ledger's sequence.
 */

/** A change of value with its place in the ledger's sequence. */
export interface EnteredChange {
  readonly line: LineId;
  readonly amount: BaseAmount;
  readonly shared: boolean;
  readonly effective: Day;
  readonly posting: Day;
  readonly entered: number;
}

/** A movement, when it was entered, and when it was struck out by a reversal. */
export interface EnteredMovement {
  readonly movement: Omit<Movement, 'shared' | 'returns'> & { readonly returns: readonly (ReturnedPart & Entered)[] };
  readonly entered: number;
  readonly struck: number | undefined;
}

interface Entered {
  readonly entered: number;
  readonly struck: number | undefined;
}

/** What is asked: by which day things happened, and what had been entered by then (`Infinity` for all that is known). */
export interface AsKnown {
  readonly on: Day;
  readonly entered: number;
}

/** The value of a line on a day: as known now by effective date, as known then with the ledger only so far. */
export function valueAsKnown(changes: readonly EnteredChange[], line: LineId, { on, entered }: AsKnown): BaseAmount {
  return base(
    changes.reduce(
      (sum, change) =>
        change.line === line && change.effective <= on && change.entered <= entered ? sum + change.amount : sum,
      0n,
    ),
  );
}

/** What the ledger shows on a day: by posting date. */
export function ledgerValue(changes: readonly EnteredChange[], { on, entered }: AsKnown): BaseAmount {
  return base(
    changes.reduce(
      (sum, change) => (change.posting <= on && change.entered <= entered ? sum + change.amount : sum),
      0n,
    ),
  );
}

/** The state of a pool on a day, with its layers, from what had been entered: folded from the first movement. */
export function poolAsKnown(
  pool: { method: CostingMethod; currency: string; standard: PoolState['standard'] },
  movements: readonly EnteredMovement[],
  changes: readonly EnteredChange[],
  asked: AsKnown,
): PoolState {
  const worth = new Map<LineId, { value: bigint; shared: bigint }>();
  for (const { line, amount, shared, entered } of changes) {
    if (entered > asked.entered) continue;
    const known = worth.get(line) ?? { value: 0n, shared: 0n };
    worth.set(line, { value: known.value + amount, shared: shared ? known.shared + amount : known.shared });
  }
  const stood = ({ entered, struck }: Entered) =>
    entered <= asked.entered && (struck === undefined || struck > asked.entered);
  const history = movements
    .filter((known) => stood(known) && known.movement.date <= asked.on)
    .map(({ movement }): Movement => {
      const shared = base(movement.direction === 'in' ? (worth.get(movement.id)?.shared ?? 0n) : 0n);
      return { ...movement, shared, returns: movement.returns.filter(stood) };
    })
    .sort(comparePoints);
  const values = history.map(({ id, direction }) =>
    base((direction === 'out' ? -1n : 1n) * (worth.get(id)?.value ?? 0n)),
  );
  const folded = fold(
    pool.method,
    { ...EMPTY_POOL, standard: pool.standard },
    { movements: history, values },
    pool.currency,
  );
  invariant(folded.ok, 'what stood in the books was never short');
  return folded.end;
}
