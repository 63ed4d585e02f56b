import type { LineId } from '../costing/pool.ts';
import { digitsOf } from '../tariff/schedule.ts';

/** What a line of a broker's statement says of the goods that it declares; empty where it does not. */
export interface StatedGoods {
  /** The number of a receipt, or of the packing slip that came with it. */
  readonly receipt: string;
  /** A number of the item: ours, or a code on the goods. */
  readonly item: string;
  readonly code: string;
  readonly origin: string;
}

/** A received line that may be declared, by all names that it goes by. */
export interface Declarable {
  readonly line: LineId;
  readonly receipts: readonly string[];
  readonly items: readonly string[];
  readonly code: string;
  readonly origin: string;
}

type Fits = (stated: StatedGoods, goods: Declarable) => boolean;

const isOne = (said: string, names: readonly string[]): boolean =>
  said !== '' && names.some((name) => name.toLowerCase() === said.toLowerCase());
const alike = (digits: number): Fits => {
  const begin = (code: string) => digitsOf(code).slice(0, digits);
  return (stated, goods) => begin(stated.code).length === digits && begin(stated.code) === begin(goods.code);
};
const ofReceipt: Fits = (stated, goods) => stated.receipt === '' || isOne(stated.receipt, goods.receipts);
const ofOrigin: Fits = (stated, goods) => stated.origin === goods.origin;
const sameCode: Fits = (stated, goods) =>
  digitsOf(stated.code) !== '' && digitsOf(stated.code) === digitsOf(goods.code);
/** A line that names its goods is for no others. */
const unnamed: Fits = ({ item }) => item === '';

/** What is surer first. A code of the Harmonized System means the same everywhere down to its sixth digit, and the kind of goods down to its fourth. */
const SURER: readonly (readonly Fits[])[] = [
  [ofReceipt, (stated, goods) => isOne(stated.item, goods.items)],
  [ofReceipt, unnamed, sameCode, ofOrigin],
  [ofReceipt, unnamed, sameCode],
  [ofReceipt, unnamed, alike(6)],
  [ofReceipt, unnamed, alike(4)],
];

/**
 * Which received lines each line of a statement declares, each received line once: by the item that it names, else by code and origin, by code,
 * by the code's first six digits, then its first four. Where one line is left that names no goods, it is for the goods that are left: a broker
 * who took another code took it for something.
 */
export function goodsOfStatement(stated: readonly StatedGoods[], received: readonly Declarable[]): LineId[][] {
  const taken = new Set<LineId>();
  const found: LineId[][] = stated.map(() => []);
  for (const fits of SURER) {
    stated.forEach((line, at) => {
      if ((found[at]?.length ?? 0) > 0) return;
      for (const goods of received) {
        if (taken.has(goods.line) || !fits.every((fit) => fit(line, goods))) continue;
        taken.add(goods.line);
        found[at]?.push(goods.line);
      }
    });
  }
  const left = stated.flatMap(({ item }, at) => (found[at]?.length === 0 && item === '' ? [at] : []));
  const [only] = left;
  if (left.length === 1 && only !== undefined)
    for (const goods of received)
      if (!taken.has(goods.line) && ofReceipt(stated[only] as StatedGoods, goods)) found[only]?.push(goods.line);
  return found;
}
