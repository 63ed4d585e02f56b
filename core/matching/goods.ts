import type { Pricing } from '../exact/amounts.ts';
import { asGtin } from '../scanning/gs1.ts';
import type { OpenLine } from './billText.ts';

/** Words as they are compared: folded, letters and figures apart, each once. */
export function wordsOf(text: string): string[] {
  const runs =
    text
      .normalize('NFKD')
      .toLowerCase()
      .match(/\p{L}[\p{L}\p{M}]*|\p{N}+/gu) ?? [];
  return [...new Set(runs.map((run) => run.replace(/\p{M}/gu, '')))];
}

/** What a number says, whatever stands between its parts. */
export const folded = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/** A number of goods as it is compared: one of GS1 is the same at any of its lengths (GTIN-8, -12, -13, -14). */
export const goodsNumber = (text: string): string => asGtin(folded(text));

/** An open line as it is compared: where it stands among all, and its numbers folded. */
export interface Place {
  readonly line: OpenLine;
  readonly at: number;
  readonly order: string;
  readonly slips: readonly string[];
  readonly goods: Goods;
  /** Which of the prices of its goods it has. */
  readonly priced: number;
}

/** The order of PO-1012, version 2, is PO-1012. */
export const orderNumber = (text: string): string => folded(text.replace(/\/\d+$/, ''));

/** Goods that a bill may name. */
export interface Likely {
  readonly goods: Goods;
  /** Called by a number that they have, and the pack that the number is of. */
  readonly named: { readonly pack: string } | undefined;
  /** How much of the words they share, in parts of a hundred. */
  readonly alike: number;
}

/** Open lines of the same goods, so that what they are called and priced is compared once. */
export interface Goods {
  readonly packOf: ReadonlyMap<string, string>;
  readonly words: ReadonlySet<string>;
  readonly places: readonly Place[];
  /** Every price that one of them is ordered at. */
  readonly prices: readonly Pricing[];
}

const LEAST_ALIKE = 34;
/** Goods that are called so much less alike than the most alike are not looked at. */
const MUCH_LESS = 30;

/** What is open, read once for all lines of a bill. */
export interface OpenGoods {
  /** In their order. */
  readonly places: readonly Place[];
  /** What is called by one of these numbers. */
  readonly named: (names: readonly string[], words: readonly string[]) => readonly Likely[];
  /** What is called much alike, but for these. */
  readonly alike: (words: readonly string[], but: readonly Likely[]) => readonly Likely[];
}

/** Reads what is open; goods are found by what they are called. */
export function indexGoods(open: readonly OpenLine[]): OpenGoods {
  const all = groupGoods(open);
  const byName = new Map<string, number[]>();
  const byWord = new Map<string, number[]>();
  const places: Place[] = [];
  all.forEach((goods, at) => {
    for (const place of goods.places) places[place.at] = place;
    for (const name of goods.packOf.keys()) addTo(byName, name, at);
    for (const word of goods.words) addTo(byWord, word, at);
  });
  const parts = (common: number, words: readonly string[], goods: Goods): number =>
    Math.trunc((200 * common) / Math.max(1, words.length + goods.words.size));
  const named: OpenGoods['named'] = (names, words) => {
    const namedAs = new Map<number, string>();
    for (const name of names.map(goodsNumber).filter(Boolean))
      for (const at of byName.get(name) ?? []) if (!namedAs.has(at)) namedAs.set(at, name);
    return [...namedAs].map(([at, name]) => {
      const goods = all[at] as Goods;
      const common = words.filter((word) => goods.words.has(word)).length;
      return { goods, named: { pack: goods.packOf.get(name) ?? '' }, alike: parts(common, words, goods) };
    });
  };
  // How many words each shares with the line that is looked at: set back for the next one.
  const common = new Uint32Array(all.length);
  const alike: OpenGoods['alike'] = (words, but) => {
    const without = new Set(but.map(({ goods }) => goods));
    const touched: number[] = [];
    for (const word of words)
      for (const at of byWord.get(word) ?? []) {
        if (common[at] === 0) touched.push(at);
        common[at] = (common[at] ?? 0) + 1;
      }
    const found = touched.map((at): Likely => {
      const goods = all[at] as Goods;
      return { goods, named: undefined, alike: parts(common[at] ?? 0, words, goods) };
    });
    for (const at of touched) common[at] = 0;
    const least = found.reduce((most, one) => Math.max(most, one.alike - MUCH_LESS), LEAST_ALIKE);
    return found.filter((one) => one.alike >= least && !without.has(one.goods));
  };
  return { places, named, alike };
}

function groupGoods(open: readonly OpenLine[]): Goods[] {
  const groups = new Map<string, number[]>();
  open.forEach(({ item }, at) => addTo(groups, item, at));
  // Many lines are of one order, one slip, one shipment.
  const [order, slip] = [remembered(orderNumber), remembered(folded)];
  return [...groups.values()].map((lines) => {
    const places: Place[] = [];
    const prices: Pricing[] = [];
    const { names = [], description = '' } = open[lines[0] ?? 0] ?? {};
    const packOf = new Map(
      names.map(({ name, pack }) => [goodsNumber(name), pack] as const).filter(([name]) => name !== ''),
    );
    const goods: Goods = { places, prices, packOf, words: new Set(wordsOf(description)) };
    for (const at of lines) {
      const line = open[at] as OpenLine;
      const known = prices.findIndex(
        (one) => one.price === line.price && one.per === line.per && one.discount === line.discount,
      );
      const priced = known < 0 ? prices.push(line) - 1 : known;
      places.push({
        line,
        at,
        order: order(line.order),
        slips: [slip(line.slip), slip(line.shipment)],
        goods,
        priced,
      });
    }
    return goods;
  });
}

function remembered(read: (text: string) => string): (text: string) => string {
  const known = new Map<string, string>();
  return (text) => {
    const found = known.get(text) ?? read(text);
    known.set(text, found);
    return found;
  };
}

function addTo(map: Map<string, number[]>, key: string, at: number): void {
  const there = map.get(key);
  if (there) there.push(at);
  else map.set(key, [at]);
}
