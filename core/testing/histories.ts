import fc from 'fast-check';
import { lotsLeft, openOf, type Source } from '../costing/taking.ts';
import { type CostingMethod, documentOf, endOf, type LotPart } from '../costing/pool.ts';
import {
  base,
  documentAmount,
  fraction,
  NO_DISCOUNT,
  price,
  priceOrThrow,
  quantity,
  rateOrThrow,
} from '../exact/amounts.ts';
import { addDays, type Day, endOfMonth, laterOf } from '../exact/calendar.ts';
import { dayAfter } from '../periods/period.ts';
import { companyOf, type Recognition } from '../state/company.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import type { Command } from '../posting/kinds.ts';
import { asAskedBefore } from '../purchasing/order/inPlace.ts';
import { openToReceive } from '../purchasing/order/openOfLine.ts';
import { openToPutAway } from '../purchasing/putAway.ts';
import { unbilledOf } from '../state/billedAmounts.ts';
import type { Bookkeeper } from './bookkeeper.ts';
import { documentsIn, item } from './make.ts';

/**
 * Random histories. A history is a list of choices; each is read against the books as they are, so that it cites lines that
 * are there. What the rules refuse is left out and counted.
 */
export interface Setting {
  readonly methods: readonly [CostingMethod, CostingMethod, CostingMethod];
  readonly recognition: Recognition;
  readonly currency: 'USD' | 'JPY' | 'KWD';
  /** Prices are this many times as high, so that amounts go beyond 2^53 minor units. */
  readonly scale: bigint;
}

export interface Choice {
  readonly move: Move;
  readonly pick: number;
  readonly other: number;
  readonly units: bigint;
  readonly cents: bigint;
  /** By how many days it is dated behind the day that it is entered on. */
  readonly back: number;
}

export const MOVES = [
  'order',
  'change order',
  'close order',
  'receive',
  'put away',
  'bill',
  'bill ahead',
  'charge',
  'return',
  'credit',
  'close claim',
  'deliver',
  'invoice',
  'give back',
  'transfer',
  'send',
  'arrive',
  'assemble',
  'assemble of kits',
  'count',
  'new standard',
  'write down',
  'close estimate',
  'pay',
  'reverse',
] as const;
/** With the closing of periods and their opening, for books whose accounts nobody works out from the lines alone. */
export const MOVES_WITH_PERIODS = [...MOVES, 'close or open', 'prepay', 'customs'] as const;
export type Move = (typeof MOVES_WITH_PERIODS)[number];

const METHODS: readonly CostingMethod[] = ['fifo', 'average', 'standard', 'lot'];
const method = fc.constantFrom(...METHODS);

export const settings: fc.Arbitrary<Setting> = fc.record({
  methods: fc.tuple(method, method, method),
  recognition: fc.constantFrom<Recognition>('on-sale', 'on-sale', 'on-purchase'),
  currency: fc.constantFrom('USD', 'JPY', 'KWD'),
  scale: fc.constantFrom(1n, 1n, 1n, 10n ** 10n),
});

/** Receipts come often enough that there is something to deliver. */
const moveOf = (moves: readonly Move[]) =>
  fc.oneof(
    {
      weight: 4,
      arbitrary: fc.constantFrom<Move>(
        'order',
        'receive',
        'receive',
        'receive',
        'bill',
        'charge',
        'assemble',
        'deliver',
        'invoice',
      ),
    },
    { weight: 4, arbitrary: fc.constantFrom<Move>(...moves) },
  );

export const choices = (most: number, moves: readonly Move[] = MOVES): fc.Arbitrary<Choice[]> =>
  fc.array(
    fc.record({
      move: moveOf(moves),
      pick: fc.nat(60),
      other: fc.nat(60),
      units: fc.bigInt(1n, 40n),
      cents: fc.bigInt(0n, 999n),
      back: fc.constantFrom(0, 0, 0, 0, 1, 2, 6),
    }),
    { minLength: Math.floor(most / 2), maxLength: most },
  );

const YARN = 'YARN';
const KIT = 'KIT';
const SET = 'SET';
const WAREHOUSES = ['main', 'overflow'] as const;
const UNIT = 1_000_000n;

export function openingBooks({ methods, recognition, currency, scale }: Setting): Books {
  const kept = (id: string, at: 0 | 1 | 2): [string, Item] => [
    id,
    item(
      id,
      methods[at],
      methods[at] === 'standard' ? { standards: [{ line: '', date: '', standard: price(5_000_000n * scale) }] } : {},
    ),
  ];
  const company = companyOf({
    currency,
    recognition,
    firstOpenDay: '2026-01-01',
    checkpointEvery: 3,
    carriesCustomsDebt: true,
  });
  const rates = new Map([
    [
      'EUR',
      [
        { from: '2026-01-01', rate: rateOrThrow('1.0837') },
        { from: '2026-03-15', rate: rateOrThrow('1.1021') },
      ],
    ],
  ]);
  return {
    ...emptyBooks(company),
    items: new Map([kept(YARN, 0), kept(KIT, 1), kept(SET, 2)]),
    rates,
    bankAccounts: new Map([
      ['main', { currency, nextCheck: undefined }],
      ['euro', { currency: 'EUR', nextCheck: undefined }],
    ]),
    bins: new Map(WAREHOUSES.map((id) => [id, new Map([['A-1', 'shelf']])])),
  };
}

/** The command that a choice stands for, where the books have something for it. */
export function commandFor(books: Books, choice: Choice, { scale }: Setting): Command | undefined {
  // Two documents are entered on a day.
  const entered = addDays('2026-03-08', Math.floor(documentsIn(books) / 2) - choice.back);
  const date: Day = laterOf(entered, books.company.firstOpenDay);
  const reading: Reading = { books, choice, date, scale, warehouse: WAREHOUSES[choice.other % 2] ?? 'main' };
  return READ[choice.move](reading);
}

interface Reading {
  readonly books: Books;
  readonly choice: Choice;
  readonly date: Day;
  readonly scale: bigint;
  readonly warehouse: (typeof WAREHOUSES)[number];
}

type Read = (reading: Reading) => Command | undefined;

const pickOf = <Value>(values: Iterable<Value>, at: number): Value | undefined => {
  const list = [...values];
  return list.length === 0 ? undefined : list[at % list.length];
};
const atMost = (units: bigint, open: bigint) => quantity(units * UNIT < open ? units * UNIT : open);
const unitPrice = ({ choice, scale }: Reading) => price((200n + choice.cents) * 10_000n * scale);

/** Papers are mostly in their order's currency; some in another, at the day's cross rate or at one that was agreed. */
function billedIn({ books, choice }: Reading, ordered: string) {
  if (choice.pick % 6 !== 5) return { currency: ordered };
  const home = books.company.currency;
  const agreed = { currency: ordered, rate: rateOrThrow(ordered === home ? '1.0951' : '0.9132') };
  return { currency: ordered === home ? 'EUR' : home, ...(choice.other % 2 === 0 ? { agreedRates: [agreed] } : {}) };
}

/** Goods by lot are put into one of two lots; what goes out is taken from what is there. */
function lotsIn(books: Books, id: string, units: bigint, at: number): LotPart[] {
  if (books.items.get(id)?.tracking !== 'lot') return [];
  return [{ lot: at % 2 === 0 ? 'A' : 'B', quantity: quantity(units) }];
}

function lotsOut(books: Books, pool: string, units: bigint): LotPart[] {
  const held = books.pools.get(pool);
  if (held?.method !== 'lot') return [];
  const byLot = new Map<string, bigint>();
  for (const layer of endOf(held).layers) byLot.set(layer.lot, (byLot.get(layer.lot) ?? 0n) + layer.quantity);
  return takenOf(byLot, units);
}

/** Of goods by lot, those come back or arrive that went. */
const lotsBack = (source: Source, units: bigint): LotPart[] =>
  takenOf(new Map(lotsLeft(source).map((part) => [part.lot, part.quantity])), units);

function takenOf(there: ReadonlyMap<string, bigint>, units: bigint): LotPart[] {
  let wanted = units;
  return [...there].flatMap(([lot, held]) => {
    const part = wanted < held ? wanted : held;
    wanted -= part;
    return part > 0n ? [{ lot, quantity: quantity(part) }] : [];
  });
}

const onHand = (books: Books, pool: string): bigint => {
  const held = books.pools.get(pool);
  return held ? endOf(held).quantity : 0n;
};

const heldPool = (books: Books, at: number) =>
  pickOf(
    [...books.pools.values()].filter((pool) => endOf(pool).quantity > 0n),
    at,
  );

/** Now and then a bill asks for something that is not accepted. */
const disputedIn = ({ other, cents }: Choice) =>
  other % 6 === 1
    ? [{ said: 'wrapping', amount: documentAmount(cents + 1n), decision: 'credit' as const, reason: 'not ordered' }]
    : [];

const READ: Readonly<Record<Move, Read>> = {
  order: (reading) => {
    const { books, choice, date, scale } = reading;
    // What comes in place of goods that went back may be ordered anew.
    const open = pickOf(
      [...books.orderLines.values()].filter(({ reopened }) => reopened.length > 0),
      choice.pick,
    );
    const [again] = open?.reopened ?? [];
    if (open && again && choice.other % 4 === 1) {
      const line = asAskedBefore(open, books.items.get(open.bought.item ?? ''), again.quantity);
      const { vendor, currency } = open;
      return {
        kind: 'order',
        vendor,
        currency,
        date: laterOf(date, again.date),
        lines: [{ ...line, replaces: again.line }],
      };
    }
    const currency = choice.pick % 3 === 0 ? 'EUR' : reading.books.company.currency;
    const estimates =
      choice.other % 3 === 0
        ? [
            { kind: 'freight', by: 'unit' as const, amount: price(125_000n * scale) },
            { kind: 'insurance', by: 'percent' as const, percent: fraction(21_000n) },
          ]
        : [];
    const goods = {
      bought: { item: YARN },
      quantity: quantity(choice.units * 2n * UNIT),
      price: unitPrice(reading),
      estimates,
    };
    return { kind: 'order', vendor: 'V', currency, date, lines: [{ ...goods, discount: NO_DISCOUNT, due: undefined }] };
  },
  'change order': (reading) => {
    const { books, choice, date } = reading;
    const line = pickOf(books.orderLines.values(), choice.pick);
    if (!line) return undefined;
    const order = documentOf(line.id);
    const asked = {
      quantity: quantity(choice.units * 2n * UNIT),
      price: unitPrice(reading),
      discount: NO_DISCOUNT,
      due: undefined,
    };
    const changed =
      choice.other % 4 === 0 ? { of: undefined, bought: { item: YARN } } : { of: line.id, bought: undefined };
    const seen = books.orders.get(order)?.versions.length ?? 1;
    return {
      kind: 'order-change',
      of: order,
      seen,
      by: 'B',
      date: laterOf(date, line.date),
      reason: 'asked for otherwise',
      lines: [{ ...changed, ...asked }],
    };
  },
  'close order': ({ books, choice, date }) => {
    const open = [...books.orderLines.values()].filter((line) => openToReceive(line) > 0n);
    const line = pickOf(open, choice.pick);
    if (!line) return undefined;
    const lines = choice.other % 2 === 0 ? [] : [{ of: line.id }];
    return {
      kind: 'order-closing',
      of: documentOf(line.id),
      date: laterOf(date, line.date),
      reason: 'no more comes',
      lines,
    };
  },
  receive: (reading) => {
    const { books, choice, date, warehouse } = reading;
    const open = [...books.orderLines.values()].filter((line) => openToReceive(line) > 0n);
    const line = pickOf(open, choice.pick);
    if (!line) return READ.order(reading);
    const units = atMost(choice.units, openToReceive(line));
    const corrected = choice.other % 7 === 3 ? { price: unitPrice(reading), reason: 'as on the slip' } : undefined;
    const received = { of: line.id, quantity: units, lots: lotsIn(books, YARN, units, choice.other), corrected };
    return { kind: 'receipt', vendor: 'V', date: laterOf(date, line.date), warehouse, lines: [received] };
  },
  'put away': ({ books, choice, date }) => {
    const open = [...books.receiptLines.values()].filter((line) => line.pool !== undefined && openToPutAway(line) > 0n);
    const line = pickOf(open, choice.pick);
    if (!line) return undefined;
    return {
      kind: 'put-away',
      date: laterOf(date, line.date),
      lines: [{ of: line.id, quantity: atMost(choice.units, openToPutAway(line)), bin: 'A-1' }],
    };
  },
  bill: (reading) => {
    const { books, choice, date } = reading;
    const open = [...books.receiptLines.values()].filter((line) => unbilledOf(line) > 0n);
    const line = pickOf(open, choice.pick);
    if (!line) return undefined;
    const difference = (['cost', 'cost', 'variance', 'credit'] as const)[choice.other % 4] ?? 'cost';
    const billed = {
      of: line.id,
      quantity: atMost(choice.units, unbilledOf(line)),
      price: unitPrice(reading),
      discount: NO_DISCOUNT,
      difference,
    };
    const tax =
      choice.other % 5 === 0
        ? [{ amount: documentAmount(choice.cents), recoverable: choice.other % 2 === 0, lines: undefined }]
        : [];
    return {
      kind: 'bill',
      vendor: 'V',
      reference: String(books.nextDocument),
      ...billedIn(reading, line.currency),
      date,
      lines: [billed],
      charges: [],
      tax,
      disputed: disputedIn(choice),
    };
  },
  'bill ahead': (reading) => {
    const { books, choice, date } = reading;
    const line = pickOf(
      [...books.orderLines.values()].filter((ordered) => openToReceive(ordered) > 0n),
      choice.pick,
    );
    if (!line) return undefined;
    const difference = (['cost', 'variance', 'credit'] as const)[choice.other % 3] ?? 'cost';
    const common = { price: unitPrice(reading), discount: NO_DISCOUNT, difference };
    const billed = {
      ...common,
      of: line.id,
      quantity: atMost(choice.units, openToReceive(line)),
      wait: choice.other % 5 === 2,
    };
    // Often with all of it that is here: one bill for what came and what is to come.
    const here = line.receipts
      .flatMap(({ line: id }) => books.receiptLines.get(id) ?? [])
      .filter((received) => unbilledOf(received) > 0n);
    const lines =
      choice.other % 2 === 0
        ? []
        : here.map((received) => ({ ...common, of: received.id, quantity: unbilledOf(received) }));
    return {
      kind: 'bill',
      vendor: 'V',
      reference: String(books.nextDocument),
      ...billedIn(reading, line.currency),
      date,
      lines: [...lines, billed],
      charges: [],
    };
  },
  charge: ({ books, choice, date, scale }) => {
    const charge = pickOf(
      [...books.charges.values()].filter((known) => known.allocated.length === 0),
      choice.pick,
    );
    const to = [...books.receiptLines.keys(), ...books.stockLines.keys()].filter(
      (_, at) => (at + choice.other) % 2 === 0,
    );
    if (charge === undefined || choice.pick % 3 === 0 || to.length === 0) {
      const amount = documentAmount((choice.cents + 1n) * scale);
      const charges = [{ kind: choice.other % 2 === 0 ? 'freight' : 'insurance', amount }];
      return {
        kind: 'bill',
        vendor: 'C',
        reference: String(books.nextDocument),
        currency: books.company.currency,
        date,
        lines: [],
        charges,
      };
    }
    const basis = (['quantity', 'value', 'equal', 'weight'] as const)[choice.other % 4] ?? 'equal';
    const charges = [{ of: charge.id, basis, amount: undefined, fixed: [] }];
    return { kind: 'allocation', date: laterOf(date, charge.date), to, charges, more: choice.other % 3 === 1 };
  },
  return: ({ books, choice, date }) => {
    const line = pickOf(books.receiptLines.values(), choice.pick);
    if (!line?.pool) return undefined;
    const gone = line.returns.reduce((sum, part) => sum + part.unbilled + part.billed, 0n);
    const units = atMost(choice.units, line.quantity - gone);
    const lots = line.lots.map(({ lot }) => ({ lot, quantity: units }));
    const back = {
      of: line.id,
      quantity: units,
      lots,
      replace: choice.other % 4 === 0,
      confirmed: choice.other % 2 === 0,
    };
    return { kind: 'return', vendor: 'V', date: laterOf(date, line.date), lines: [back] };
  },
  credit: (reading) => {
    const { books, choice, date } = reading;
    const line = pickOf(books.creditable.values(), choice.pick);
    if (!line) return undefined;
    const common = {
      kind: 'credit' as const,
      vendor: line.vendor,
      reference: String(books.nextDocument),
      currency: line.currency,
      date: laterOf(date, line.date),
    };
    if (line.kind === 'return')
      return {
        ...common,
        ...billedIn(reading, line.currency),
        lines: [{ of: line.id, quantity: atMost(choice.units, line.quantity), price: unitPrice(reading) }],
      };
    const to = (['cost', 'variance', 'expected'] as const)[choice.other % 3] ?? 'cost';
    return { ...common, lines: [{ of: line.id, amount: documentAmount(choice.cents), to }] };
  },
  'close claim': (reading) => {
    const { books, choice, date } = reading;
    const claims = [...books.creditable.values()].filter(
      ({ kind, expected }) => kind === 'return' || expected.amount > 0n,
    );
    const claim = pickOf(claims, choice.pick);
    if (!claim) return undefined;
    const common = {
      kind: 'claim-closing' as const,
      vendor: claim.vendor,
      currency: claim.currency,
      date: laterOf(date, claim.date),
      reason: 'no more comes',
    };
    const to = choice.other % 2 === 0 ? ('cost' as const) : ('variance' as const);
    // Nothing, all or a part of it comes in money.
    const received = documentAmount((choice.cents * BigInt(choice.other % 3)) / 2n);
    if (claim.kind === 'return')
      return { ...common, lines: [{ of: claim.id, quantity: atMost(choice.units, claim.quantity), received, to }] };
    return { ...common, lines: [{ of: claim.id, amount: documentAmount(choice.cents), received, to }] };
  },
  deliver: ({ books, choice, date }) => {
    const pool = heldPool(books, choice.pick);
    if (!pool) return undefined;
    const units = atMost(choice.units, endOf(pool).quantity);
    const line = { item: pool.item, quantity: units, lots: lotsOut(books, pool.id, units) };
    return { kind: 'delivery', customer: 'S', date, warehouse: pool.warehouse, lines: [line] };
  },
  invoice: ({ books, choice, date }) => {
    const source = pickOf(
      [...books.sources.values()].filter((known) => known.purpose === 'delivered' && openOf(known).untaken > 0n),
      choice.pick,
    );
    if (!source) return undefined;
    const line = { of: source.line, quantity: atMost(choice.units, openOf(source).untaken), price: priceOrThrow('9') };
    return { kind: 'invoice', customer: 'S', date: laterOf(date, source.date), lines: [line] };
  },
  'give back': ({ books, choice, date, warehouse }) => {
    const source = pickOf(
      [...books.sources.values()].filter((known) => known.purpose === 'delivered'),
      choice.pick,
    );
    if (!source) return undefined;
    const { untaken, invoiced } = openOf(source);
    const units = atMost(choice.units, untaken + invoiced);
    const line = { of: source.line, quantity: units, price: priceOrThrow('9'), lots: lotsBack(source, units) };
    const day = laterOf(date, source.date, ...source.takings.map((taking) => taking.date));
    return { kind: 'customer-return', customer: 'S', date: day, warehouse, lines: [line] };
  },
  transfer: (reading) => transferOf(reading, false),
  send: (reading) => transferOf(reading, true),
  arrive: ({ books, choice, date }) => {
    const source = pickOf(
      [...books.sources.values()].filter((known) => known.purpose === 'moved' && openOf(known).untaken > 0n),
      choice.pick,
    );
    if (!source) return undefined;
    const units = atMost(choice.units, openOf(source).untaken);
    const lost = quantity(choice.other % 4 === 0 ? openOf(source).untaken - units : 0n);
    const line = { of: source.line, quantity: units, lost, lots: lotsBack(source, units) };
    return { kind: 'arrival', date: laterOf(date, source.date), lines: [line] };
  },
  assemble: (reading) => assemblyOf(reading, YARN, KIT, 2n),
  'assemble of kits': (reading) => assemblyOf(reading, KIT, SET, 1n),
  count: ({ books, choice, date, warehouse }) => {
    const change = (['found', 'missing', 'scrapped'] as const)[choice.other % 3] ?? 'found';
    const pool = `${YARN}@${warehouse}`;
    const units = change === 'found' ? quantity(choice.units * UNIT) : atMost(choice.units, onHand(books, pool));
    const lots = change === 'found' ? lotsIn(books, YARN, units, choice.other) : lotsOut(books, pool, units);
    return {
      kind: 'count',
      date,
      warehouse,
      reason: 'counted',
      lines: [{ item: YARN, change, quantity: units, lots }],
    };
  },
  'new standard': ({ books, choice, date, scale }) => {
    const id = pickOf(
      [YARN, KIT, SET].filter((known) => books.items.get(known)?.method === 'standard'),
      choice.pick,
    );
    return id === undefined
      ? undefined
      : { kind: 'standard', date, lines: [{ item: id, standard: price((300n + choice.cents) * 10_000n * scale) }] };
  },
  'write down': ({ choice, date, warehouse, scale }) => ({
    kind: 'write-down',
    date,
    warehouse,
    lines: [{ item: [YARN, KIT][choice.pick % 2] ?? YARN, netRealisable: price(choice.cents * 10_000n * scale) }],
  }),
  'close estimate': ({ books, choice, date }) => {
    const line = pickOf(
      [...books.receiptLines.values()].filter((known) => known.estimates.length > 0),
      choice.pick,
    );
    if (!line) return undefined;
    return {
      kind: 'estimate-closing',
      date: laterOf(date, line.date),
      reason: 'no bill',
      lines: [{ of: line.id, charge: 'freight' }],
    };
  },
  pay: ({ books, choice, date }) => {
    const payable = pickOf(books.payables.values(), choice.pick);
    if (!payable || payable.amount <= 0n) return undefined;
    const open = payable.amount - payable.paid.reduce((sum, part) => sum + part.amount, 0n);
    const amount = documentAmount(open - open / (choice.units + 1n));
    const bill = {
      of: payable.document,
      amount,
      discount: documentAmount((open - amount) / 2n),
      writeOff: documentAmount(0n),
      withheld: documentAmount((open - amount) / 3n),
    };
    const fee = choice.other % 3 === 0 ? documentAmount(choice.cents) : undefined;
    const discountsTo = choice.other % 2 === 0 ? ('goods' as const) : ('income' as const);
    const { vendor, currency } = payable;
    return {
      kind: 'payment',
      vendor,
      currency,
      date: laterOf(date, payable.date),
      account: [undefined, 'main', 'euro'][choice.back % 3],
      from: undefined,
      discountsTo,
      bills: [bill],
      reason: '',
      fee,
    };
  },
  'close or open': ({ books, date }) => {
    const standing = books.closedPeriods.find(({ accruals, takenBack }) => accruals.length > 0 && !takenBack);
    if (!standing) return { kind: 'close', date: endOfMonth(date), period: date.slice(0, 7) };
    const next = dayAfter(standing.period);
    return { kind: 'open', date: next, period: next.slice(0, 7) };
  },
  prepay({ books, choice, date }) {
    const prepaid = pickOf(books.prepayments.values(), choice.pick);
    if (prepaid && choice.other % 4 === 1)
      return {
        kind: 'prepayment-refund',
        vendor: prepaid.vendor,
        currency: prepaid.currency,
        date: laterOf(date, prepaid.date),
        of: prepaid.document,
        amount: documentAmount(choice.cents * 40n + 1n),
      };
    const order = choice.other % 3 === 0 ? undefined : pickOf(books.orders.values(), choice.pick);
    return {
      kind: 'prepayment',
      vendor: order?.vendor ?? 'V',
      currency: order?.currency ?? (choice.other % 2 === 0 ? 'EUR' : 'USD'),
      date: order ? laterOf(date, order.date) : date,
      amount: documentAmount(choice.cents * 100n + 1n),
      order: order?.id,
      refundable: order === undefined && choice.other % 2 === 0,
    };
  },
  /** An entry that carries its debt, now and then a correction that gives some of it back; or the broker's bill that clears some of it. */
  customs: ({ books, choice, date, scale }) => {
    const debts = [...books.payables.values()].filter(({ account, amount }) => account !== 'payables' && amount > 0n);
    const owed = pickOf(debts, choice.pick);
    const figure = (choice.cents + 1n) * scale;
    if (owed && choice.other % 2 === 0) {
      const disbursements = [
        { of: owed.document, amount: documentAmount(figure < owed.amount ? figure : owed.amount) },
      ];
      const header = { vendor: 'C', reference: String(books.nextDocument), currency: owed.currency };
      return { kind: 'bill', ...header, date: laterOf(date, owed.date), lines: [], charges: [], disbursements };
    }
    const corrects = choice.other % 5 === 1 ? pickOf(books.customsEntries.keys(), choice.pick) : undefined;
    const line = { code: '', origin: undefined, preference: undefined, value: undefined };
    const goods = [...books.receiptLines.values()].filter(({ pool }) => pool !== undefined).map(({ id }) => id);
    const duty = base(corrects === undefined ? figure : -figure);
    return {
      kind: 'customs-entry',
      date,
      entered: date,
      reference: String(books.nextDocument),
      vendor: 'C',
      authority: 'Z',
      corrects,
      rates: [],
      lines: [{ ...line, goods: goods.slice(0, 2), duty, importTax: base(choice.units) }],
      charges: choice.other % 3 === 0 ? [{ kind: 'fine', amount: base(scale) }] : [],
    };
  },
  reverse: ({ books, choice, date }) => {
    const facts = pickOf(
      [...books.documents.values()].filter((known) => known.citedBy.length === 0 && known.kind !== 'reversal'),
      choice.pick,
    );
    return facts && { kind: 'reversal', date: laterOf(date, facts.date), of: facts.document, reason: 'a mistake' };
  },
};

function transferOf({ books, choice, date }: Reading, inTransit: boolean): Command | undefined {
  const pool = heldPool(books, choice.pick);
  if (!pool) return undefined;
  const units = atMost(choice.units, endOf(pool).quantity);
  const line = { item: pool.item, quantity: units, lots: lotsOut(books, pool.id, units) };
  return {
    kind: 'transfer',
    date,
    from: pool.warehouse,
    to: pool.warehouse === 'main' ? 'overflow' : 'main',
    inTransit,
    lines: [line],
  };
}

function assemblyOf(
  { books, choice, date, scale }: Reading,
  from: string,
  into: string,
  each: bigint,
): Command | undefined {
  const warehouse = onHand(books, `${from}@main`) > onHand(books, `${from}@overflow`) ? 'main' : 'overflow';
  const pool = `${from}@${warehouse}`;
  const made = onHand(books, pool) / (each * UNIT) < choice.units ? onHand(books, pool) / (each * UNIT) : choice.units;
  if (made <= 0n) return undefined;
  const used = quantity(made * each * UNIT);
  const uses = [{ item: from, quantity: used, lots: lotsOut(books, pool, used) }];
  const makes = { item: into, quantity: quantity(made * UNIT), lots: lotsIn(books, into, made * UNIT, choice.other) };
  const conversion = books.company.currency === 'JPY' ? 0n : choice.cents * scale;
  return { kind: 'assembly', date, warehouse, uses, makes, conversion: base(conversion) };
}

/** How often each kind of document was posted, how often behind another or on its day, and what the rules refused. */
export class Occurrences {
  private readonly counts = new Map<string, number>();

  count(what: string): void {
    this.counts.set(what, (this.counts.get(what) ?? 0) + 1);
  }

  toString(): string {
    return [...this.counts].map(([what, times]) => `${what} ${times}`).join(', ');
  }
}

/** Posts what a choice stands for, if the rules accept it; gives the document's number. */
export function play(
  keeper: Bookkeeper,
  setting: Setting,
  choice: Choice,
  occurrences?: Occurrences,
): string | undefined {
  const command = commandFor(keeper.books, choice, setting);
  const days = [...keeper.books.documents.values()].map(({ date }) => date);
  const number = command && keeper.try(command);
  if (!command || number === undefined) {
    occurrences?.count(command ? 'refused' : 'nothing to do');
    return undefined;
  }
  occurrences?.count(command.kind);
  if (days.some((day) => day > command.date)) occurrences?.count('back-dated');
  if (days.includes(command.date)) occurrences?.count('on a day with others');
  return number;
}
