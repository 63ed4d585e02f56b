import type { LineId } from '../costing/pool.ts';
import { type BaseAmount, type Quantity, QUANTITY_PLACES } from '../exact/amounts.ts';
import { powerOfTen } from '../exact/rounding.ts';
import { shareOut } from '../exact/shareOut.ts';
import { refusal, type Refusal } from '../state/refusal.ts';

/** How a charge is spread over received lines (accounting.md, Allocation). */
export type Basis =
  'value' | 'value-and-freight' | 'quantity' | 'weight' | 'volume' | 'chargeable' | 'equal' | 'duty' | 'manual';

export const BASES: readonly Basis[] = [
  'value',
  'value-and-freight',
  'quantity',
  'weight',
  'volume',
  'chargeable',
  'equal',
  'duty',
  'manual',
];

/** A basis with what it rests on beside the goods. */
export interface SharedBy {
  readonly basis: Basis;
  /** Kilograms that a cubic metre counts for where chargeable weight is shared by: the greater of the two is a line's. */
  readonly density?: Quantity | undefined;
}

/** A received line as a basis sees it. */
export interface Target {
  readonly line: {
    readonly id: LineId;
    readonly item: string;
    readonly quantity: Quantity;
    readonly goods: BaseAmount;
  };
  readonly item: { readonly weight: Quantity | undefined; readonly volume: Quantity | undefined };
  /** What carried it to the border, other charges of the kind that is shared left out; needed for the basis *value and freight* alone. */
  readonly carried?: bigint | undefined;
  /** What the tariff schedule works out for it; needed for the basis *duty* alone. */
  readonly duty?: BaseAmount | undefined;
}

export type Shares = { ok: true; shares: bigint[] } | { ok: false; refusal: Refusal };

/**
 * The shares of `amount`, one per target in their order. Lines in `fixed` keep the share that was set by hand, the rest is
 * shared over the others by the basis, or over those of them that `limitedTo` names; by hand alone, every line must be fixed
 * and they must add up. Refused: a weight or volume that is missing, chargeable weight without its density, all weights zero, shares by hand that do
 * not add up, or that are more than the charge, so that the others would be below zero.
 * @param at pointer to the charge in the command, for refusals
 */
export function shareCharge(
  amount: bigint,
  by: SharedBy,
  targets: readonly Target[],
  fixed: ReadonlyMap<LineId, bigint>,
  at: string,
  limitedTo?: ReadonlySet<LineId>,
): Shares {
  const { basis, density } = by;
  const left = amount - [...fixed.values()].reduce((sum, share) => sum + share, 0n);
  const free = targets.filter(({ line }) => !fixed.has(line.id) && (limitedTo === undefined || limitedTo.has(line.id)));
  if (basis === 'manual' || free.length === 0) {
    if (left !== 0n) return { ok: false, refusal: refusal('allocation_does_not_add_up', at, { out: left.toString() }) };
    return { ok: true, shares: targets.map((target) => fixed.get(target.line.id) ?? 0n) };
  }
  if (amount < 0n ? left > 0n : left < 0n)
    return { ok: false, refusal: refusal('fixed_exceeds_charge', `${at}/fixed`, { out: (-left).toString() }) };
  if (basis === 'chargeable' && density === undefined)
    return { ok: false, refusal: refusal('density_missing', `${at}/density`) };
  const weights: bigint[] = [];
  for (const target of free) {
    const weight = weightOf(basis, target, density);
    if (weight === undefined)
      return {
        ok: false,
        refusal: refusal('basis_missing', `${at}/basis`, { basis, item: target.line.item, line: target.line.id }),
      };
    weights.push(weight);
  }
  const shared = shareOut(left, weights);
  if (!shared.ok) {
    const line = shared.reason === 'weight_negative' ? (free[shared.line]?.line.item ?? '') : '';
    return {
      ok: false,
      refusal: refusal('basis_all_zero', `${at}/basis`, line === '' ? { basis } : { basis, item: line }),
    };
  }
  const shareOf = new Map(free.map((target, position) => [target.line.id, shared.shares[position] ?? 0n]));
  return { ok: true, shares: targets.map((target) => fixed.get(target.line.id) ?? shareOf.get(target.line.id) ?? 0n) };
}

function weightOf(
  basis: Exclude<Basis, 'manual'>,
  { line, item, carried, duty }: Target,
  density: Quantity | undefined,
): bigint | undefined {
  switch (basis) {
    case 'value':
      return line.goods;
    case 'value-and-freight':
      return line.goods + (carried ?? 0n);
    case 'quantity':
      return line.quantity;
    case 'equal':
      return 1n;
    case 'weight':
      return item.weight === undefined ? undefined : line.quantity * item.weight;
    case 'volume':
      return item.volume === undefined ? undefined : line.quantity * item.volume;
    case 'chargeable':
      return item.weight === undefined || item.volume === undefined || density === undefined
        ? undefined
        : line.quantity * greater(item.weight * powerOfTen(QUANTITY_PLACES), item.volume * density);
    case 'duty':
      return duty;
  }
}

const greater = (a: bigint, b: bigint): bigint => (a > b ? a : b);
