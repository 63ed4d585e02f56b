import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { BillableView, IncomingBill } from '@obolus/contract/views/bench';
import {
  amountOfLine,
  askedOf,
  compareFigures,
  difference,
  isNegative,
  isZero,
  priceOfBoth,
  sumOfQuantities,
} from '../../parts/exact.ts';
import type { Basis } from '../landing/sheet.ts';
import { type ChargeKind, usualBasis } from '../../parts/chargeKinds.ts';
import type { ChargeRate } from './chargeRates.ts';
import { agreedToSend, otherCurrencies } from './crossRates.ts';
import { type FurtherLine, furtherToSend } from './further.ts';

type Bill = BodyOf<'bill'>;
export type Decision = Bill['lines'][number]['difference'];
export type Disputed = NonNullable<Bill['disputed']>[number];

/** What of the bill is for a received or ordered line. */
export interface BilledLine {
  readonly quantity: string;
  readonly price: string;
  readonly difference: Decision;
  /** Ahead of the goods: paid only when they are here. */
  readonly wait?: boolean;
  readonly reason?: string;
}

type Covers = readonly (readonly { readonly of: string; readonly quantity: string }[])[];

/** The goods of the bill itself, or others by what they are called together: of a shipment, of estimates. */
export type Onto =
  | { readonly what: 'billed' }
  | {
      readonly what: 'goods';
      readonly title: string;
      readonly lines: readonly string[];
      /** The paper names it. */
      readonly named?: boolean;
      /** The customs entry that duty is worked out by. */
      readonly entry?: string;
      /** Of kinds that go onto some of them only: which. */
      readonly only?: Readonly<Record<string, readonly string[]>>;
    };

export interface BillBody extends Omit<
  Bill,
  'lines' | 'charges' | 'expenses' | 'tax' | 'disputed' | 'disbursements' | 'whole' | 'land'
> {
  readonly billed: Readonly<Record<string, BilledLine>>;
  readonly further: readonly FurtherLine[];
  readonly disputed: readonly Disputed[];
  /** What the paper asks for in all, empty where nobody said; why it is other than its parts come to, and why its tax is as it is. */
  readonly asked?: string;
  readonly whyTotal?: string;
  readonly whyTax?: string;
  /** The paper that it was read from, and which lines each line of it is for. */
  readonly paper?: string;
  /** The goods that its charges go onto when it is posted; none while they wait to be allocated. */
  readonly onto?: Onto;
  /** How a kind of charge is shared, where that is not as usual. */
  readonly basisOf?: Readonly<Record<string, Basis>>;
  /** Charges of so much for each of something, by their kind: what they should come to is shown beside what is billed. */
  readonly rates?: Readonly<Record<string, ChargeRate>>;
  readonly covers?: Covers;
}

/** All that is open of a line, at the order's price. */
export const asReceived = (line: BillableView): BilledLine => ({
  quantity: line.open,
  price: line.price,
  difference: 'cost',
});

/** As it would be posted; undefined while there is nothing to say yet. */
export function toCommand(
  {
    billed,
    further,
    disputed,
    paper: _paper,
    covers: _covers,
    onto,
    basisOf,
    rates: _rates,
    asked,
    whyTotal,
    whyTax,
    agreedRates,
    ...header
  }: BillBody,
  lines: readonly BillableView[],
  kinds: readonly ChargeKind[] = [],
): Bill | undefined {
  const cited = lines.flatMap((line): Bill['lines'] => {
    const entry = billed[line.line];
    if (!entry?.quantity) return [];
    const { quantity, price, difference: decision, wait, reason } = entry;
    return [
      {
        of: line.line,
        discount: line.discount,
        quantity,
        price,
        difference: decision,
        ...(line.state === 'service' ? { done: true } : {}),
        ...(wait && line.state === 'ordered' ? { wait } : {}),
        ...(reason ? { reason } : {}),
      },
    ];
  });
  const given = furtherToSend(
    further,
    cited.map(({ of }) => of),
  );
  const nothing = [cited, disputed, ...Object.values(given)].every((list) => list.length === 0);
  if (nothing) return undefined;
  const whole = {
    ...(whyTax ? { tax: { reason: whyTax } } : {}),
    ...(asked ? { total: { asked, ...(whyTotal ? { reason: whyTotal } : {}) } } : {}),
  };
  return {
    ...header,
    ...agreedToSend(agreedRates, otherCurrencies(header.currency, lines, billed)),
    lines: cited,
    ...given,
    ...landed(onto, given.charges, { date: header.date, lines, cited }, kinds, basisOf),
    ...(disputed.length > 0 ? { disputed: [...disputed] } : {}),
    ...(Object.keys(whole).length > 0 ? { whole } : {}),
  };
}

/** What of its charges goes onto goods with it, each kind as it is usually shared; nothing of kinds that are no cost. */
function landed(
  onto: Onto | undefined,
  charges: Bill['charges'],
  { date, lines, cited }: { date: string; lines: readonly BillableView[]; cited: Bill['lines'] },
  kinds: readonly ChargeKind[],
  basisOf: Readonly<Record<string, Basis>> = {},
): Pick<Bill, 'land'> {
  const bases = charges.flatMap(({ kind }, charge) =>
    kinds.some(({ code, isCost }) => code === kind && isCost)
      ? [{ charge, basis: basisOf[kind] ?? usualBasis(kinds, kind), ...limitedTo(onto, kind) }]
      : [],
  );
  const to = onto?.what === 'goods' ? [...onto.lines] : onto === undefined ? [] : hereOf(lines, cited);
  return to.length > 0 && bases.length > 0
    ? { land: { date, to, bases, ...(onto?.what === 'goods' && onto.entry ? { entry: onto.entry } : {}) } }
    : {};
}

function limitedTo(onto: Onto | undefined, kind: string): { limitedTo?: string[] } {
  const only = onto?.what === 'goods' ? onto.only?.[kind] : undefined;
  return only ? { limitedTo: [...only] } : {};
}

/** Of the lines of a bill, the goods that are here: charges can go onto them. */
function hereOf(lines: readonly BillableView[], cited: Bill['lines']): string[] {
  const here = new Set<string>(
    lines.filter(({ state, item }) => state === 'received' && item.id !== '0').map(({ line }) => line),
  );
  return cited.flatMap(({ of }) => (here.has(of) ? [of] : []));
}

export const lineTotal = (body: BillBody, line: BillableView): string | undefined => {
  const billed = body.billed[line.line];
  return billed?.quantity
    ? amountOfLine(billed.quantity, billed.price, line.discount, body.currency, line.per)
    : undefined;
};

/** What is billed on a line beyond what is open of it; undefined where it is not. */
export function beyond(body: BillBody, line: BillableView): string | undefined {
  const billed = body.billed[line.line];
  const gap = billed && difference(billed.quantity, line.open);
  return gap === undefined || isZero(gap) || isNegative(gap) ? undefined : gap;
}

export type Elsewhere = 'receipts' | 'wait' | 'ahead' | 'credit' | 'not-ours';

/** Where what is billed beyond a line may go: other receipts of the same goods, what is to come of its order, or nowhere. */
export function placesFor(line: BillableView, lines: readonly BillableView[]): Elsewhere[] {
  const others = lines.some((other) => isSameGoods(line, other) && other.state === 'received');
  const toCome = lines.some((other) => other.state === 'ordered' && other.orderLine === line.orderLine);
  return [
    ...(others ? (['receipts'] as const) : []),
    ...(toCome ? (['wait', 'ahead'] as const) : []),
    'credit',
    'not-ours',
  ];
}

const isSameGoods = (line: BillableView, other: BillableView): boolean =>
  other.line !== line.line &&
  other.item.id === line.item.id &&
  other.item.id !== '0' &&
  other.currency === line.currency;

/** Splits a line: what is open stays on it, the rest goes where it is said to. */
export function splitOff(
  body: BillBody,
  line: BillableView,
  lines: readonly BillableView[],
  to: Elsewhere,
): Partial<BillBody> {
  const [entry, over] = [body.billed[line.line], beyond(body, line)];
  if (!entry || over === undefined) return {};
  const kept = { ...body.billed, [line.line]: { ...entry, quantity: line.open } };
  if (to === 'credit' || to === 'not-ours') {
    const amount = amountOfLine(over, entry.price, line.discount, body.currency, line.per) ?? '';
    const said = `${line.item.name}, ${over} ${line.item.unit}`.slice(0, 200);
    return { billed: kept, disputed: [...body.disputed, { said, amount, decision: to, reason: '' }] };
  }
  const places =
    to === 'receipts'
      ? lines.filter((other) => other.state === 'received' && isSameGoods(line, other))
      : lines.filter((other) => other.state === 'ordered' && other.orderLine === line.orderLine);
  let left = over;
  let billed: BillBody['billed'] = kept;
  for (const [at, place] of places.entries()) {
    const free = difference(place.open, billed[place.line]?.quantity || '0') ?? '0';
    // The last takes all that is left: what is too much there is said there.
    const takes = at < places.length - 1 && compareFigures(left, free) > 0 ? free : left;
    if (isZero(takes) || isNegative(takes)) continue;
    billed = add(billed, place.line, { quantity: takes, price: entry.price });
    if (to === 'wait') billed = { ...billed, [place.line]: { ...(billed[place.line] as BilledLine), wait: true } };
    left = difference(left, takes) ?? '0';
    if (isZero(left)) break;
  }
  return { billed };
}

/** Adds to what is billed on a line; at two prices, at the one that both make together. */
function add(billed: BillBody['billed'], line: string, part: { quantity: string; price: string }): BillBody['billed'] {
  const before = billed[line];
  if (!before?.quantity) return { ...billed, [line]: { difference: 'cost', ...before, ...part } };
  return {
    ...billed,
    [line]: {
      ...before,
      quantity: sumOfQuantities([before.quantity, part.quantity]),
      price: priceOfBoth(before, part),
    },
  };
}

function take(billed: BillBody['billed'], line: string, quantity: string): BillBody['billed'] {
  const before = billed[line];
  if (!before) return billed;
  const left = difference(before.quantity, quantity);
  if (left === undefined || isZero(left) || isNegative(left))
    return Object.fromEntries(Object.entries(billed).filter(([key]) => key !== line));
  return { ...billed, [line]: { ...before, quantity: left } };
}

/** A line of the paper is for another line than was proposed, or for none (undefined). Undefined where these goods are not counted so. */
export function moveTo(
  body: BillBody,
  covers: Covers,
  at: number,
  paper: IncomingBill['lines'][number],
  to: BillableView | undefined,
): Partial<BillBody> | undefined {
  const without = (covers[at] ?? []).reduce((billed, { of, quantity }) => take(billed, of, quantity), body.billed);
  const asked = to && askedOf(paper, to, body.currency);
  if (to && !asked) return undefined;
  return {
    billed: to && asked ? add(without, to.line, asked) : without,
    covers: covers.map((parts, position) =>
      position !== at ? parts : to && asked ? [{ of: to.line, quantity: asked.quantity }] : [],
    ),
  };
}
