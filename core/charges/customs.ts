import { base, type BaseAmount, documentAmount, toBase } from '../exact/amounts.ts';
import type { Books } from '../state/books.ts';
import { dutyOn, type WorkedOut } from '../tariff/duty.ts';
import type { CustomsEntry } from '../state/customs.ts';
import type { LandedLine } from './landedLine.ts';

/** What the tariff schedule works out for a line, by measure, on the day of the customs entry, else of its receipt. */
function workedOutByMeasure(
  books: Books,
  entry: CustomsEntry | undefined,
  line: LandedLine,
  carried: bigint,
): WorkedOut[] {
  const item = books.items.get(line.item);
  const seen = entry?.declared.get(line.id);
  const goods = {
    code: item?.tariffCode ?? '',
    origin: seen?.origin ?? line.origin,
    preference: seen?.preference ?? line.preference,
    customsValue: customsValue(books, line, entry, carried),
    quantity: line.quantity,
    unit: item?.unit ?? '',
    weight: item?.weight,
  };
  return dutyOn(books.tariff, goods, entry?.date ?? line.date, books.company.currency);
}

/** @param carried what carries and insures the line to the border, in base currency */
export function workedOutDuty(
  books: Books,
  entry: CustomsEntry | undefined,
  line: LandedLine,
  carried: bigint,
): BaseAmount {
  return base(workedOutByMeasure(books, entry, line, carried).reduce((sum, { amount }) => sum + amount, 0n));
}

/**
 * The price paid for the line, also the part of it that went to variance, at the customs rate of exchange where given; with
 * the line's freight and insurance where the company's rule says so (accounting.md, Duty).
 */
export function customsValue(
  books: Books,
  { receipt, pricePaid }: LandedLine,
  entry: Pick<CustomsEntry, 'rates'> | undefined,
  carried: bigint,
): BaseAmount {
  const { currency, customsValueWithFreight } = books.company;
  const customsRate = entry?.rates.find((known) => known.currency === receipt?.currency)?.rate;
  const price =
    receipt !== undefined && customsRate !== undefined
      ? toBase(documentAmount(billedAndOrdered(receipt)), receipt.currency, customsRate, currency)
      : pricePaid;
  return customsValueWithFreight ? base(price + carried) : price;
}

/** As billed as far as billed, the rest as ordered. */
function billedAndOrdered(receipt: NonNullable<LandedLine['receipt']>): bigint {
  const dearer = receipt.bills.reduce((sum, bill) => sum + bill.billed - bill.ordered, 0n);
  return receipt.amount + receipt.ahead.reduce((sum, part) => sum + part.amount, 0n) + dearer;
}
