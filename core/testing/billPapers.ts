import {
  lineAmount,
  NO_DISCOUNT,
  ONE_UNIT,
  price,
  quantity,
  type DocumentAmount,
  type Price,
  type Pricing,
  type Quantity,
} from '../exact/amounts.ts';

/** What was received and is not billed, for making bills of it. */
export interface Received extends Pricing {
  readonly line: `${string}/${string}`;
  readonly item: string;
  readonly order: string;
  readonly slip: string;
  readonly shipment: string;
  readonly names: readonly { readonly name: string; readonly pack: string }[];
  readonly description: string;
  readonly unit: string;
  readonly packs: readonly { readonly unit: string; readonly size: Quantity }[];
  readonly quantity: Quantity;
  readonly date: string;
}

/** A line of a made bill, and how much of which received lines it is truly for. */
export interface MadeLine {
  readonly text: {
    readonly order: string;
    readonly slip: string;
    readonly names: readonly string[];
    readonly description: string;
    readonly quantity: Quantity;
    readonly unit: string;
    readonly price: Price;
    readonly per: Quantity;
    readonly amount: DocumentAmount;
  };
  readonly truly: ReadonlyMap<string, bigint>;
}

/** Numbers that look like chance and are the same for the same seed (a linear congruence of 32 bits). */
export function chance(seed: number): {
  readonly below: (limit: number) => number;
  readonly happens: (percent: number) => boolean;
} {
  let state = seed >>> 0;
  const next = (): number => (state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32;
  const below = (limit: number): number => Math.floor(next() * limit);
  return { below, happens: (percent) => below(100) < percent };
}

const THINGS = [
  'yarn',
  'wool',
  'shuttle',
  'reed',
  'dye',
  'bobbin',
  'heddle',
  'warp beam',
  'needle',
  'hoop',
  'felt',
  'mordant',
  'spindle',
  'carder',
  'thread',
];
const KINDS = [
  'indigo',
  'madder',
  'natural',
  'bleached',
  'fine',
  'coarse',
  'beech',
  'steel',
  'silk',
  'worsted',
  'combed',
  'raw',
  'walnut',
  'ash',
];
const SIZES = ['2/16', '10 cm', '25 cm', '500 g', '1 kg', 'no. 4', 'no. 8', '60 dents', '90 dents', 'short', 'long'];

/** Goods of one vendor, received over some weeks on orders of several lines each. */
export function makeReceived(count: number, seed: number): Received[] {
  const { below, happens } = chance(seed);
  const goods = Array.from({ length: Math.max(8, Math.ceil(count / 12)) }, (_, at) => {
    const pick = (words: readonly string[]): string => words[below(words.length)] ?? '';
    const packs = happens(40) ? [{ unit: 'box', size: quantity(BigInt(5 + below(20)) * ONE_UNIT) }] : [];
    return {
      at,
      packs,
      description: `${pick(KINDS)} ${pick(THINGS)} ${pick(SIZES)} ${100 + at}`,
      cents: BigInt(150 + below(90_000)),
      known: happens(70),
    };
  });
  return Array.from({ length: count }, (_, at) => {
    const own = goods[below(goods.length)] as (typeof goods)[number];
    const order = Math.floor(at / 5);
    const boxed = own.packs.length > 0 && happens(50) ? own.packs[0] : undefined;
    const dearer = happens(15) ? 1n + BigInt(below(5)) : 0n;
    const one = own.cents + (own.cents * dearer) / 100n;
    return {
      line: `${9000 + order}/${(at % 5) + 1}` as const,
      item: `I${own.at}`,
      order: `PO-${1000 + order}`,
      slip: `PS${7000 + order}`,
      shipment: `T-${300 + Math.floor(order / 4)}`,
      names: [
        { name: `TX-${100 + own.at}`, pack: '' },
        ...(own.known ? [{ name: `VN ${5000 + own.at}`, pack: '' }] : []),
      ],
      description: own.description,
      unit: 'each',
      packs: own.packs,
      discount: NO_DISCOUNT,
      quantity: quantity(BigInt(1 + below(40)) * (boxed?.size ?? ONE_UNIT)),
      // A box costs what its pieces cost.
      ...(boxed
        ? { price: price((one * 10_000n * boxed.size) / ONE_UNIT), per: boxed.size }
        : { price: price(one * 10_000n), per: ONE_UNIT }),
      date: `2026-0${1 + (order % 9)}-${String(10 + (order % 18))}`,
    };
  });
}

const NOISE = {
  noOrder: 20,
  wrongOrder: 10,
  otherWords: 30,
  mergedOrSplit: 15,
  part: 20,
  otherPrice: 15,
  noNumber: 40,
} as const;

/** A bill of `count` lines for goods among those received, as vendors write them: with orders left out or wrong, words of their own, lines put together or taken apart. */
export function makeBill(received: readonly Received[], count: number, seed: number): MadeLine[] {
  const { below, happens } = chance(seed);
  const left = [...received];
  const take = (): Received | undefined => left.splice(below(left.length), 1)[0];
  const lines: MadeLine[] = [];
  while (lines.length < count) {
    const from = take();
    if (!from) break;
    const units =
      happens(NOISE.part) && from.quantity > from.per
        ? from.per * ((from.quantity / from.per + 1n) / 2n)
        : from.quantity;
    const boxes = from.per !== ONE_UNIT;
    const factor = happens(NOISE.otherPrice) ? 100n + BigInt(1 + below(6)) : 100n;
    const order = happens(NOISE.noOrder) ? '' : happens(NOISE.wrongOrder) ? `PO-${1000 + below(400)}` : from.order;
    const number = happens(NOISE.noNumber) ? [] : [from.names.at(-1)?.name ?? ''];
    const said = (truly: ReadonlyMap<string, bigint>, inStock: bigint): MadeLine => {
      const asked = {
        quantity: quantity(boxes ? (inStock * ONE_UNIT) / from.per : inStock),
        price: price((from.price * factor) / 100n),
        per: ONE_UNIT,
      };
      return {
        truly,
        text: {
          order,
          slip: happens(30) ? from.slip : '',
          names: number,
          ...asked,
          unit: boxes ? 'box' : '',
          description: happens(NOISE.otherWords) ? otherWords(from.description, below) : from.description,
          amount: lineAmount(asked.quantity, { ...asked, discount: NO_DISCOUNT }, 'USD'),
        },
      };
    };
    if (happens(NOISE.mergedOrSplit) && units >= 2n * from.per) {
      const first = from.per * (units / from.per / 2n);
      lines.push(
        said(new Map([[from.line, first]]), first),
        said(new Map([[from.line, units - first]]), units - first),
      );
      continue;
    }
    const twin = happens(NOISE.mergedOrSplit)
      ? left.findIndex((other) => other.item === from.item && other.price === from.price && other.per === from.per)
      : -1;
    const [other] = twin < 0 ? [] : left.splice(twin, 1);
    if (other)
      lines.push(
        said(
          new Map([
            [from.line, from.quantity as bigint],
            [other.line, other.quantity as bigint],
          ]),
          from.quantity + other.quantity,
        ),
      );
    else lines.push(said(new Map([[from.line, units as bigint]]), units));
  }
  return lines.slice(0, count);
}

/** The same goods in the vendor's words: in another order, one left out, one of its own put in. */
function otherWords(description: string, below: (limit: number) => number): string {
  const words = description.split(' ');
  words.splice(below(words.length - 1), 1);
  return ['Art.', ...words.reverse()].join(' ').toUpperCase();
}
