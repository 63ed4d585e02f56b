import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { ShipmentRow } from '@obolus/contract/views/shipments';
import { daysBetween, isDay } from '@obolus/core/exact/calendar';
import { isZero } from '../../parts/exact.ts';

/** What a bill says that charges something else than its own goods. */
export interface Charging {
  readonly vendor: string;
  readonly date: string;
  /** The kinds of charge on it. */
  readonly kinds: readonly string[];
}

/** Goods that charges may belong to, and why. */
export interface Proposed {
  readonly shipment: string;
  /** Whether whoever bills carried it. */
  readonly isCarrier: boolean;
  /** Kinds on the bill that are expected with it and have not come. */
  readonly missing: readonly string[];
  /** When it came; empty where nobody knows. */
  readonly came: string;
}

/** Bills come within so many days of the goods. */
const NEAR = 45;
const MOST = 3;

/**
 * Shipments that charges may belong to which no paper names: those that whoever bills carried before others, of these what lacks a charge of the
 * bill's kinds, then what came nearest to the bill's day. Another's shipment only where it lacks one and came near.
 */
export function shipmentsFor(rows: readonly ShipmentRow[], { vendor, date, kinds }: Charging): Proposed[] {
  const found = rows
    .filter(({ goods }) => !isZero(goods))
    .map((row) => {
      const came = row.arrived ?? row.lastCame ?? '';
      const lacks = row.missing.split(', ');
      const days = isDay(came) && isDay(date) ? Math.abs(daysBetween(came, date)) : Infinity;
      const missing = kinds.filter((kind) => lacks.includes(kind));
      return { shipment: row.number, isCarrier: row.carrierId === vendor, missing, came, days };
    })
    .filter(({ isCarrier, missing, days }) => isCarrier || (missing.length > 0 && days <= NEAR));
  const rank = ({ isCarrier, missing }: Proposed): number => (isCarrier ? 2 : 0) + (missing.length > 0 ? 1 : 0);
  return found
    .sort((a, b) => rank(b) - rank(a) || a.days - b.days)
    .slice(0, MOST)
    .map(({ days: _, ...proposed }) => proposed);
}

/** The goods that whoever bills sent itself, with the receipt that came nearest before the bill's day; undefined where none did. */
export function receiptFor(
  rows: readonly LandedGoods[],
  { vendor, date }: Charging,
): readonly LandedGoods[] | undefined {
  const own = rows.filter(({ vendor: from, receipt }) => from?.id === vendor && receipt.date <= date);
  const [first] = [...own].sort((a, b) => (a.receipt.date < b.receipt.date ? 1 : -1));
  return first && own.filter(({ receipt }) => receipt.id === first.receipt.id);
}
