import { base, type BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { roundedBy } from '../state/company.ts';
import { type DutiableLine, dutyOn, shareByWorth, totalOf, type WorkedOut } from '../tariff/duty.ts';
import type { Tariff } from '../tariff/schedule.ts';
import { asKnown, carriedKnown, customsValue } from './customs.ts';
import type { CustomsEntryCommand, CustomsEntryLine } from './customsEntry/command.ts';
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

type Stated = Pick<CustomsEntryCommand, 'entered' | 'rates'>;

/**
 * The lines of a customs entry: calculated beside charged, each part of the difference with its cause (accounting.md, Duty). Undefined for one
 * that states no duty, or whose goods have not come. What was declared is put in step by step, so that the parts add up to the difference;
 * what is rounded or limited for the entry as a whole is taken with its other lines as they are known.
 */
export function chargedBeside(
  books: Books,
  tariff: Tariff,
  entry: Stated,
  lines: readonly CustomsEntryLine[],
): (Charged | undefined)[] {
  const landed = lines.map(({ goods }) => goods.flatMap((id) => landedLine(books, id) ?? []));
  const known = lines.map((line, at) => goodsAsKnown(books, entry, line, landed[at] ?? []));
  const rule = roundedBy(books.company);
  const eachAlone = rule.rounding === 'line' && tariff.every(({ limits }) => limits === 'line');
  return lines.map((line, at) => {
    const own = known[at] ?? [];
    if (line.duty === undefined || own.length === 0 || own.length < line.goods.length) return undefined;
    const others = eachAlone ? [] : known.flatMap((goods, place) => (place === at ? [] : goods));
    const worked = (goods: readonly DutiableLine[]) =>
      dutyOn(tariff, [...goods, ...others], rule)
        .slice(0, goods.length)
        .flat();
    const days = [
      ...(landed[at] ?? []).map(({ date }) => date),
      ...tariff.flatMap(({ from, to }) => [from, to ?? from]),
    ];
    return lineCharged(line, line.duty, own, worked, new Set(days));
  });
}

/** @param worked what the schedule makes of the line's goods as they are given */
function lineCharged(
  line: CustomsEntryLine,
  charged: BaseAmount,
  own: readonly DutiableLine[],
  worked: (goods: readonly DutiableLine[]) => WorkedOut[],
  days: ReadonlySet<Day>,
): Charged {
  const steps = declaredStepByStep(own, line);
  const calculated = totalOf(worked(own));
  let before = calculated;
  const causes: { cause: Cause; measure: string; amount: BaseAmount }[] = [];
  for (const [cause, goods] of steps) {
    const after = totalOf(worked(goods));
    if (after !== before) causes.push({ cause, measure: '', amount: base(after - before) });
    before = after;
  }
  const declared = steps.at(-1)?.[1] ?? own;
  const rest = charged - before;
  if (rest !== 0n) causes.push({ ...restOf(rest, declared, worked, days), amount: base(rest) });
  return { calculated, charged, causes };
}

function goodsAsKnown(
  books: Books,
  entry: Stated,
  { additions = base(0n) }: CustomsEntryLine,
  goods: readonly LandedLine[],
): DutiableLine[] {
  if (goods.length === 0) return [];
  const added = shareByWorth(
    additions,
    goods.map(({ pricePaid }) => pricePaid),
  );
  return goods.map((line, at) => {
    const value = customsValue(books, line, entry, carriedKnown(books, line));
    return asKnown(books, line, entry.entered, base(value + (added[at] ?? 0n)));
  });
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
  const shares = shareByWorth(
    value,
    lines.map(({ customsValue: known }) => known),
  );
  return lines.map((line, at) => ({ ...line, customsValue: base(shares[at] ?? 0n) }));
}

/** What explains the rest, once all is as it was declared. */
function restOf(
  rest: bigint,
  declared: readonly DutiableLine[],
  worked: (goods: readonly DutiableLine[]) => WorkedOut[],
  days: ReadonlySet<Day>,
): { cause: Cause; measure: string } {
  const now = worked(declared);
  const byMeasure = new Map<string, bigint>();
  for (const { measure, amount } of now) byMeasure.set(measure, (byMeasure.get(measure) ?? 0n) + amount);
  for (const [measure, amount] of byMeasure) {
    if (amount !== 0n && rest === -amount) return { cause: 'measure-missing', measure };
    if (amount !== 0n && rest === amount) return { cause: 'measure-twice', measure };
  }
  const charged = totalOf(now) + rest;
  for (const day of days)
    if (totalOf(worked(declared.map((line) => ({ ...line, on: day })))) === charged)
      return { cause: 'date', measure: '' };
  return { cause: 'arithmetic', measure: '' };
}
