import type { OpenLine } from './propose.ts';

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

/** An open line as it is compared: where it stands among all, and its numbers folded. */
export interface Place {
  readonly line: OpenLine;
  readonly at: number;
  readonly order: string;
  readonly slips: readonly string[];
}

/** The order of PO-1012, version 2, is PO-1012. */
export const orderNumber = (text: string): string => folded(text.replace(/\/\d+$/, ''));

/** An open line that may be of the goods that a bill names. */
export interface Likely {
  readonly place: Place;
  /** Called by a number that they have, and the pack that the number is of. */
  readonly named: { readonly pack: string } | undefined;
  /** How much of the words they share, in parts of a hundred. */
  readonly alike: number;
}

/** Open lines of the same goods, so that what they are called is compared once. */
interface Goods {
  readonly packOf: ReadonlyMap<string, string>;
  readonly words: ReadonlySet<string>;
  readonly places: readonly Place[];
}

const LEAST_ALIKE = 34;
/** Goods that are called so much less alike than the most alike are not looked at. */
const MUCH_LESS = 30;

/** Reads what is open once, for all lines of a bill; gives the lines that may be of goods called so. */
export function indexGoods(open: readonly OpenLine[]): (names: readonly string[], description: string) => readonly Likely[] {
  const byName = new Map<string, Set<Goods>>();
  const byWord = new Map<string, Set<Goods>>();
  for (const goods of groupGoods(open)) {
    for (const name of goods.packOf.keys()) addTo(byName, name, goods);
    for (const word of goods.words) addTo(byWord, word, goods);
  }
  return (names, description) => {
    const called = names.map(folded).filter(Boolean);
    const words = wordsOf(description);
    const shared = new Map<Goods, number>();
    for (const name of called) for (const goods of byName.get(name) ?? []) shared.set(goods, 0);
    for (const word of words) for (const goods of byWord.get(word) ?? []) shared.set(goods, (shared.get(goods) ?? 0) + 1);
    const found = [...shared].map(([goods, count]) => {
      const name = called.find((one) => goods.packOf.has(one));
      const named = name === undefined ? undefined : { pack: goods.packOf.get(name) ?? '' };
      return { goods, named, alike: Math.trunc((200 * count) / Math.max(1, words.length + goods.words.size)) };
    });
    const least = found.reduce((most, { alike }) => Math.max(most, alike - MUCH_LESS), LEAST_ALIKE);
    return found
      .filter(({ named, alike }) => named || alike >= least)
      .flatMap(({ goods, named, alike }) => goods.places.map((place) => ({ place, named, alike })));
  };
}

function groupGoods(open: readonly OpenLine[]): Goods[] {
  const groups = new Map<string, Place[]>();
  // Many lines are of one order, one slip, one transport.
  const [order, slip] = [remembered(orderNumber), remembered(folded)];
  open.forEach((line, at) => {
    const place = { line, at, order: order(line.order), slips: [slip(line.slip), slip(line.transport)] };
    const group = groups.get(line.item);
    if (group) group.push(place);
    else groups.set(line.item, [place]);
  });
  return [...groups.values()].map((places) => ({
    places,
    words: new Set(wordsOf(places[0]?.line.description ?? '')),
    packOf: new Map((places[0]?.line.names ?? []).map(({ name, pack }) => [folded(name), pack] as const).filter(([name]) => name !== '')),
  }));
}

function remembered(read: (text: string) => string): (text: string) => string {
  const known = new Map<string, string>();
  return (text) => {
    const found = known.get(text) ?? read(text);
    known.set(text, found);
    return found;
  };
}

function addTo<Value>(map: Map<string, Set<Value>>, key: string, value: Value): void {
  const there = map.get(key);
  if (there) there.add(value);
  else map.set(key, new Set([value]));
}
