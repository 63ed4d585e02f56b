import type { Books } from '../../state/books.ts';
import {
  boughtOf,
  cited,
  currencyOf,
  DIMENSIONS,
  dimensionsOf,
  linesOf,
  numberOf,
  type Numbers,
  percentOf,
  priceOf,
  quantityOf,
  type Reading,
  SOMEONE,
  whoAndWhy,
} from '../../state/caseStep.ts';
import type { Estimate } from '../../state/purchasing.ts';
import { type Fields, isTrue, listOf, NotKnown, onlyKeys, optionalText, textOf } from '../../reading/fields.ts';
import { baseOrThrow, priceOrThrow } from '../../exact/amounts.ts';
import type { OrderChangeCommand, OrderClosingCommand, OrderCommand, OrderStepCommand } from './commands.ts';

const ASKED = ['qty', 'unit', 'price', 'due', 'discount', 'estimate', 'tax-code', ...DIMENSIONS];

const askedOf = (line: Fields, books: Books) => ({
  ...quantityOf(line),
  unit: optionalText(line, 'unit'),
  ...priceOf(line),
  due: optionalText(line, 'due'),
  dimensions: dimensionsOf(line),
  taxCode: optionalText(line, 'tax-code'),
  estimates: listOf(line, 'estimate').map((estimate) => estimateOf(estimate, books)),
});

function standingOrder(step: Fields, numbers: Numbers, books: Books): { of: string; seen: number } {
  const of = numberOf(textOf(step, 'of'), numbers);
  return { of, seen: books.orders.get(of)?.versions.length ?? 1 };
}

function estimateOf(fields: Fields, books: Books): Estimate {
  onlyKeys(fields, ['charge', 'perUnit', 'perKg', 'perCubicMetre', 'percent', 'flat', 'tariff'], 'an estimate');
  const kind = textOf(fields, 'charge');
  if (fields.perUnit !== undefined) return { kind, by: 'unit', amount: priceOrThrow(textOf(fields, 'perUnit')) };
  if (fields.perKg !== undefined) return { kind, by: 'weight', amount: priceOrThrow(textOf(fields, 'perKg')) };
  if (fields.perCubicMetre !== undefined)
    return { kind, by: 'volume', amount: priceOrThrow(textOf(fields, 'perCubicMetre')) };
  if (fields.percent !== undefined) return { kind, by: 'percent', percent: percentOf(textOf(fields, 'percent')) };
  if (fields.flat !== undefined)
    return { kind, by: 'flat', amount: baseOrThrow(textOf(fields, 'flat'), books.company.currency) };
  if (isTrue(fields, 'tariff')) return { kind, by: 'tariff' };
  throw new NotKnown(`the estimate of ${kind} should say perUnit, perKg, perCubicMetre, percent, flat or tariff`);
}

export function placingStep({ step, numbers, books, date }: Reading): OrderCommand {
  const lines = linesOf(step, ['item', 'expense', 'replaces', ...ASKED]).map((line) => ({
    bought: boughtOf(line),
    ...(line.replaces === undefined ? {} : { replaces: cited(textOf(line, 'replaces'), numbers) }),
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

/** A line `of` the order as it should be now; one without it is new. */
export function changeStep({ step, numbers, books, date }: Reading): OrderChangeCommand {
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

export function closingStep({ step, numbers, date }: Reading): OrderClosingCommand {
  const lines = linesOf(step, ['of']).map((line) => ({ of: cited(textOf(line, 'of'), numbers) }));
  return {
    kind: 'order-closing',
    of: numberOf(textOf(step, 'of'), numbers),
    date,
    reason: whoAndWhy(step).reason,
    lines,
  };
}

export function stepOf(word: OrderStepCommand['step']): (reading: Reading) => OrderStepCommand {
  return ({ step, numbers, books, date }) => ({
    kind: 'order-step',
    ...standingOrder(step, numbers, books),
    date,
    step: word,
    ...whoAndWhy(step),
  });
}
