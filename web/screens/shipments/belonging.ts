import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ShipmentView } from '@obolus/contract/views/shipments';

/** A charge on no goods yet that may belong to a shipment, and why. */
export interface Belonging {
  readonly charge: OpenCharge;
  readonly isCarriers: boolean;
  /** Of a customs entry that declares goods of the shipment. */
  readonly isDeclared: boolean;
  /** Days from when the first goods came to its bill; undefined while nothing came. */
  readonly days: number | undefined;
  /** Declared with its goods; or the carrier's, of a kind that is missing, and billed about when the goods came: nearly surely its own. */
  readonly isLikely: boolean;
}

/** Bills for a way come from so long before the goods to so long after. */
const BEFORE = 45;
const AFTER = 120;
const DAY = 86_400_000;

/**
 * Of charges on no goods those that may belong to a shipment, the likeliest first: its carrier's, and others of kinds that it misses, by how near their
 * bills are to when its goods came. What is long before or after is another shipment's.
 */
export function belongingTo(
  { number, carrier, charges }: Pick<ShipmentView, 'number' | 'carrier' | 'charges'>,
  firstCame: string | undefined,
  open: readonly OpenCharge[],
): Belonging[] {
  const kinds = new Map<string, boolean>(charges.map(({ kind, bills }) => [kind, bills.length === 0]));
  return open
    .map((charge): Belonging => {
      const days =
        firstCame === undefined ? undefined : Math.round((Date.parse(charge.bill.date) - Date.parse(firstCame)) / DAY);
      const isCarriers = charge.vendor === carrier?.name;
      const isDeclared = charge.declared.includes(number);
      // A kind that nobody expects is not there already.
      return {
        charge,
        days,
        isCarriers,
        isDeclared,
        isLikely: isDeclared || (isCarriers && days !== undefined && (kinds.get(charge.kind) ?? true)),
      };
    })
    .filter(
      ({ charge, days, isCarriers, isDeclared }) =>
        isDeclared ||
        // What is declared with goods of other shipments is theirs.
        (charge.declared.length === 0 &&
          (isCarriers || (days !== undefined && kinds.get(charge.kind) === true)) &&
          (days === undefined || (days >= -BEFORE && days <= AFTER))),
    )
    .sort(
      (a, b) =>
        Number(b.isDeclared) - Number(a.isDeclared) ||
        Number(b.isLikely) - Number(a.isLikely) ||
        Number(b.isCarriers) - Number(a.isCarriers) ||
        Math.abs(a.days ?? 0) - Math.abs(b.days ?? 0),
    );
}
