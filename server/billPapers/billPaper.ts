import {
  documentAmount,
  type DocumentAmount,
  lineAmount,
  NO_DISCOUNT,
  ONE_UNIT,
  price,
  PRICE_PLACES,
  quantity,
  QUANTITY_PLACES,
} from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { divideRounded, powerOfTen } from '@obolus/core/exact/rounding';
import { shareOut } from '@obolus/core/exact/shareOut';
import type { BillText } from '@obolus/core/matching/billText';
import type { Instalment } from '@obolus/core/purchasing/instalments';
import { type Message, message } from '@obolus/messages/message';
import { type Mismatch, mismatchesIn } from './addsUp.ts';
import { instalmentsIn } from './duesOfPaper.ts';
import { discountIn, type PaperDiscount } from './discounts.ts';
import { creditWhereBelowZero } from './belowZero.ts';
import type { Besides, Stated, StatedLine } from './stated.ts';

/** A vendor's bill or credit memo, as its paper says it; what cannot be read is left out, and said. */
export interface BillPaper {
  readonly kind: 'bill' | 'credit';
  readonly number: string;
  /** What the vendor is called: its number here, its names, its mail address; what is surest first. */
  readonly vendor: readonly string[];
  /** Empty where it cannot be read. */
  readonly date: string;
  /** Days on which it, or a part of it, is due; none where it does not say. */
  readonly dues: readonly string[];
  /** The parts in which it is due; none for all of it on one day, undefined where it does not say what is due when. */
  readonly instalments: readonly Instalment[] | undefined;
  /** What less is asked of who pays early; none where it does not say. */
  readonly discounts: readonly PaperDiscount[];
  readonly currency: string;
  /** Of a credit memo: the bill that it is for. */
  readonly refersTo: string;
  readonly lines: readonly PaperLine[];
  /** Charges on all of the bill. What it takes off as a whole is taken off its lines by their amounts. */
  readonly charges: readonly { readonly said: string; readonly code: string; readonly amount: DocumentAmount }[];
  readonly tax: DocumentAmount;
  readonly total: DocumentAmount;
  /** What it is besides a plain bill or credit memo: looked at before it is posted. */
  readonly besides: Besides;
  /** Figures that its own parts do not make. */
  readonly mismatches: readonly Mismatch[];
  /** Which parts cannot be read, and why: they are to be typed. */
  readonly problems: readonly Message[];
}

export interface PaperLine extends BillText {
  /** In words and numbers, as the paper names it. */
  readonly said: string;
  /** The vendor's own number for it; empty where the paper has none. */
  readonly vendorNumber: string;
}

const MOST_LINES = 1000;

/** Reads the figures of a paper. What cannot be read is left out and named among the problems; nothing is guessed. */
export function paperOf(stated: Stated): BillPaper {
  const said = creditWhereBelowZero(stated);
  const problems: Message[] = [];
  const reading: Reading = { currency: isCurrency(said.currency) ? said.currency : '', problems };
  if (said.number === '') problems.push(message('paper.no_number'));
  const date = dayIn(said.date);
  if (date === '') problems.push(message('paper.no_day', { text: said.date }));
  if (reading.currency === '') problems.push(message('paper.no_currency', { text: said.currency }));
  if (said.lines.length === 0) problems.push(message('paper.no_lines'));
  if (said.lines.length > MOST_LINES) problems.push(message('paper.too_many_lines', { most: MOST_LINES }));
  const lines = said.lines.slice(0, MOST_LINES).flatMap((line) => lineOf(line, said, reading) ?? []);
  const charges = said.charges.flatMap(({ said: words, code = '', amount }) => {
    const charged = amountOf(amount, { id: 'paper.figure_in_charge', values: { charge: words } }, reading);
    return charged === undefined ? [] : [{ said: words, code, amount: charged }];
  });
  const off = said.allowances.reduce(
    (sum, { said: words, amount }) =>
      sum + (amountOf(amount, { id: 'paper.figure_in_allowance', values: { charge: words } }, reading) ?? 0n),
    0n,
  );
  const tax = documentAmount(
    said.taxes
      .filter(Boolean)
      .reduce((sum, text) => sum + (amountOf(text, { id: 'paper.figure_in_tax' }, reading) ?? 0n), 0n),
  );
  const net = takeOff(lines, off, reading);
  const parts = [...net, ...charges].reduce((sum, { amount }) => sum + amount, 0n) + tax;
  const total =
    said.total === ''
      ? documentAmount(parts)
      : (amountOf(said.total, { id: 'paper.figure_in_total' }, reading) ?? documentAmount(parts));
  const dues = said.besides.dues.map((due) => ({ ...due, day: dayIn(due.day) }));
  return {
    kind: said.kind,
    number: said.number,
    vendor: said.vendor,
    date,
    dues: [...new Set(dues.map(({ day }) => day).filter(Boolean))].sort(),
    instalments: reading.currency === '' ? [] : instalmentsIn(dues, { currency: reading.currency, total }),
    discounts: said.besides.discounts.flatMap((one) => discountIn(one, date, dayIn(one.until)) ?? []),
    currency: reading.currency,
    refersTo: said.refersTo,
    lines: net,
    charges,
    tax,
    problems,
    besides: said.besides,
    mismatches: mismatchesIn(said),
    total,
  };
}

/**
 * A day as papers write it: it may say in which zone it is one and what time it was (XML Schema, date and dateTime), or be eight figures
 * (UNTDID 2379, 102). Empty for what is none.
 */
function dayIn(text: string): string {
  const day = text
    .trim()
    .replace(/^(\d{4}-\d\d-\d\d)(?:T[\d:.]+)?(?:Z|[+-]\d\d:\d\d)?$/, '$1')
    .replace(/^(\d{4})(\d\d)(\d\d)$/, '$1-$2-$3');
  return isDay(day) ? day : '';
}

interface Reading {
  readonly currency: string;
  readonly problems: Message[];
}

/** What a paper takes off as a whole, shared over its lines by their amounts; each is then priced by what it comes to. */
function takeOff(lines: readonly PaperLine[], off: bigint, { currency, problems }: Reading): readonly PaperLine[] {
  if (off === 0n || currency === '') return lines;
  const shared = shareOut(
    off,
    lines.map(({ amount }) => amount),
  );
  if (!shared.ok) {
    problems.push(message('paper.off_nothing'));
    return lines;
  }
  return lines.map((line, at) =>
    priced({ ...line, amount: documentAmount(line.amount - (shared.shares[at] ?? 0n)) }, currency),
  );
}

/** Priced by what it comes to: one unit, as exactly as a price can say it. */
function priced(line: PaperLine, currency: string): PaperLine {
  if (line.quantity <= 0n) return { ...line, price: price(0n) };
  const places = powerOfTen(QUANTITY_PLACES + PRICE_PLACES) / powerOfTen(decimalsOf(currency));
  return { ...line, price: price(divideRounded(line.amount * places, line.quantity)), per: ONE_UNIT };
}

function lineOf(line: StatedLine, { order, slip }: Stated, reading: Reading): PaperLine | undefined {
  const where: Message = { id: 'paper.figure_in_line', values: { line: line.number } };
  if (line.quantity === '' && line.price !== '')
    reading.problems.push(message('paper.no_quantity', { line: line.number }));
  const units = figure(line.quantity || '1', QUANTITY_PLACES, where, reading);
  const per = line.per === '' ? ONE_UNIT : figure(line.per, QUANTITY_PLACES, where, reading);
  if (units === undefined || per === undefined || reading.currency === '') return undefined;
  if (per <= 0n) {
    reading.problems.push(message('paper.price_for_nothing', { line: line.number, text: line.per }));
    return undefined;
  }
  const asked = parseDecimal(plain(line.price), PRICE_PLACES);
  const byPrice = asked.ok
    ? lineAmount(
        quantity(units),
        { price: price(asked.scaled), per: quantity(per), discount: NO_DISCOUNT },
        reading.currency,
      )
    : undefined;
  const comesTo = line.amount === '' && byPrice !== undefined ? byPrice : amountOf(line.amount, where, reading);
  if (comesTo === undefined) return undefined;
  const [vendorNumber = ''] = line.names;
  const known = {
    order: line.order || order,
    slip: line.slip || slip,
    names: line.names.filter(Boolean),
    description: line.description,
    vendorNumber,
    said: [line.description, ...line.names].filter(Boolean).join(' · ').slice(0, 200),
    quantity: quantity(units),
    unit: line.unit,
    amount: comesTo,
    per: quantity(per),
  };
  // A price of more decimals, and what the line takes off or adds besides its price, are in what it comes to.
  const isPlain = asked.ok && (units <= 0n || byPrice === comesTo);
  return isPlain ? { ...known, price: price(asked.scaled) } : priced({ ...known, price: price(0n) }, reading.currency);
}

function amountOf(text: string, where: Message, reading: Reading): DocumentAmount | undefined {
  if (reading.currency === '') return undefined;
  const scaled = figure(text, decimalsOf(reading.currency), where, reading);
  return scaled === undefined ? undefined : documentAmount(scaled);
}

function figure(text: string, places: number, where: Message, { problems }: Reading): bigint | undefined {
  const parsed = parseDecimal(plain(text), places);
  if (parsed.ok) return parsed.scaled;
  problems.push(message(where.id, { ...where.values, text: text.slice(0, 40), places }));
  return undefined;
}

/** Zeros behind the last decimal say nothing. */
const plain = (text: string): string =>
  text
    .trim()
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');
