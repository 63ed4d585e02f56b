import { ONE_UNIT } from '../exact/amounts.ts';
import { packSizeOf } from '../purchasing/packs.ts';
import type { Likely, Place } from './goods.ts';
import type { BillText, OpenLine } from './propose.ts';

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
const PRICE = { price: 20, 'price-near': 10, far: -12 } as const;

/**
 * How well an open line fits what a bill says; undefined where the bill counts in a unit that these goods do not have.
 * @param order and slip as the bill says them, folded
 */
export function score(bill: BillText, order: string, slip: string, { place, named, alike }: Likely): Scored | undefined {
  const { line } = place;
  const size = packSizeOf(bill.unit, named?.pack ?? '', line);
  if (size === undefined) return undefined;
  const why: Why[] = [named ? 'number' : 'words'];
  let points = Math.trunc((ALIKE * alike) / 100) + (named ? NAMED : 0);
  const give = (more: number, reason: Why): void => {
    points += more;
    why.push(reason);
  };
  if (order !== '' && order === place.order) give(OF_ORDER, 'order');
  else if (order !== '') points += OF_OTHER_ORDER;
  if (slip !== '' && place.slips.includes(slip)) give(OF_SLIP, 'slip');
  const fits = priceFit(bill, line, size);
  if (fits === 'far') points += PRICE.far;
  else give(PRICE[fits], fits);
  if (bill.quantity * size === line.quantity * ONE_UNIT) give(QUANTITY_FITS, 'quantity');
  return { place, size, why, points, surely: named !== undefined || alike >= 80 || (alike >= 55 && fits === 'price') };
}

/** Prices compared for one stock unit: as near as their last decimals let them be, within a tenth, or far. */
function priceFit(bill: BillText, line: OpenLine, size: bigint): keyof typeof PRICE {
  const asked = bill.price * line.per * ONE_UNIT;
  const ordered = (line.price * bill.per * size * (ONE_UNIT - line.discount)) / ONE_UNIT;
  const gap = asked > ordered ? asked - ordered : ordered - asked;
  if (gap * 10_000n <= ordered) return 'price';
  return gap * 10n <= ordered ? 'price-near' : 'far';
}
