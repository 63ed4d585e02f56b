import { BASES, type Basis } from '../charges/basis.ts';
import { lineId, type LineId } from '../costing/pool.ts';
import { baseOrThrow, documentAmountOrThrow, FRACTION_PLACES, fraction, priceOrThrow, quantityOrThrow, type Fraction } from '../exact/amounts.ts';
import { decimalOrThrow } from '../exact/decimal.ts';
import type { Books } from '../posting/books.ts';
import type { Command } from '../posting/decide.ts';
import { listOf, NotKnown, onlyKeys, optionalText, textOf, textsOf, type Fields } from './caseFile.ts';

/** Document numbers as the case writes them, and the numbers the books gave. */
export type Numbers = ReadonlyMap<string, { document: string; charges: ReadonlyMap<string, LineId> }>;

/** Cases have one warehouse, and name a vendor or a customer only where it matters. */
export const WAREHOUSE = 'main';
const SOMEONE = 'someone';
const ABOUT_THE_STEP = ['on', 'posts', 'shares', 'refused', 'vendor', 'customer'];

type Reader = (step: Fields, numbers: Numbers, books: Books) => Command;

const READERS: Record<string, Reader> = { order, receive, bill, allocate, deliver, invoice };

/** The verb of a step and the command that it stands for. Throws `NotKnown` for a verb or a word that the core lacks. */
export function readStep(step: Fields, numbers: Numbers, books: Books): { name: string; command: Command } {
  const verb = Object.keys(step).find((key) => !ABOUT_THE_STEP.includes(key)) ?? '';
  const reader = READERS[verb];
  if (!reader) throw new NotKnown(`the step "${verb}" is not known yet`);
  return { name: textOf(step, verb), command: reader(step, numbers, books) };
}

function order(step: Fields, _numbers: Numbers, books: Books): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'order', 'currency', 'lines'], 'order');
  const lines = listOf(step, 'lines').map((line) => {
    onlyKeys(line, ['item', 'qty', 'price', 'discount'], 'an order line');
    return { item: textOf(line, 'item'), ...quantityOf(line), ...priceOf(line), due: undefined };
  });
  return { kind: 'order', vendor: optionalText(step, 'vendor') ?? SOMEONE, currency: currencyOf(step, books), date: textOf(step, 'on'), lines };
}

function receive(step: Fields, numbers: Numbers, books: Books): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'receive', 'lines'], 'receive');
  const lines = listOf(step, 'lines').map((line) => {
    onlyKeys(line, ['of', 'qty'], 'a receipt line');
    return { of: cited(textOf(line, 'of'), numbers), ...quantityOf(line) };
  });
  const vendor = books.orderLines.get(lines[0]?.of ?? '')?.vendor ?? SOMEONE;
  return { kind: 'receipt', vendor, date: textOf(step, 'on'), warehouse: WAREHOUSE, lines };
}

function bill(step: Fields, numbers: Numbers, books: Books): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'bill', 'currency', 'lines', 'charges'], 'bill');
  const currency = currencyOf(step, books);
  const lines = listOf(step, 'lines').map((line) => {
    onlyKeys(line, ['of', 'qty', 'price', 'discount', 'difference'], 'a bill line');
    const difference = optionalText(line, 'difference') === 'variance' ? ('variance' as const) : ('cost' as const);
    return { of: cited(textOf(line, 'of'), numbers), ...quantityOf(line), ...priceOf(line), difference };
  });
  const charges = listOf(step, 'charges').map((charge) => {
    onlyKeys(charge, ['type', 'amount'], 'a charge');
    return { kind: textOf(charge, 'type'), amount: documentAmountOrThrow(textOf(charge, 'amount'), currency) };
  });
  const vendor = optionalText(step, 'vendor') ?? books.receiptLines.get(lines[0]?.of ?? '')?.vendor ?? SOMEONE;
  return { kind: 'bill', vendor, number: textOf(step, 'bill'), currency, date: textOf(step, 'on'), lines, charges };
}

function allocate(step: Fields, numbers: Numbers, books: Books): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'allocate', 'to', 'by', 'charges', 'amounts'], 'allocate');
  const by = textOf(step, 'by');
  const basis = BASES.find((known): known is Basis => known === by);
  if (!basis) throw new NotKnown(`sharing by ${by} is not known yet`);
  const to = textsOf(step, 'to').map((name) => cited(name, numbers));
  const amounts = amountsByHand(step);
  const charges = textsOf(step, 'charges').map((name) => ({
    of: citedCharge(name, numbers),
    basis,
    amount: undefined,
    fixed: (amounts(name) ?? []).map((amount, position) => ({ line: to[position] ?? '', amount: baseOrThrow(amount, books.company.currency) })),
  }));
  return { kind: 'allocation', date: textOf(step, 'on'), to, charges };
}

/** `amounts` is a list for the only charge, or lists by charge. */
function amountsByHand(step: Fields): (charge: string) => string[] | undefined {
  const given = step.amounts;
  if (given === undefined) return () => undefined;
  if (Array.isArray(given)) return () => given.map(String);
  return (charge) => textsOf(given as Fields, charge);
}

function deliver(step: Fields): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'deliver', 'lines'], 'deliver');
  const lines = listOf(step, 'lines').map((line) => {
    onlyKeys(line, ['item', 'qty'], 'a delivery line');
    return { item: textOf(line, 'item'), ...quantityOf(line) };
  });
  return { kind: 'delivery', customer: optionalText(step, 'customer') ?? SOMEONE, date: textOf(step, 'on'), warehouse: WAREHOUSE, lines };
}

function invoice(step: Fields, numbers: Numbers): Command {
  onlyKeys(step, [...ABOUT_THE_STEP, 'invoice', 'lines'], 'invoice');
  const lines = listOf(step, 'lines').map((line) => {
    onlyKeys(line, ['of', 'qty', 'price'], 'an invoice line');
    return { of: cited(textOf(line, 'of'), numbers), ...quantityOf(line), price: priceOrThrow(textOf(line, 'price')) };
  });
  return { kind: 'invoice', customer: optionalText(step, 'customer') ?? SOMEONE, date: textOf(step, 'on'), lines };
}

/** `GR-1/2` is line 2 of GR-1. A document the books do not hold gives a line that nothing is known of. */
function cited(name: string, numbers: Numbers): LineId {
  const [document = '', line = ''] = name.split('/');
  return lineId(numbers.get(document)?.document ?? document, Number(line));
}

export function citedCharge(name: string, numbers: Numbers): LineId {
  const [document = '', kind = ''] = name.split('/');
  return numbers.get(document)?.charges.get(kind) ?? name;
}

const quantityOf = (line: Fields) => ({ quantity: quantityOrThrow(textOf(line, 'qty')) });

function priceOf(line: Fields): { price: ReturnType<typeof priceOrThrow>; discount: Fraction } {
  return { price: priceOrThrow(textOf(line, 'price')), discount: fraction(decimalOrThrow(optionalText(line, 'discount') ?? '0', FRACTION_PLACES)) };
}

const currencyOf = (step: Fields, books: Books): string => optionalText(step, 'currency') ?? books.company.currency;
