import { base, type BaseAmount, fraction, price, type Price, PRICE_PLACES, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { shareOut } from '../exact/shareOut.ts';
import type { Estimate } from '../state/purchasing.ts';
import type { Basis } from './basis.ts';

/** For which goods a rule holds; what is empty holds for any. */
export interface RuleHolds {
  readonly vendor: string;
  readonly item: string;
  readonly group: string;
  readonly warehouse: string;
  /** How and from where to where they travel. */
  readonly mode: string;
  readonly from: string;
  readonly to: string;
}

/** Which charge is expected with goods, and how much, where an order does not say. */
export interface EstimateRule extends RuleHolds {
  readonly code: string;
  readonly kind: string;
  readonly by: Estimate['by'];
  /** In base currency for a stock unit, a kilogram, a cubic metre or a shipment, or percent of the goods; to six decimals. */
  readonly figure: Price;
  /** Of a shipment as a whole: how it is shared over its lines. */
  readonly basis: Exclude<Basis, 'value-and-freight' | 'chargeable' | 'duty' | 'manual'>;
  readonly first: Day | undefined;
  readonly last: Day | undefined;
}

/** An ordered line as rules see it. Weight and volume of the whole line; undefined where the item does not say. */
export interface RuledLine extends RuleHolds {
  readonly shipment: string;
  readonly quantity: Quantity;
  /** In the order's currency: what lines are compared by. */
  readonly value: bigint;
  readonly weight: bigint | undefined;
  readonly volume: bigint | undefined;
}

/** What a rule puts on a line. */
export interface Ruled {
  readonly rule: string;
  readonly estimate: Estimate;
}

/** The narrower said first: an item before its group, goods before their vendor, that before their way and their warehouse. */
const NARROWER: readonly (keyof RuleHolds)[] = ['item', 'group', 'vendor', 'from', 'to', 'mode', 'warehouse'];

/**
 * The estimates that rules put on lines of an order, line by line in their order: of each kind of charge the narrowest rule that holds on
 * the day, of two alike the one that began later, then the first by its code. What is expected of a shipment as a whole is shared over the
 * lines under it that the rule holds for, by largest remainder, less what `already` says is expected of that kind with other orders' lines
 * under it; where no line has what it is shared by, it is not expected. A line whose item lacks a weight or a volume gets none by it.
 * @param already what is expected of a kind with a shipment, in base currency
 */
export function estimatesByRules(
  rules: readonly EstimateRule[],
  lines: readonly RuledLine[],
  { date, currency }: { readonly date: Day; readonly currency: string },
  already: (kind: string, shipment: string) => bigint,
): Ruled[][] {
  const held = heldOn(rules, date);
  const found: Ruled[][] = lines.map(() => []);
  for (const kind of kindsOf(held)) {
    const ruleOf = lines.map((line) => held.find((rule) => rule.kind === kind && holds(rule, line)));
    const flat = flatShares(ruleOf, lines, currency, already);
    ruleOf.forEach((rule, at) => {
      const line = lines[at];
      if (!rule || !line) return;
      const amount = flat(at);
      const share: Estimate | undefined = amount ? { kind, by: 'flat', amount } : undefined;
      const estimate = rule.by === 'flat' ? share : estimateOf(rule, line);
      if (estimate) found[at]?.push({ rule: rule.code, estimate });
    });
  }
  return found;
}

/** What a line under a shipment is expected to bear of a charge of the shipment as a whole, as it stands and shared anew; in base currency. */
export interface Anew {
  readonly kind: string;
  readonly rule: string;
  readonly now: BaseAmount;
  readonly anew: BaseAmount;
}

/**
 * What is expected of shipments as a whole, shared anew over lines of which nothing came yet, whichever order each is on: an order that joined
 * later bears its part of what the first one took alone. Only what changes is said. A line for which somebody said the charge is left as it
 * is, and so are all where no line has what it is shared by.
 * @param already what of a kind is expected with other lines under a shipment, and with lines for which somebody said it, which stays as it
 * is, in base currency
 */
export function sharedAnew(
  rules: readonly EstimateRule[],
  lines: readonly (RuledLine & { readonly estimates: readonly Estimate[] })[],
  { date, currency }: { readonly date: Day; readonly currency: string },
  already: (kind: string, shipment: string) => bigint,
): Anew[][] {
  const held = heldOn(rules, date);
  const found: Anew[][] = lines.map(() => []);
  for (const kind of kindsOf(held)) {
    const ruleOf = lines.map((line) => {
      const isSaid = line.estimates.some(({ kind: of, by, rule }) => of === kind && (by !== 'flat' || !rule));
      const rule = isSaid ? undefined : held.find((one) => one.kind === kind && holds(one, line));
      return rule?.by === 'flat' && line.shipment !== '' ? rule : undefined;
    });
    const flat = flatShares(ruleOf, lines, currency, already);
    lines.forEach(({ estimates }, at) => {
      const [rule, anew] = [ruleOf[at], flat(at)];
      const stated = estimates.find((estimate) => estimate.kind === kind);
      const now = stated?.by === 'flat' ? stated.amount : base(0n);
      if (rule && anew !== undefined && anew !== now) found[at]?.push({ kind, rule: rule.code, now, anew });
    });
  }
  return found;
}

const heldOn = (rules: readonly EstimateRule[], date: Day): EstimateRule[] =>
  rules.filter(({ first, last }) => (first ?? date) <= date && date <= (last ?? date)).sort(byNarrowness);

const kindsOf = (rules: readonly EstimateRule[]): string[] => [...new Set(rules.map(({ kind }) => kind))].sort();

const holds = (rule: RuleHolds, line: RuleHolds): boolean =>
  NARROWER.every((what) => rule[what] === '' || rule[what].toLowerCase() === line[what].toLowerCase());

function byNarrowness(a: EstimateRule, b: EstimateRule): number {
  const wider = NARROWER.find((what) => (a[what] === '') !== (b[what] === ''));
  if (wider) return a[wider] === '' ? 1 : -1;
  if ((a.first ?? '') !== (b.first ?? '')) return (a.first ?? '') < (b.first ?? '') ? 1 : -1;
  return a.code < b.code ? -1 : 1;
}

function estimateOf({ kind, by, figure }: EstimateRule, line: RuledLine): Estimate | undefined {
  switch (by) {
    case 'tariff':
      return { kind, by };
    case 'percent':
      return { kind, by, percent: fraction(divideRounded(figure, 100n)) };
    case 'weight':
    case 'volume':
      return line[by] === undefined ? undefined : { kind, by, amount: figure };
    case 'unit':
      return { kind, by, amount: price(figure) };
    case 'flat':
      return undefined;
  }
}

/** What each line takes of what its rule expects of its shipment as a whole; undefined where no line has what it is shared by. */
function flatShares(
  ruleOf: readonly (EstimateRule | undefined)[],
  lines: readonly RuledLine[],
  currency: string,
  already: (kind: string, shipment: string) => bigint,
): (at: number) => BaseAmount | undefined {
  const shares = new Map<number, BaseAmount>();
  const together = new Map<string, number[]>();
  lines.forEach(({ shipment }, at) => {
    const rule = ruleOf[at];
    if (rule?.by === 'flat')
      together.set(`${rule.code}|${shipment}`, [...(together.get(`${rule.code}|${shipment}`) ?? []), at]);
  });
  for (const places of together.values()) {
    const [rule, shipment] = [ruleOf[places[0] ?? 0], lines[places[0] ?? 0]?.shipment ?? ''];
    if (!rule) continue;
    const whole = divideRounded(rule.figure, powerOfTen(PRICE_PLACES - decimalsOf(currency)));
    const left = shipment === '' ? whole : whole - already(rule.kind, shipment);
    const weights = places.map((at) => weightOf(rule.basis, lines[at] as RuledLine));
    const shared = shareOut(left > 0n ? left : 0n, weights);
    if (shared.ok) places.forEach((at, place) => shares.set(at, base(shared.shares[place] ?? 0n)));
  }
  return (at) => shares.get(at);
}

function weightOf(basis: EstimateRule['basis'], line: RuledLine): bigint {
  switch (basis) {
    case 'value':
      return line.value;
    case 'quantity':
      return line.quantity;
    case 'equal':
      return 1n;
    case 'weight':
    case 'volume':
      return line[basis] ?? 0n;
  }
}
