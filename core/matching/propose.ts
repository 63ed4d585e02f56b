import type { LineId } from '../costing/pool.ts';
import { ONE_UNIT, type Price, quantity, type Quantity } from '../exact/amounts.ts';
import { priceAsOrdered } from './asOrdered.ts';
import { assign, type Edge } from './assign.ts';
import { chargeKindOf } from './chargeWords.ts';
import { folded, type Goods, indexGoods, type Likely, orderNumber, type Place, wordsOf } from './goods.ts';
import { type Fit, fitOf, pointsOf, scored, type Scored, type Why } from './score.ts';
import type { BillText, OpenLine } from './billText.ts';

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
  const inOrder = isInOrder(open) ? open : [...open].sort(byEntry);
  const goods = indexGoods(inOrder);
  const claimed = new Map<number, bigint>();
  const fits = bill.map((line) => {
    const [order, slip] = [orderNumber(line.order), folded(line.slip)];
    const fitting = (likely: readonly Likely[]) =>
      likely.flatMap((one) => {
        const fit = fitOf(line, order, slip, one);
        return fit ? [{ goods: one.goods, fit }] : [];
      });
    const words = wordsOf(line.description);
    // Goods that the bill calls by their number are these, and no others that are called alike.
    const named = goods.named(line.names, words);
    const called = fitting(named);
    return bestOf(line, called.length > 0 ? called : fitting(goods.alike(words, named)), goods.places, claimed);
  });
  const edges = fits.flatMap((found, from): Edge[] =>
    found.map(({ place, points }) => ({ from, to: place.at, points })),
  );
  const wanted = bill.map((line, at) => (line.quantity * (fits[at]?.[0]?.size ?? 0n)) / ONE_UNIT);
  const flow = assign(
    edges,
    wanted,
    inOrder.map((line) => line.quantity),
  );
  let next = 0;
  return bill.map((line, at) => {
    const found = fits[at] ?? [];
    const taken = found
      .map((fit, position) => ({ fit, units: flow[next + position] ?? 0n }))
      .filter(({ units }) => units > 0n);
    next += found.length;
    const left = quantity((wanted[at] ?? 0n) - taken.reduce((sum, { units }) => sum + units, 0n));
    if (taken.length === 0)
      return { covers: [], left, certain: false, why: [], charge: chargeKindOf(line.description) };
    return {
      covers: taken.map(({ fit, units }) => ({
        line: fit.place.line.line,
        quantity: quantity(units),
        price: priceAsOrdered(line, fit.place.line, fit.size, currency),
      })),
      certain: left === 0n && taken.every(({ fit }) => fit.surely && isClear(fit, found, taken)),
      left,
      why: [...new Set(taken.flatMap(({ fit }) => fit.why))],
      charge: undefined,
    };
  });
}

/** More than there are open lines: points and place in one number, the best first, of lines that are alike the first. */
const PLACES = 2 ** 22;
const MOST_POINTS = 10_000;

/**
 * The best first, all in the pack of the best: some to choose from, and as many as hold what the line bills.
 * @param claimed by place, what earlier lines of the bill look to: lines of the same goods do not crowd each other out
 */
function bestOf(
  bill: BillText,
  found: readonly { goods: Goods; fit: Fit }[],
  places: readonly Place[],
  claimed: Map<number, bigint>,
): Scored[] {
  const fits = new Map(found.map(({ goods, fit }) => [goods, fit]));
  const ranks = new Float64Array(found.reduce((count, { goods }) => count + goods.places.length, 0));
  let next = 0;
  for (const { goods, fit } of found)
    for (const place of goods.places) ranks[next++] = (MOST_POINTS - pointsOf(fit, place)) * PLACES + place.at;
  ranks.sort();
  const best: Scored[] = [];
  let size: bigint | undefined;
  let wanted = 0n;
  for (const rank of ranks) {
    const place = places[rank % PLACES] as Place;
    const fit = fits.get(place.goods) as Fit;
    if (size === undefined) {
      size = fit.size;
      wanted = (bill.quantity * size) / ONE_UNIT;
    }
    if (fit.size !== size) continue;
    if (best.length >= LOOKED_AT && wanted <= 0n) break;
    const before = claimed.get(place.at) ?? 0n;
    const free = place.line.quantity - before;
    const claims = free < wanted ? free : wanted;
    if (claims > 0n) claimed.set(place.at, before + claims);
    wanted -= claims;
    if (best.length < LOOKED_AT || claims > 0n) best.push(scored(fit, place, MOST_POINTS - Math.trunc(rank / PLACES)));
  }
  return best;
}

/** Whether nothing that is not as good to bill comes near: other goods, or the same at another price. */
function isClear(chosen: Scored, found: readonly Scored[], taken: readonly { readonly fit: Scored }[]): boolean {
  const own = new Set(taken.map(({ fit }) => fit.place.line.line));
  return found.every(
    (other) =>
      own.has(other.place.line.line) ||
      isAsGood(chosen.place.line, other.place.line) ||
      chosen.points - other.points >= CLEARLY,
  );
}

/** Lines of the same goods at the same price: whichever is billed, the other is left. */
const isAsGood = (a: OpenLine, b: OpenLine): boolean =>
  a.item === b.item && a.discount === b.discount && a.price * b.per === b.price * a.per;

const byEntry = (a: OpenLine, b: OpenLine): number => compare(a.date, b.date) || compare(a.line, b.line);
const isInOrder = (lines: readonly OpenLine[]): boolean =>
  lines.every((line, at) => at === 0 || byEntry(lines[at - 1] as OpenLine, line) <= 0);

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
