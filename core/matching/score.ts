import { ONE_UNIT, type Pricing } from '../exact/amounts.ts';
import { packSizeOf } from '../purchasing/packs.ts';
import type { Likely, Place } from './goods.ts';
import type { BillText } from './billText.ts';

/** Why an open line is proposed for a bill line. */
export type Why = 'number' | 'words' | 'order' | 'slip' | 'price' | 'price-near' | 'quantity';

export interface Scored {
  readonly place: Place;
  readonly points: number;
  readonly why: readonly Why[];
  /** Whether these are surely the goods, whatever order they came on. */
  readonly surely: boolean;
  /** How many stock units one of what the bill counts in holds. */
  readonly size: bigint;
}

const ALIKE = 40;
const NAMED = 60;
const OF_ORDER = 30;
const OF_OTHER_ORDER = -12;
const OF_SLIP = 30;
const QUANTITY_FITS = 10;
/** What is here is billed before what is to come. */
const NOT_HERE = -8;
const PRICE = { price: 20, 'price-near': 10, far: -12 } as const;

/** How well goods fit what a bill says, as far as that is the same for all their open lines. */
export interface Fit {
  readonly points: number;
  readonly named: boolean;
  readonly alike: number;
  readonly size: bigint;
  /** By the prices that they are ordered at. */
  readonly prices: readonly (keyof typeof PRICE)[];
  /** What an open line holds that is billed as a whole; undefined where no quantity comes to that. */
  readonly whole: bigint | undefined;
  readonly order: string;
  readonly slip: string;
}

/**
 * How well goods fit what a bill says; undefined where the bill counts in a unit that they do not have.
 * @param order and slip as the bill says them, folded
 */
export function fitOf(bill: BillText, order: string, slip: string, { goods, named, alike }: Likely): Fit | undefined {
  const first = goods.places[0]?.line;
  const size = first && packSizeOf(bill.unit, named?.pack ?? '', first);
  if (size === undefined) return undefined;
  const units = bill.quantity * size;
  return {
    points: Math.trunc((ALIKE * alike) / 100) + (named ? NAMED : 0),
    named: named !== undefined,
    alike,
    size,
    order,
    slip,
    prices: goods.prices.map((pricing) => priceFit(bill, pricing, size)),
    whole: units % ONE_UNIT === 0n ? units / ONE_UNIT : undefined,
  };
}

/** The points of one open line of goods that fit. */
export function pointsOf(
  { points, prices, whole, order, slip }: Fit,
  { line, order: ordered, slips, priced }: Place,
): number {
  let sum = points + PRICE[prices[priced] ?? 'far'];
  if (line.ahead) sum += NOT_HERE;
  if (order !== '') sum += order === ordered ? OF_ORDER : OF_OTHER_ORDER;
  if (slip !== '' && slips.includes(slip)) sum += OF_SLIP;
  return whole === line.quantity ? sum + QUANTITY_FITS : sum;
}

/** An open line with its points, and what speaks for it. */
export function scored(fit: Fit, place: Place, points: number): Scored {
  const price = fit.prices[place.priced] ?? 'far';
  const why: Why[] = [fit.named ? 'number' : 'words'];
  if (fit.order !== '' && fit.order === place.order) why.push('order');
  if (fit.slip !== '' && place.slips.includes(fit.slip)) why.push('slip');
  if (price !== 'far') why.push(price);
  if (fit.whole === place.line.quantity) why.push('quantity');
  return {
    place,
    points,
    why,
    size: fit.size,
    surely: fit.named || fit.alike >= 80 || (fit.alike >= 55 && price === 'price'),
  };
}

/** Prices compared for one stock unit: as near as their last decimals let them be, within a tenth, or far. */
function priceFit(bill: BillText, line: Pricing, size: bigint): keyof typeof PRICE {
  const asked = bill.price * line.per * ONE_UNIT;
  const ordered = (line.price * bill.per * size * (ONE_UNIT - line.discount)) / ONE_UNIT;
  const gap = asked > ordered ? asked - ordered : ordered - asked;
  if (gap * 10_000n <= ordered) return 'price';
  return gap * 10n <= ordered ? 'price-near' : 'far';
}
