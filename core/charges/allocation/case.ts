import { BASES, type Basis } from '../basis.ts';
import { asFields, type Fields, isTrue, NotKnown, optionalText, textOf, textsOf } from '../../reading/fields.ts';
import { cited, citedCharge, numberOf, type Reading } from '../../state/caseStep.ts';
import { baseOrThrow, quantityOrThrow } from '../../exact/amounts.ts';
import { differenceOf } from '../estimate.ts';
import type { AllocationCommand } from './command.ts';

export function allocationStep({ step, numbers, books, date }: Reading): AllocationCommand {
  const basisOf = basesOf(step);
  const to = textsOf(step, 'to').map((name) => cited(name, numbers));
  const amounts = amountsByHand(step);
  const home = books.company.currency;
  const only = step.only === undefined ? undefined : textsOf(step, 'only').map((name) => cited(name, numbers));
  const amount = optionalText(step, 'amount');
  const density = optionalText(step, 'density');
  const difference = differenceOf(step);
  const charges = textsOf(step, 'charges').map((name) => ({
    of: citedCharge(name, numbers),
    basis: basisOf(name),
    ...(density === undefined ? {} : { density: quantityOrThrow(density) }),
    ...(difference === undefined ? {} : { difference }),
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
  const entry = optionalText(step, 'entry');
  return {
    kind: 'allocation',
    date,
    to,
    charges,
    more: isTrue(step, 'more'),
    entry: entry === undefined ? undefined : numberOf(entry, numbers),
  };
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

const OF_CUSTOMS = ['customs-rate', 'origin', 'preference'];

/**
 * An allocation may state what customs went by in words of its own: the day in `entry`, `customs-rate`, `origin` (a list in the
 * order of `to`, or countries by receipt line), `preference` (the lines that claim one). They are the customs entry of these
 * goods, which then stands before it.
 */
export function customsEntryOf(step: Fields): { first: Fields; rest: Fields } | undefined {
  const entry = optionalText(step, 'entry');
  const entered = entry !== undefined && /^\d{4}-/.test(entry) ? entry : undefined;
  if (entered === undefined && !OF_CUSTOMS.some((word) => step[word] !== undefined)) return undefined;
  const name = `${textOf(step, 'allocate')}, customs entry`;
  const to = textsOf(step, 'to');
  const origins = Array.isArray(step.origin)
    ? new Map(textsOf(step, 'origin').map((country, position) => [to[position] ?? '', country]))
    : new Map(Object.entries(asFields(step.origin ?? {}, 'origin')).map(([line, country]) => [line, String(country)]));
  const claimed = new Set(textsOf(step, 'preference'));
  const lines = to.map((line) => ({
    goods: [line],
    ...(origins.has(line) ? { origin: origins.get(line) } : {}),
    ...(claimed.has(line) ? { preference: 'true' } : {}),
  }));
  const { entry: _, 'customs-rate': rate, origin: __, preference: ___, ...rest } = step;
  const first = {
    on: step.on,
    'customs-entry': name,
    lines,
    ...(entered ? { entered } : {}),
    ...(rate ? { rate } : {}),
  };
  return { first, rest: { ...rest, entry: name } };
}

/** `amounts` is a list for the only charge, or lists by charge. */
function amountsByHand(step: Fields): (charge: string) => string[] | undefined {
  const given = step.amounts;
  if (given === undefined) return () => undefined;
  if (Array.isArray(given)) return () => given.map(String);
  return (charge) => textsOf(given as Fields, charge);
}
