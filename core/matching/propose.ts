import type { LineId } from '../costing/pool.ts';
import { lineAmount, ONE_UNIT, price, quantity, type DocumentAmount, type Price, type Pricing, type Quantity } from '../exact/amounts.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { Day } from '../exact/calendar.ts';
import type { Pack } from '../posting/books.ts';
import { assign, type Edge } from './assign.ts';
import { chargeKindOf } from './chargeWords.ts';
import { folded, indexGoods, orderNumber } from './goods.ts';
import { score, type Scored, type Why } from './score.ts';

/** A line of a bill as its paper says it. */
export interface BillText {
  /** The order's number, and the packing slip or transport; empty where the paper does not say. */
  readonly order: string;
  readonly slip: string;
  /** What it calls the goods: the vendor's number, ours, a code on them. */
  readonly names: readonly string[];
  readonly description: string;
  /** In the unit that it names; in stock units where it names none. */
  readonly quantity: Quantity;
  readonly unit: string;
  /** The price, net of what the line takes off, and how many of its unit that is for; what the line comes to. */
  readonly price: Price;
  readonly per: Quantity;
  readonly amount: DocumentAmount;
}

/** A received line that is not all billed. */
export interface OpenLine extends Pricing {
  readonly line: LineId;
  readonly item: string;
  readonly order: string;
  readonly slip: string;
  readonly transport: string;
  /** Our number, the vendor's, codes on the goods, with the pack that each is of; the empty pack is the stock unit. */
  readonly names: readonly { readonly name: string; readonly pack: string }[];
  readonly description: string;
  readonly unit: string;
  readonly packs: readonly Pack[];
  /** What of it is not billed, in stock units. */
  readonly quantity: Quantity;
  readonly date: Day;
}

export interface Proposal {
  /** How much of which open lines, in stock units, and at what price as their order counts it, before its discount. */
  readonly covers: readonly { readonly line: LineId; readonly quantity: Quantity; readonly price: Price }[];
  /** What of the line no open line holds, in stock units. */
  readonly left: Quantity;
  /** These are surely the goods, all of the line is placed, and nothing that is not as good comes near. */
  readonly certain: boolean;
  readonly why: readonly Why[];
  /** The kind of charge that it is, where it covers no goods. */
  readonly charge: ReturnType<typeof chargeKindOf>;
}

/** So many points must lie between what is proposed as certain and other goods, another order's price or another pack. */
const CLEARLY = 12;
/** So many open lines are looked at for a bill line, the best first, and more where these do not hold what it bills. */
const LOOKED_AT = 16;

/**
 * What each line of a bill covers: which open lines, and how much of each. The best over the whole bill, not line by line, and the same every time;
 * of lines that fit alike the one that came first. A line that fits no goods and names a charge is proposed as one.
 */
export function propose(bill: readonly BillText[], open: readonly OpenLine[], currency: string): Proposal[] {
  const inOrder = [...open].sort((a, b) => compare(a.date, b.date) || compare(a.line, b.line));
  const likely = indexGoods(inOrder);
  const claimed = new Map<number, bigint>();
  const fits = bill.map((line) => {
    const [order, slip] = [orderNumber(line.order), folded(line.slip)];
    const scored = likely(line.names, line.description).flatMap((one) => score(line, order, slip, one) ?? []);
    return bestOf(line, scored, claimed);
  });
  const edges = fits.flatMap((found, from): Edge[] => found.map(({ place, points }) => ({ from, to: place.at, points })));
  const wanted = bill.map((line, at) => (line.quantity * (fits[at]?.[0]?.size ?? 0n)) / ONE_UNIT);
  const flow = assign(
    edges,
    wanted,
    inOrder.map((line) => line.quantity),
  );
  let next = 0;
  return bill.map((line, at) => {
    const found = fits[at] ?? [];
    const taken = found.map((fit, position) => ({ fit, units: flow[next + position] ?? 0n })).filter(({ units }) => units > 0n);
    next += found.length;
    const left = quantity((wanted[at] ?? 0n) - taken.reduce((sum, { units }) => sum + units, 0n));
    if (taken.length === 0) return { covers: [], left, certain: false, why: [], charge: chargeKindOf(line.description) };
    return {
      covers: taken.map(({ fit, units }) => ({
        line: fit.place.line.line,
        quantity: quantity(units),
        price: priceAsOrdered(line, fit, wanted[at] ?? 0n, currency),
      })),
      certain: left === 0n && taken.every(({ fit }) => fit.surely && isClear(fit, found, taken)),
      ...{ left, why: [...new Set(taken.flatMap(({ fit }) => fit.why))], charge: undefined },
    };
  });
}

/**
 * The best first, all in the pack of the best: some to choose from, and as many as hold what the line bills.
 * @param claimed by place, what earlier lines of the bill look to: lines of the same goods do not crowd each other out
 */
function bestOf(bill: BillText, scored: readonly Scored[], claimed: Map<number, bigint>): Scored[] {
  const sorted = [...scored].sort((a, b) => b.points - a.points || a.place.at - b.place.at);
  const size = sorted[0]?.size ?? 0n;
  let wanted = (bill.quantity * size) / ONE_UNIT;
  return sorted
    .filter((fit) => fit.size === size)
    .filter(({ place: { at, line } }, position) => {
      const before = claimed.get(at) ?? 0n;
      const free = line.quantity - before;
      const claims = free < wanted ? free : wanted;
      if (claims > 0n) claimed.set(at, before + claims);
      wanted -= claims;
      return position < LOOKED_AT || claims > 0n;
    });
}

/** Whether nothing that is not as good to bill comes near: other goods, or the same at another price. */
function isClear(chosen: Scored, found: readonly Scored[], taken: readonly { readonly fit: Scored }[]): boolean {
  const own = new Set(taken.map(({ fit }) => fit.place.line.line));
  return found.every((other) => own.has(other.place.line.line) || isAsGood(chosen.place.line, other.place.line) || chosen.points - other.points >= CLEARLY);
}

/** Lines of the same goods at the same price: whichever is billed, the other is left. */
const isAsGood = (a: OpenLine, b: OpenLine): boolean => a.item === b.item && a.discount === b.discount && a.price * b.per === b.price * a.per;

/** The order's own price where it makes what the bill asks for the line; else the bill's, for as many as the order's is for. */
function priceAsOrdered(bill: BillText, { place: { line }, size }: Scored, inStock: bigint, currency: string): Price {
  if (lineAmount(quantity(inStock), line, currency) === bill.amount) return line.price;
  const left = ONE_UNIT - line.discount;
  return left === 0n ? line.price : price(divideRounded(bill.price * line.per * ONE_UNIT * ONE_UNIT, bill.per * size * left));
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
