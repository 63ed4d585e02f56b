import { base, type BaseAmount, quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { fold } from './fold.ts';
import {
  comparePoints,
  EMPTY_POOL,
  type CostingMethod,
  type History,
  type Layer,
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

/** A pool as far as folding it from its first movement needs it; the standard it began with, where it has one. */
interface FoldedAs {
  readonly method: CostingMethod;
  readonly currency: string;
  readonly standard: PoolState['standard'];
}

/** The state of a pool on a day, with its layers, from what had been entered: folded from the first movement. */
export function poolAsKnown(
  { method, currency, standard }: FoldedAs,
  movements: readonly EnteredMovement[],
  changes: readonly EnteredChange[],
  asked: AsKnown,
): PoolState {
  return endAfter(method, currency, { ...EMPTY_POOL, standard }, historyAsKnown(movements, changes, asked));
}

/**
 * The pool just before a movement and just after it, as all is known now; undefined where it is none of these.
 * @param history what moved since `from` was its state, in the order of the fold, at least up to the movement
 */
export function poolAround(
  method: CostingMethod,
  currency: string,
  from: PoolState,
  history: History,
  line: LineId,
): { readonly before: PoolState; readonly after: PoolState } | undefined {
  const at = history.movements.findIndex(({ id }) => id === line);
  if (at < 0) return undefined;
  const part = (first: number, end: number): History => ({
    movements: history.movements.slice(first, end),
    values: history.values.slice(first, end),
  });
  const before = endAfter(method, currency, from, part(0, at));
  return { before, after: endAfter(method, currency, before, part(at, at + 1)) };
}

/** What of each layer is gone from one state of a pool to a later one, oldest first. */
export function takenBetween(before: PoolState, after: PoolState): Layer[] {
  const keyOf = ({ of, part, lot }: Layer) => `${of}|${part}|${lot}`;
  const left = new Map(after.layers.map((layer) => [keyOf(layer), layer]));
  return before.layers.flatMap((layer) => {
    const now = left.get(keyOf(layer));
    const taken = layer.quantity - (now?.quantity ?? 0n);
    return taken === 0n ? [] : [{ ...layer, quantity: quantity(taken), value: base(layer.value - (now?.value ?? 0n)) }];
  });
}

function endAfter(method: CostingMethod, currency: string, from: PoolState, history: History): PoolState {
  const folded = fold(method, from, history, currency);
  invariant(folded.ok, 'what stood in the books was never short');
  return folded.end;
}

/** What stood in a pool by then, in the order of the fold, each at what it was known to be worth. */
function historyAsKnown(
  movements: readonly EnteredMovement[],
  changes: readonly EnteredChange[],
  asked: AsKnown,
): History {
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
  return { movements: history, values };
}
