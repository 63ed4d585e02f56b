import { base, type BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { shareOut } from '../exact/shareOut.ts';
import type { Books } from '../state/books.ts';
import { type DutiableLine, dutyOn } from '../tariff/duty.ts';
import type { Tariff } from '../tariff/schedule.ts';
import { customsValue } from './customs.ts';
import type { CustomsEntryCommand, CustomsEntryLine } from './customsEntry/command.ts';
import { carriedBy } from './estimate.ts';
import { landedLine, type LandedLine } from './landedLine.ts';

/**
 * Why a line was charged other than calculated: it was declared with another code, origin, preference or value; or, as it was declared, the rate of
 * another day was taken, a measure was left out or taken twice, or it does not add up.
 */
export type Cause =
  'code' | 'origin' | 'preference' | 'value' | 'date' | 'measure-missing' | 'measure-twice' | 'arithmetic';

export interface Charged {
  /** What the schedule has for the goods as the company knows them. */
  readonly calculated: BaseAmount;
  readonly charged: BaseAmount;
  /** What each cause makes; together the difference. The measure is named where it is one. */
  readonly causes: readonly { readonly cause: Cause; readonly measure: string; readonly amount: BaseAmount }[];
}

/**
 * A line of a customs entry: calculated beside charged, each part of the difference with its cause (accounting.md, Duty). Undefined where no duty is
 * stated, or its goods have not come. What was declared is put in step by step, so that the parts add up to the difference.
 */
export function chargedBeside(
  books: Books,
  tariff: Tariff,
  entry: Pick<CustomsEntryCommand, 'date' | 'rates'>,
  line: CustomsEntryLine,
): Charged | undefined {
  const goods = line.goods.flatMap((id) => landedLine(books, id) ?? []);
  if (line.duty === undefined || goods.length === 0 || goods.length < line.goods.length) return undefined;
  const { currency } = books.company;
  const total = (lines: readonly DutiableLine[], on: Day): bigint =>
    lines.flatMap((one) => dutyOn(tariff, one, on, currency)).reduce((sum, { amount }) => sum + amount, 0n);

  const own = goods.map((one) => asKnown(books, entry, one));
  const steps: readonly (readonly [Cause, readonly DutiableLine[]])[] = declaredStepByStep(own, line);
  const calculated = total(own, entry.date);
  let before = calculated;
  const causes: { cause: Cause; measure: string; amount: BaseAmount }[] = [];
  for (const [cause, lines] of steps) {
    const after = total(lines, entry.date);
    if (after !== before) causes.push({ cause, measure: '', amount: base(after - before) });
    before = after;
  }
  const declared = steps.at(-1)?.[1] ?? own;
  const rest = line.duty - before;
  if (rest !== 0n)
    causes.push({ ...restOf(rest, tariff, declared, entry.date, goods, currency, total), amount: base(rest) });
  return { calculated: base(calculated), charged: line.duty, causes };
}

function asKnown(books: Books, entry: Pick<CustomsEntryCommand, 'date' | 'rates'>, line: LandedLine): DutiableLine {
  const item = books.items.get(line.item);
  const { receipt } = line;
  const carried = receipt
    ? carriedBy(books, receipt.landed) + carriedBy(books, receipt.estimates) - carriedBy(books, receipt.estimatesUsed)
    : 0n;
  return {
    code: item?.tariffCode ?? '',
    origin: line.origin,
    preference: line.preference,
    customsValue: customsValue(books, line, entry, carried),
    quantity: line.quantity,
    unit: item?.unit ?? '',
    weight: item?.weight,
  };
}

/** The goods as known, then with one declared fact after the other in its place; a fact that is not stated changes nothing. */
function declaredStepByStep(
  own: readonly DutiableLine[],
  { code, origin, preference, value }: CustomsEntryLine,
): (readonly [Cause, readonly DutiableLine[]])[] {
  const withCode = code === '' ? own : own.map((line) => ({ ...line, code }));
  const withOrigin = origin === undefined ? withCode : withCode.map((line) => ({ ...line, origin }));
  const withPreference = preference === undefined ? withOrigin : withOrigin.map((line) => ({ ...line, preference }));
  const withValue = value === undefined ? withPreference : valuedAt(withPreference, value);
  return [
    ['code', withCode],
    ['origin', withOrigin],
    ['preference', withPreference],
    ['value', withValue],
  ];
}

/** A value that is stated of all of them, shared by what each is worth. */
function valuedAt(lines: readonly DutiableLine[], value: BaseAmount): DutiableLine[] {
  const worth = lines.map(({ customsValue: known }) => (known > 0n ? known : 0n));
  const shared = shareOut(value, worth.some((known) => known > 0n) ? worth : worth.map(() => 1n));
  invariant(shared.ok, 'weights are not below zero, and not all nothing');
  return lines.map((line, at) => ({ ...line, customsValue: base(shared.shares[at] ?? 0n) }));
}

/** What explains the rest, once all is as it was declared. */
function restOf(
  rest: bigint,
  tariff: Tariff,
  declared: readonly DutiableLine[],
  on: Day,
  goods: readonly LandedLine[],
  currency: string,
  total: (lines: readonly DutiableLine[], on: Day) => bigint,
): { cause: Cause; measure: string } {
  const byMeasure = new Map<string, bigint>();
  for (const { measure, amount } of declared.flatMap((one) => dutyOn(tariff, one, on, currency)))
    byMeasure.set(measure, (byMeasure.get(measure) ?? 0n) + amount);
  for (const [measure, amount] of byMeasure) {
    if (amount !== 0n && rest === -amount) return { cause: 'measure-missing', measure };
    if (amount !== 0n && rest === amount) return { cause: 'measure-twice', measure };
  }
  const now = total(declared, on);
  const days = new Set([
    ...goods.map(({ date }) => date),
    ...tariff.flatMap(({ from, to }) => [from, ...(to ? [to] : [])]),
  ]);
  for (const day of days) if (total(declared, day) === now + rest) return { cause: 'date', measure: '' };
  return { cause: 'arithmetic', measure: '' };
}
