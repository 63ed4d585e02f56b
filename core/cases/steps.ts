import { BASES, type Basis } from '../charges/basis.ts';
import { lineId, type LineId, type LotPart } from '../costing/pool.ts';
import {
  base,
  baseOrThrow,
  documentAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  fraction,
  type Fraction,
  FRACTION_PLACES,
  type Price,
  priceOrThrow,
  quantityOrThrow,
  rateOrThrow,
} from '../exact/amounts.ts';
import type { Dimensions } from '../books/journal.ts';
import { decimalOrThrow } from '../exact/decimal.ts';
import type { Books } from '../state/books.ts';
import type { Bought, Estimate } from '../state/purchasing.ts';
import type { Command, CommandOf } from '../posting/decide.ts';
import { OUTCOMES } from '../purchasing/aside.ts';
import {
  asFields,
  type Fields,
  isTrue,
  listOf,
  NotKnown,
  onlyKeys,
  optionalText,
  textOf,
  textsOf,
} from './caseFile.ts';
import { percentOf } from './setting.ts';

/** Document numbers as the case writes them, and the numbers the books gave. */
export type Numbers = ReadonlyMap<string, { document: string; charges: ReadonlyMap<string, LineId> }>;

/** Cases have one warehouse unless they say otherwise, and name a vendor or a customer only where it matters. */
export const WAREHOUSE = 'main';
const SOMEONE = 'someone';
const ABOUT_THE_STEP = ['on', 'posts', 'shares', 'refused', 'vendor', 'customer'];
const DIMENSIONS = ['department', 'location', 'project'];

/** What a verb reads: its step, the numbers so far, the books before it. */
interface Reading {
  readonly step: Fields;
  readonly numbers: Numbers;
  readonly books: Books;
  readonly date: string;
}

interface Verb {
  readonly keys: readonly string[];
  readonly read: (reading: Reading) => Command;
}

/** The verb of a step and the command that it stands for. Throws `NotKnown` for a verb or a word that the core lacks. */
export function readStep(step: Fields, numbers: Numbers, books: Books): { name: string; command: Command } {
  const word = Object.keys(step).find((key) => Object.hasOwn(VERBS, key)) ?? '';
  const verb = VERBS[word];
  if (!verb)
    throw new NotKnown(
      `the step "${Object.keys(step)
        .filter((key) => !ABOUT_THE_STEP.includes(key))
        .join(', ')}" is not known`,
    );
  onlyKeys(step, [...ABOUT_THE_STEP, word, ...verb.keys], word);
  const name = textOf(step, word);
  return {
    name: word === 'close' || word === 'open' ? `${word} ${name}` : name,
    command: verb.read({ step, numbers, books, date: textOf(step, 'on') }),
  };
}

const VERBS: Readonly<Record<string, Verb>> = {
  order: { keys: ['currency', 'lines', 'by'], read: order },
  'change-order': { keys: ['of', 'lines', 'by', 'reason'], read: changeOrder },
  'close-order': { keys: ['of', 'lines', 'reason'], read: closeOrder },
  'hold-order': { keys: ['of', 'by', 'reason'], read: stepOf('held') },
  'release-order': { keys: ['of', 'by', 'reason'], read: stepOf('released') },
  'send-order': { keys: ['of', 'by', 'reason'], read: stepOf('sent') },
  'approve-order': { keys: ['of', 'by', 'reason'], read: answerOf('approved') },
  'reject-order': { keys: ['of', 'by', 'reason'], read: answerOf('rejected') },
  receive: { keys: ['warehouse', 'lines', 'aside'], read: receive },
  'put-away': { keys: ['lines'], read: putAway },
  'clear-aside': { keys: ['lines', 'reason'], read: clearAside },
  bill: {
    keys: [
      'currency',
      'lines',
      'charges',
      'expenses',
      'tax',
      'disputed',
      'number',
      'another',
      'signed-off',
      'total',
      'total-reason',
      'tax-reason',
    ],
    read: bill,
  },
  return: { keys: ['lines'], read: giveBack },
  credit: { keys: ['currency', 'lines', 'tax'], read: credit },
  allocate: {
    keys: [
      'to',
      'by',
      'charges',
      'amounts',
      'amount',
      'fixed',
      'only',
      'more',
      'entry',
      'customs-rate',
      'origin',
      'preference',
    ],
    read: allocate,
  },
  'close-estimate': { keys: ['lines', 'reason'], read: closeEstimate },
  'move-charge': { keys: ['of', 'type', 'amount'], read: moveCharge },
  deliver: { keys: ['warehouse', 'lines'], read: deliver },
  invoice: { keys: ['lines'], read: invoice },
  'take-back': { keys: ['warehouse', 'lines'], read: takeBack },
  'opening-stock': { keys: ['warehouse', 'lines'], read: openingStock },
  assemble: { keys: ['warehouse', 'item', 'qty', 'lots', 'uses', 'conversion', ...DIMENSIONS], read: assemble },
  transfer: { keys: ['from', 'to', 'in-transit', 'lines'], read: transfer },
  arrive: { keys: ['lines'], read: arrive },
  count: { keys: ['warehouse', 'lines', 'reason'], read: count },
  'set-standard': { keys: ['lines'], read: setStandard },
  'write-down': { keys: ['warehouse', 'lines'], read: writeDown },
  prepay: { keys: ['currency', 'amount'], read: prepay },
  pay: { keys: ['currency', 'bills', 'from', 'discounts', 'reason'], read: pay },
  close: { keys: [], read: ({ step, date }) => ({ kind: 'close', date, period: textOf(step, 'close') }) },
  open: { keys: [], read: ({ step, date }) => ({ kind: 'open', date, period: textOf(step, 'open') }) },
  lock: { keys: [], read: ({ step, date }) => ({ kind: 'lock', date, period: textOf(step, 'lock') }) },
  reverse: { keys: ['of', 'reason'], read: reverse },
};

/** The lines of a step, each with no other words than these. */
function linesOf(step: Fields, keys: readonly string[], name = 'lines'): Fields[] {
  const lines = listOf(step, name);
  for (const line of lines) onlyKeys(line, keys, name);
  return lines;
}

const ASKED = ['qty', 'unit', 'price', 'due', 'discount', 'estimate', 'tax-code', ...DIMENSIONS];

function order({ step, books, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'expense', ...ASKED]).map((line) => ({
    bought: boughtOf(line),
    ...askedOf(line, books),
  }));
  return {
    kind: 'order',
    vendor: optionalText(step, 'vendor') ?? SOMEONE,
    currency: currencyOf(step, books),
    date,
    lines,
    by: optionalText(step, 'by'),
  };
}

const askedOf = (line: Fields, books: Books) => ({
  ...quantityOf(line),
  unit: optionalText(line, 'unit'),
  ...priceOf(line),
  due: optionalText(line, 'due'),
  dimensions: dimensionsOf(line),
  taxCode: optionalText(line, 'tax-code'),
  estimates: listOf(line, 'estimate').map((estimate) => estimateOf(estimate, books)),
});

/** A line `of` the order as it should be now; one without it is new. */
function changeOrder({ step, numbers, books, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'item', 'expense', ...ASKED]).map((line) => {
    const of = optionalText(line, 'of');
    return {
      of: of === undefined ? undefined : cited(of, numbers),
      bought: of === undefined ? boughtOf(line) : undefined,
      ...askedOf(line, books),
    };
  });
  return { kind: 'order-change', ...standingOrder(step, numbers, books), date, lines, ...whoAndWhy(step) };
}

function closeOrder({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of']).map((line) => ({ of: cited(textOf(line, 'of'), numbers) }));
  return {
    kind: 'order-closing',
    of: numberOf(textOf(step, 'of'), numbers),
    date,
    reason: whoAndWhy(step).reason,
    lines,
  };
}

function stepOf(word: CommandOf['order-step']['step']): (reading: Reading) => Command {
  return ({ step, numbers, books, date }) => ({
    kind: 'order-step',
    ...standingOrder(step, numbers, books),
    date,
    step: word,
    ...whoAndWhy(step),
  });
}

function answerOf(word: CommandOf['order-approval']['step']): (reading: Reading) => Command {
  return ({ step, numbers, books, date }) => ({
    kind: 'order-approval',
    ...standingOrder(step, numbers, books),
    date,
    step: word,
    ...whoAndWhy(step),
  });
}

function standingOrder(step: Fields, numbers: Numbers, books: Books): { of: string; seen: number } {
  const of = numberOf(textOf(step, 'of'), numbers);
  return { of, seen: books.orders.get(of)?.versions.length ?? 1 };
}

const whoAndWhy = (step: Fields) => ({
  by: optionalText(step, 'by') ?? SOMEONE,
  reason: optionalText(step, 'reason') ?? 'as agreed',
});

function boughtOf(line: Fields): Bought {
  const expense = optionalText(line, 'expense');
  return expense === undefined ? { item: textOf(line, 'item') } : { expense };
}

function estimateOf(fields: Fields, books: Books): Estimate {
  onlyKeys(fields, ['charge', 'perUnit', 'percent', 'flat', 'tariff'], 'an estimate');
  const kind = textOf(fields, 'charge');
  if (fields.perUnit !== undefined) return { kind, by: 'unit', amount: priceOrThrow(textOf(fields, 'perUnit')) };
  if (fields.percent !== undefined) return { kind, by: 'percent', percent: percentOf(textOf(fields, 'percent')) };
  if (fields.flat !== undefined)
    return { kind, by: 'flat', amount: baseOrThrow(textOf(fields, 'flat'), books.company.currency) };
  if (isTrue(fields, 'tariff')) return { kind, by: 'tariff' };
  throw new NotKnown(`the estimate of ${kind} should say perUnit, percent, flat or tariff`);
}

function dimensionsOf(line: Fields): Dimensions | undefined {
  if (!DIMENSIONS.some((key) => line[key] !== undefined)) return undefined;
  return {
    department: optionalText(line, 'department'),
    location: optionalText(line, 'location'),
    project: optionalText(line, 'project'),
  };
}

function receive({ step, numbers, books, date }: Reading): Command {
  const lines = linesOf(step, [
    'of',
    'qty',
    'unit',
    'origin',
    'preference',
    'lots',
    'serials',
    'last',
    'price',
    'reason',
  ]).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    last: isTrue(line, 'last'),
    unit: optionalText(line, 'unit'),
    lots: lotsOf(line),
    origin: optionalText(line, 'origin'),
    preference: isTrue(line, 'preference'),
    corrected: correctedOf(line),
  }));
  const aside = linesOf(step, ['of', 'item', 'what', 'qty', 'unit', 'reason', 'place'], 'aside').map((line) => {
    const of = optionalText(line, 'of');
    return {
      of: of === undefined ? undefined : cited(of, numbers),
      item: optionalText(line, 'item'),
      what: optionalText(line, 'what') ?? '',
      ...quantityOf(line),
      unit: optionalText(line, 'unit'),
      reason: textOf(line, 'reason'),
      place: optionalText(line, 'place') ?? '',
    };
  });
  const vendor =
    optionalText(step, 'vendor') ?? books.orderLines.get([...lines, ...aside][0]?.of ?? '')?.vendor ?? SOMEONE;
  return { kind: 'receipt', vendor, date, warehouse: warehouseOf(step), lines, aside };
}

/** The price at which goods come in, where the order's is known to be wrong. */
const correctedOf = (line: Fields) =>
  line.price === undefined
    ? undefined
    : { price: priceOrThrow(textOf(line, 'price')), reason: optionalText(line, 'reason') ?? '' };

function putAway({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'bin']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    bin: textOf(line, 'bin'),
  }));
  return { kind: 'put-away', date, lines };
}

/** What became of goods that stood aside. */
function clearAside({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'outcome']).map((line) => {
    const said = optionalText(line, 'outcome') ?? 'sent back';
    const outcome = OUTCOMES.find((known) => known === said);
    if (!outcome) throw new NotKnown(`goods that stood aside cannot be ${said}`);
    return { of: cited(textOf(line, 'of'), numbers), ...quantityOf(line), outcome };
  });
  return { kind: 'aside-closing', date, reason: whoAndWhy(step).reason, lines };
}

function bill({ step, numbers, books, date }: Reading): Command {
  const currency = currencyOf(step, books);
  const lines = linesOf(step, ['of', 'qty', 'price', 'discount', 'difference', 'wait', 'done', 'reason']).map(
    (line) => {
      const said = optionalText(line, 'difference') ?? 'cost';
      const difference = (['cost', 'variance', 'credit'] as const).find((known) => known === said);
      if (!difference) throw new NotKnown(`a difference to ${said} is not known`);
      return {
        of: cited(textOf(line, 'of'), numbers),
        ...quantityOf(line),
        ...priceOf(line),
        difference,
        wait: isTrue(line, 'wait'),
        done: isTrue(line, 'done'),
        reason: optionalText(line, 'reason'),
      };
    },
  );
  const amountOf = (fields: Fields) => documentAmountOrThrow(textOf(fields, 'amount'), currency);
  const charges = linesOf(step, ['type', 'amount', 'reason'], 'charges').map((charge) => ({
    kind: textOf(charge, 'type'),
    amount: amountOf(charge),
    reason: optionalText(charge, 'reason'),
  }));
  const disputed = linesOf(step, ['said', 'amount', 'decision', 'reason'], 'disputed').map((line) => ({
    said: textOf(line, 'said'),
    amount: amountOf(line),
    reason: optionalText(line, 'reason') ?? '',
    decision: optionalText(line, 'decision') === 'not-ours' ? ('not-ours' as const) : ('credit' as const),
  }));
  const expenses = linesOf(step, ['expense', 'type', 'amount', ...DIMENSIONS], 'expenses').map((line) => ({
    expense: optionalText(line, 'expense') ?? optionalText(line, 'type') ?? 'expense',
    amount: amountOf(line),
    dimensions: dimensionsOf(line),
  }));
  const tax = linesOf(step, ['amount', 'recoverable', 'lines'], 'tax').map((fields) => ({
    amount: amountOf(fields),
    recoverable: fields.recoverable === undefined || isTrue(fields, 'recoverable'),
    lines: fields.lines === undefined ? undefined : textsOf(fields, 'lines').map(Number),
  }));
  const [asked, taxReason] = [optionalText(step, 'total'), optionalText(step, 'tax-reason')];
  const whole = {
    ...(taxReason === undefined ? {} : { tax: { reason: taxReason } }),
    ...(asked === undefined
      ? {}
      : { total: { asked: documentAmountOrThrow(asked, currency), reason: optionalText(step, 'total-reason') } }),
  };
  const first = lines[0]?.of ?? '';
  const vendor =
    optionalText(step, 'vendor') ??
    books.receiptLines.get(first)?.vendor ??
    books.orderLines.get(first)?.vendor ??
    SOMEONE;
  const reference = optionalText(step, 'number') ?? textOf(step, 'bill');
  const said = { another: optionalText(step, 'another'), signedOff: isTrue(step, 'signed-off') };
  return { kind: 'bill', vendor, reference, currency, date, lines, charges, expenses, tax, disputed, whole, ...said };
}

function giveBack({ step, numbers, books, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'lots', 'serials', 'replace', 'confirmed']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    lots: lotsOf(line),
    replace: isTrue(line, 'replace'),
    confirmed: isTrue(line, 'confirmed'),
  }));
  const vendor = optionalText(step, 'vendor') ?? books.receiptLines.get(lines[0]?.of ?? '')?.vendor ?? SOMEONE;
  return { kind: 'return', vendor, date, lines };
}

function credit({ step, numbers, books, date }: Reading): Command {
  const citedLine = (line: Fields) => {
    const name = textOf(line, 'of');
    return /\/\d+$/.test(name) ? cited(name, numbers) : citedCharge(name, numbers);
  };
  const cites = listOf(step, 'lines').map(citedLine);
  const first = books.creditable.get(cites[0] ?? '');
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const lines = linesOf(step, ['of', 'qty', 'price', 'amount', 'to']).map(
    (line): CommandOf['credit']['lines'][number] => {
      const of = citedLine(line);
      if (line.amount === undefined) return { of, ...quantityOf(line), price: priceOrThrow(textOf(line, 'price')) };
      const to = optionalText(line, 'to') ?? 'cost';
      if (to !== 'cost' && to !== 'variance' && to !== 'expected') throw new NotKnown(`a credit to ${to} is not known`);
      return { of, amount: documentAmountOrThrow(textOf(line, 'amount'), currency), to };
    },
  );
  const tax = optionalText(step, 'tax');
  const vendor = optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE;
  return {
    kind: 'credit',
    vendor,
    reference: textOf(step, 'credit'),
    currency,
    date,
    lines,
    tax: tax === undefined ? undefined : documentAmountOrThrow(tax, currency),
  };
}

function allocate({ step, numbers, books, date }: Reading): Command {
  const basisOf = basesOf(step);
  const to = textsOf(step, 'to').map((name) => cited(name, numbers));
  const amounts = amountsByHand(step);
  const home = books.company.currency;
  const only = step.only === undefined ? undefined : textsOf(step, 'only').map((name) => cited(name, numbers));
  const amount = optionalText(step, 'amount');
  const charges = textsOf(step, 'charges').map((name) => ({
    of: citedCharge(name, numbers),
    basis: basisOf(name),
    amount: amount === undefined ? undefined : baseOrThrow(amount, home),
    fixed: [
      ...(amounts(name) ?? []).map((share, position) => ({
        line: to[position] ?? '',
        amount: baseOrThrow(share, home),
      })),
      ...Object.entries(asFields(step.fixed ?? {}, 'fixed')).map(([line, share]) => ({
        line: cited(line, numbers),
        amount: baseOrThrow(String(share), home),
      })),
    ],
    limitedTo: only,
  }));
  const rate = optionalText(step, 'customs-rate');
  const customs = {
    entry: optionalText(step, 'entry'),
    customsRate: rate === undefined ? undefined : rateOrThrow(rate),
    declared: declaredOf(step, to, numbers),
  };
  return { kind: 'allocation', date, to, charges, more: isTrue(step, 'more'), ...customs };
}

/** One basis for all charges, or one by charge. */
function basesOf(step: Fields): (charge: string) => Basis {
  return (charge) => {
    const by = typeof step.by === 'object' ? textOf(asFields(step.by, 'by'), charge) : textOf(step, 'by');
    const basis = BASES.find((known): known is Basis => known === by);
    if (!basis) throw new NotKnown(`sharing by ${by} is not known`);
    return basis;
  };
}

/** `origin` is a list in the order of `to`, or countries by receipt line; `preference` names the lines that claim one. */
function declaredOf(step: Fields, to: readonly LineId[], numbers: Numbers): CommandOf['allocation']['declared'] {
  const origins = new Map<LineId, string>();
  if (Array.isArray(step.origin))
    textsOf(step, 'origin').forEach((country, position) => origins.set(to[position] ?? '', country));
  else
    for (const [line, country] of Object.entries(asFields(step.origin ?? {}, 'origin')))
      origins.set(cited(line, numbers), String(country));
  const claimed = new Set(textsOf(step, 'preference').map((name) => cited(name, numbers)));
  return to
    .filter((line) => origins.has(line) || claimed.has(line))
    .map((line) => ({ line, origin: origins.get(line), preference: claimed.has(line) ? true : undefined }));
}

/** `amounts` is a list for the only charge, or lists by charge. */
function amountsByHand(step: Fields): (charge: string) => string[] | undefined {
  const given = step.amounts;
  if (given === undefined) return () => undefined;
  if (Array.isArray(given)) return () => given.map(String);
  return (charge) => textsOf(given as Fields, charge);
}

function closeEstimate({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'charge']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    charge: textOf(line, 'charge'),
  }));
  return { kind: 'estimate-closing', date, reason: optionalText(step, 'reason') ?? 'no bill comes', lines };
}

function moveCharge({ step, numbers, books, date }: Reading): Command {
  const amount = baseOrThrow(textOf(step, 'amount'), books.company.currency);
  return { kind: 'charge-move', date, of: cited(textOf(step, 'of'), numbers), charge: textOf(step, 'type'), amount };
}

function deliver({ step, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'qty', 'lots', 'serials', ...DIMENSIONS]).map((line) => ({
    ...goodsOf(line),
    dimensions: dimensionsOf(line),
  }));
  return {
    kind: 'delivery',
    customer: optionalText(step, 'customer') ?? SOMEONE,
    date,
    warehouse: warehouseOf(step),
    lines,
  };
}

function invoice({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'price']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    price: priceOrThrow(textOf(line, 'price')),
  }));
  return { kind: 'invoice', customer: optionalText(step, 'customer') ?? SOMEONE, date, lines };
}

function takeBack({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'price', 'lots', 'serials']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    price: priceOrThrow(optionalText(line, 'price') ?? '0'),
    lots: lotsOf(line),
  }));
  return {
    kind: 'customer-return',
    customer: optionalText(step, 'customer') ?? SOMEONE,
    date,
    warehouse: warehouseOf(step),
    lines,
  };
}

function openingStock({ step, books, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'qty', 'value', 'lots', 'serials']).map((line) => ({
    ...goodsOf(line),
    value: baseOrThrow(textOf(line, 'value'), books.company.currency),
  }));
  return { kind: 'opening', date, warehouse: warehouseOf(step), lines };
}

function assemble({ step, books, date }: Reading): Command {
  const uses = linesOf(step, ['item', 'qty', 'lots', 'serials'], 'uses').map(goodsOf);
  const conversion = baseOrThrow(optionalText(step, 'conversion') ?? '0', books.company.currency);
  return {
    kind: 'assembly',
    date,
    warehouse: warehouseOf(step),
    uses,
    makes: goodsOf(step),
    conversion: base(conversion),
    dimensions: dimensionsOf(step),
  };
}

function transfer({ step, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'qty', 'lots', 'serials', ...DIMENSIONS]).map((line) => ({
    ...goodsOf(line),
    dimensions: dimensionsOf(line),
  }));
  const from = optionalText(step, 'from') ?? WAREHOUSE;
  return { kind: 'transfer', date, from, to: textOf(step, 'to'), inTransit: isTrue(step, 'in-transit'), lines };
}

function arrive({ step, numbers, date }: Reading): Command {
  const lines = linesOf(step, ['of', 'qty', 'lost', 'lots', 'serials']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    quantity: quantityOrThrow(optionalText(line, 'qty') ?? '0'),
    lost: quantityOrThrow(optionalText(line, 'lost') ?? '0'),
    lots: lotsOf(line),
  }));
  return { kind: 'arrival', date, lines };
}

function count({ step, date }: Reading): Command {
  const lines = linesOf(step, [
    'item',
    'found',
    'missing',
    'scrapped',
    'unitCost',
    'lots',
    'serials',
    ...DIMENSIONS,
  ]).map((line) => {
    const change = (['found', 'missing', 'scrapped'] as const).find((word) => line[word] !== undefined);
    if (!change) throw new NotKnown('a counted line should say found, missing or scrapped');
    const unitCost = optionalText(line, 'unitCost');
    return {
      item: textOf(line, 'item'),
      change,
      quantity: quantityOrThrow(textOf(line, change)),
      lots: lotsOf(line),
      unitCost: unitCost === undefined ? undefined : priceOrThrow(unitCost),
      dimensions: dimensionsOf(line),
    };
  });
  return {
    kind: 'count',
    date,
    warehouse: warehouseOf(step),
    reason: optionalText(step, 'reason') ?? 'counted',
    lines,
  };
}

function setStandard({ step, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'standard']).map((line) => ({
    item: textOf(line, 'item'),
    standard: priceOrThrow(textOf(line, 'standard')),
  }));
  return { kind: 'standard', date, lines };
}

function writeDown({ step, date }: Reading): Command {
  const lines = linesOf(step, ['item', 'sells-for']).map((line) => ({
    item: textOf(line, 'item'),
    netRealisable: priceOrThrow(textOf(line, 'sells-for')),
  }));
  return { kind: 'write-down', date, warehouse: warehouseOf(step), lines };
}

function prepay({ step, books, date }: Reading): Command {
  const currency = currencyOf(step, books);
  return {
    kind: 'prepayment',
    vendor: optionalText(step, 'vendor') ?? SOMEONE,
    currency,
    date,
    amount: documentAmountOrThrow(textOf(step, 'amount'), currency),
  };
}

function pay({ step, numbers, books, date }: Reading): Command {
  const listed = linesOf(step, ['of', 'amount', 'discount', 'write-off'], 'bills');
  const first = books.payables.get(numberOf(textOf(listed[0] ?? {}, 'of'), numbers));
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const amountOf = (line: Fields, key: string): DocumentAmount =>
    line[key] === undefined ? documentAmount(0n) : documentAmountOrThrow(textOf(line, key), currency);
  const bills = listed.map((line) => ({
    of: numberOf(textOf(line, 'of'), numbers),
    amount: amountOf(line, 'amount'),
    discount: amountOf(line, 'discount'),
    writeOff: amountOf(line, 'write-off'),
  }));
  const from = optionalText(step, 'from');
  const to = optionalText(step, 'discounts') ?? 'income';
  if (to !== 'income' && to !== 'goods') throw new NotKnown(`discounts to ${to} are not known`);
  const vendor = optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE;
  const source = from === undefined ? undefined : numberOf(from, numbers);
  return {
    kind: 'payment',
    vendor,
    currency,
    date,
    from: source,
    discountsTo: to,
    bills,
    reason: optionalText(step, 'reason') ?? '',
  };
}

function reverse({ step, numbers, date }: Reading): Command {
  return {
    kind: 'reversal',
    date,
    of: numberOf(textOf(step, 'of'), numbers),
    reason: optionalText(step, 'reason') ?? 'entered by mistake',
  };
}

const numberOf = (name: string, numbers: Numbers): string => numbers.get(name)?.document ?? name;

/** `GR-1/2` is line 2 of GR-1. A document the books do not hold gives a line that nothing is known of. */
function cited(name: string, numbers: Numbers): LineId {
  const [document = '', line = ''] = name.split('/');
  return lineId(numberOf(document, numbers), Number(line));
}

/** A charge by its bill and kind, or one that was moved, by its document. */
export function citedCharge(name: string, numbers: Numbers): LineId {
  const [document = '', kind = ''] = name.split('/');
  return numbers.get(document)?.charges.get(kind) ?? name;
}

/** `lots` gives quantities by lot, `serials` lists single numbers. */
function lotsOf(line: Fields): LotPart[] {
  const lots = Object.entries(asFields(line.lots ?? {}, 'lots')).map(([lot, units]) => ({
    lot,
    quantity: quantityOrThrow(String(units)),
  }));
  return [...lots, ...textsOf(line, 'serials').map((lot) => ({ lot, quantity: quantityOrThrow('1') }))];
}

const goodsOf = (line: Fields) => ({ item: textOf(line, 'item'), ...quantityOf(line), lots: lotsOf(line) });

const quantityOf = (line: Fields) => ({ quantity: quantityOrThrow(textOf(line, 'qty')) });

function priceOf(line: Fields): { price: Price; discount: Fraction } {
  return {
    price: priceOrThrow(textOf(line, 'price')),
    discount: fraction(decimalOrThrow(optionalText(line, 'discount') ?? '0', FRACTION_PLACES)),
  };
}

const currencyOf = (step: Fields, books: Books): string => optionalText(step, 'currency') ?? books.company.currency;

const warehouseOf = (step: Fields): string => optionalText(step, 'warehouse') ?? WAREHOUSE;
