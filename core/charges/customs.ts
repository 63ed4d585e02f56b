import { base, type BaseAmount, documentAmount, toBase } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { LineId } from '../costing/pool.ts';
import type { Books } from '../state/books.ts';
import { roundedBy } from '../state/company.ts';
import type { CustomsEntry } from '../state/customs.ts';
import { type DutiableLine, dutyOn, shareByWorth, totalOf } from '../tariff/duty.ts';
import { carriedBy } from './estimate.ts';
import { landedLine, type LandedLine } from './landedLine.ts';

/**
 * What the tariff schedule works out for each line, on the day of the customs entry, else of its receipt, in base currency. Goods that the
 * entry declares beside these count where it rounds, or is limited, as a whole.
 * @param carried what carries and insures each line to the border, in base currency
 */
export function workedOutDuty(
  books: Books,
  entry: CustomsEntry | undefined,
  lines: readonly LandedLine[],
  carried: readonly bigint[],
): BaseAmount[] {
  const asked = new Set(lines.map(({ id }) => id));
  const beside = [...(entry?.declared.keys() ?? [])].flatMap((id) =>
    asked.has(id) ? [] : (landedLine(books, id) ?? []),
  );
  const all = [...lines, ...beside];
  const additions = additionsOf(entry, new Map(all.map((line) => [line.id, line])));
  const goods = all.map((line, at) => {
    const bears = at < lines.length ? (carried[at] ?? 0n) : carriedKnown(books, line);
    const value = customsValue(books, line, entry, bears);
    return declaredGoods(books, entry, line, base(value + (additions.get(line.id) ?? 0n)));
  });
  return dutyOn(books.tariff, goods, roundedBy(books.company)).slice(0, lines.length).map(totalOf);
}

function declaredGoods(
  books: Books,
  entry: CustomsEntry | undefined,
  line: LandedLine,
  value: BaseAmount,
): DutiableLine {
  const seen = entry?.declared.get(line.id);
  return {
    ...asKnown(books, line, entry?.entered ?? line.date, value),
    ...(seen?.origin === undefined ? {} : { origin: seen.origin }),
    ...(seen?.preference === undefined ? {} : { preference: seen.preference }),
  };
}

/** Goods as the company knows them. */
export function asKnown(books: Books, line: LandedLine, on: Day, value: BaseAmount): DutiableLine {
  const item = books.items.get(line.item);
  return {
    code: item?.tariffCode ?? '',
    origin: line.origin,
    preference: line.preference,
    on,
    customsValue: value,
    quantity: line.quantity,
    measured: item ?? { unit: '' },
  };
}

/** What carried and insured goods to the border, as far as it stands with their receipt; without one of the kinds, where said. */
export function carriedKnown(books: Books, { receipt }: LandedLine, apartFrom?: string): bigint {
  const carried = (charges: readonly { kind: string; amount: bigint }[]) =>
    carriedBy(
      books,
      charges.filter(({ kind }) => kind !== apartFrom),
    );
  return receipt ? carried(receipt.landed) + carried(receipt.estimates) - carried(receipt.estimatesUsed) : 0n;
}

/** What an entry adds to the price of each line's goods, shared by what each is worth. */
function additionsOf(entry: CustomsEntry | undefined, lines: ReadonlyMap<LineId, LandedLine>): Map<LineId, bigint> {
  const shares = new Map<LineId, bigint>();
  for (const { goods, amount } of entry?.additions ?? []) {
    const worth = goods.map((id) => lines.get(id)?.pricePaid ?? base(0n));
    shareByWorth(amount, worth).forEach((share, at) => shares.set(goods[at] ?? '', share));
  }
  return shares;
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
