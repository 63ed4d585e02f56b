import {
  base,
  type BaseAmount,
  FRACTION_PLACES,
  PRICE_PLACES,
  type Quantity,
  QUANTITY_PLACES,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { cumulative } from '../exact/cumulative.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { type Fields, NotKnown, optionalText } from '../reading/fields.ts';
import type { Books } from '../state/books.ts';
import { roundedBy } from '../state/company.ts';
import type { Estimate, OrderLine, ReceiptLine } from '../state/purchasing.ts';
import { type DutiableLine, dutyOn, totalOf } from '../tariff/duty.ts';
import type { LineId } from '../costing/pool.ts';
import { change, type Writing } from '../state/writing.ts';

/** Where it goes what a charge is more or less than was estimated (accounting.md, What posts what). */
export type EstimateDifference = 'goods' | 'variance';

/**
 * Whether a difference to the estimate of a kind is kept out of the goods: as it was said, else as the company has it for the kind. Where
 * purchases are expensed when billed there are no variances.
 */
export const goesToVariance = ({ company }: Books, kind: string, said: EstimateDifference | undefined): boolean =>
  company.recognition === 'on-sale' && (said === undefined ? company.toVariance.has(kind) : said === 'variance');

/** A charge that is expected with goods, in base currency. */
export interface Expected {
  readonly kind: string;
  readonly amount: BaseAmount;
}

/** Goods that came of an ordered line. */
export interface EstimatedLine {
  readonly ordered: Pick<OrderLine, 'estimates' | 'quantity'>;
  readonly received: Received;
}

/** Goods just received, as an estimate sees them. */
export interface Received {
  readonly item: string;
  readonly quantity: Quantity;
  /** Of this order line, what came before. */
  readonly before: Quantity;
  readonly value: BaseAmount;
  readonly date: Day;
  readonly origin: string;
  readonly preference: boolean;
}

/**
 * The charges that are expected with goods that came together, line by line and by kind, in base currency (accounting.md: accrued charges, by
 * kind). Duty is worked out for all of them as for one customs entry.
 */
export function estimatesFor(books: Books, lines: readonly EstimatedLine[]): Expected[][] {
  const known = lines.map(({ ordered, received }) =>
    ordered.estimates.flatMap((estimate) =>
      estimate.by === 'tariff' ? [] : [{ kind: estimate.kind, amount: amountOf(books, ordered, estimate, received) }],
    ),
  );
  const byTariff = lines.flatMap(({ ordered }, at) =>
    ordered.estimates.some(({ by }) => by === 'tariff') ? [at] : [],
  );
  const goods = byTariff.map((at) => dutiable(books, (lines[at] as EstimatedLine).received, known[at] ?? []));
  const duty = new Map(
    dutyOn(books.tariff, goods, roundedBy(books.company)).map((worked, place) => [byTariff[place], totalOf(worked)]),
  );
  return lines.map(({ ordered, received }, at) =>
    ordered.estimates
      .map((estimate) => ({
        kind: estimate.kind,
        amount:
          estimate.by === 'tariff' ? (duty.get(at) ?? base(0n)) : base(amountOf(books, ordered, estimate, received)),
      }))
      .filter(({ amount }) => amount !== 0n),
  );
}

/** Of charges on goods, what carries and insures them to the border (accounting.md, Duty: customs value). */
export const carriedBy = (
  { company }: Pick<Books, 'company'>,
  charges: readonly { kind: string; amount: bigint }[],
): bigint => charges.reduce((sum, { kind, amount }) => (company.toTheBorder.has(kind) ? sum + amount : sum), 0n);

function dutiable(
  { items, company }: Books,
  { item: id, quantity, origin, preference, date, value }: Received,
  charges: readonly { kind: string; amount: bigint }[],
): DutiableLine {
  const item = items.get(id);
  const customsValue = base(value + (company.customsValueWithFreight ? carriedBy({ company }, charges) : 0n));
  const code = item?.tariffCode ?? '';
  return { code, origin, preference, on: date, customsValue, quantity, measured: item ?? { unit: '' } };
}

function amountOf(
  books: Books,
  ordered: Pick<OrderLine, 'quantity'>,
  estimate: Exclude<Estimate, { by: 'tariff' }>,
  received: Received,
): bigint {
  const { currency } = books.company;
  switch (estimate.by) {
    case 'unit':
      return divideRounded(
        received.quantity * estimate.amount,
        powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency)),
      );
    case 'weight':
    case 'volume':
      return divideRounded(
        received.quantity * (books.items.get(received.item)?.[estimate.by] ?? 0n) * estimate.amount,
        powerOfTen(2 * QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency)),
      );
    case 'percent':
      return divideRounded(received.value * estimate.percent, powerOfTen(FRACTION_PLACES));
    case 'flat': {
      const before = divideRounded(estimate.amount * received.before, ordered.quantity);
      return cumulative(estimate.amount, received.before + received.quantity, ordered.quantity, before);
    }
  }
}

/**
 * What of an estimate a share of the actual charge takes the place of: all that is left of it; or, while more bills are to come, no more
 * than the share. A refund never uses an estimate up.
 */
export function estimateReplaced(share: bigint, left: bigint, more: boolean): bigint {
  if (share <= 0n) return 0n;
  return more && share < left ? share : left;
}

/** What is left of an estimate on a received line. */
export function estimateLeft(line: ReceiptLine, kind: string): BaseAmount {
  const sum = (entries: readonly { kind: string; amount: BaseAmount }[]) =>
    entries.reduce((total, entry) => (entry.kind === kind ? total + entry.amount : total), 0n);
  return base(sum(line.estimates) - sum(line.estimatesUsed));
}

export const estimateComponent = (kind: string): string => `estimate:${kind}`;

export function useEstimate(
  next: Writing,
  line: LineId,
  used: { line: LineId; date: string; kind: string; amount: BaseAmount },
): void {
  if (used.amount !== 0n)
    change(next.receiptLines, line, (known) => ({ ...known, estimatesUsed: [...known.estimatesUsed, used] }));
}

/** The word of a case for where a difference to the estimate goes. */
export function differenceOf(step: Fields): EstimateDifference | undefined {
  const said = optionalText(step, 'difference');
  if (said !== undefined && said !== 'goods' && said !== 'variance')
    throw new NotKnown(`a difference that goes to ${said} is not known`);
  return said;
}
