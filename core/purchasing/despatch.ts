import type { LineId } from '../costing/pool.ts';
import { ONE_UNIT, quantity, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { packSizeOf } from './packs.ts';

/** A line of what a vendor announces: words as it says them. */
export interface AdvisedLine {
  /** The order's number; empty where it does not say. */
  readonly order: string;
  /** Which line of the order; empty where it does not say. */
  readonly orderLine: string;
  /** What it calls the goods: our number, its own, a code on them. */
  readonly names: readonly string[];
  /** In its own unit. */
  readonly quantity: Quantity;
  /** Empty where it does not say. */
  readonly unit: string;
}

/** A line that goods may come for. */
export interface AwaitedLine {
  readonly line: LineId;
  readonly order: string;
  readonly orderLine: string;
  /** What the goods are called: our number, the vendor's, codes on them with the pack that each is of; the empty pack is the stock unit. */
  readonly names: readonly { readonly name: string; readonly pack: string }[];
  readonly unit: string;
  readonly packs: readonly { readonly unit: string; readonly size: Quantity }[];
  readonly open: Quantity;
  readonly due: Day | undefined;
}

export type Advised =
  | { readonly ok: true; readonly line: LineId; /** In stock units. */ readonly quantity: Quantity }
  | { readonly ok: false; readonly why: 'order_unknown' | 'goods_unknown' | 'unit_unknown' | 'pack_not_whole' };

const folded = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/^0+(?=.)/, '');
/** The order of PO-1012, version 2, is PO-1012. */
const orderNumber = (text: string): string => folded(text).replace(/\/\d+$/, '');

/**
 * Which order line each announced line is for: by the order's number and line where they are said, and by what the goods are called;
 * of several the one that is due first and not full yet with what was announced before. Where no order is named, any that waits for such goods.
 */
export function matchDespatch(advised: readonly AdvisedLine[], awaited: readonly AwaitedLine[]): Advised[] {
  const left = new Map(awaited.map(({ line, open }) => [line, open as bigint]));
  const byDue = [...awaited].sort((a, b) => compare(a.due ?? '9999', b.due ?? '9999'));
  return advised.map((line) => {
    const found = lineFor(line, byDue, left);
    if (!('of' in found)) return { ok: false, why: found.why };
    const sized = inStock(line, found.of, found.pack);
    if (typeof sized === 'string') return { ok: false, why: sized };
    left.set(found.of.line, (left.get(found.of.line) ?? 0n) - sized);
    return { ok: true, line: found.of.line, quantity: sized };
  });
}

type Found = { readonly of: AwaitedLine; readonly pack: string } | { readonly why: 'order_unknown' | 'goods_unknown' };

function lineFor(advised: AdvisedLine, awaited: readonly AwaitedLine[], left: ReadonlyMap<LineId, bigint>): Found {
  const order = orderNumber(advised.order);
  const ofOrder = order === '' ? awaited : awaited.filter((line) => orderNumber(line.order) === order);
  if (ofOrder.length === 0) return { why: 'order_unknown' };
  const names = new Set(advised.names.map(folded).filter(Boolean));
  const fitting = ofOrder.flatMap((of) => {
    const known = of.names.find(({ name }) => names.has(folded(name)));
    return known ? [{ of, pack: known.pack }] : [];
  });
  const exact = fitting.filter(({ of }) => advised.orderLine !== '' && of.orderLine === folded(advised.orderLine));
  const wanted = exact.length > 0 ? exact : fitting;
  return wanted.find(({ of }) => (left.get(of.line) ?? 0n) > 0n) ?? wanted.at(-1) ?? { why: 'goods_unknown' };
}

/** What is announced, in stock units: in the unit that is said, else in the pack that its code is of. */
function inStock(
  advised: AdvisedLine,
  of: AwaitedLine,
  codePack: string,
): Quantity | 'unit_unknown' | 'pack_not_whole' {
  const size = packSizeOf(advised.unit, codePack, of);
  if (size === undefined) return 'unit_unknown';
  const units = advised.quantity * size;
  // Packs come whole; of what is measured there may be parts.
  const isPack = of.packs.some((pack) => pack.size === size) && size !== ONE_UNIT;
  if (isPack && advised.quantity % ONE_UNIT !== 0n) return 'pack_not_whole';
  return units % ONE_UNIT === 0n ? quantity(units / ONE_UNIT) : 'unit_unknown';
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
