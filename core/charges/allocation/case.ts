import { BASES, type Basis } from '../basis.ts';
import { asFields, type Fields, isTrue, NotKnown, optionalText, textOf, textsOf } from '../../reading/fields.ts';
import type { LineId } from '../../costing/pool.ts';
import { cited, citedCharge, type Numbers, type Reading } from '../../state/caseStep.ts';
import { baseOrThrow, rateOrThrow } from '../../exact/amounts.ts';
import type { AllocationCommand } from './command.ts';

export function allocationStep({ step, numbers, books, date }: Reading): AllocationCommand {
  const basisOf = basesOf(step);
  const to = textsOf(step, 'to').map((name) => cited(name, numbers));
  const amounts = amountsByHand(step);
  const home = books.company.currency;
  const only = step.only === undefined ? undefined : textsOf(step, 'only').map((name) => cited(name, numbers));
  const amount = optionalText(step, 'amount');
  const charges = textsOf(step, 'charges').map((name) => ({
    of: citedCharge(name, numbers),
    basis: basisOf(name),
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
  const rate = optionalText(step, 'customs-rate');
  const customs = {
    entry: optionalText(step, 'entry'),
    customsRate: rate === undefined ? undefined : rateOrThrow(rate),
    declared: declaredOf(step, to, numbers),
  };
  return { kind: 'allocation', date, to, charges, more: isTrue(step, 'more'), ...customs };
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

/** `origin` is a list in the order of `to`, or countries by receipt line; `preference` names the lines that claim one. */
function declaredOf(step: Fields, to: readonly LineId[], numbers: Numbers): AllocationCommand['declared'] {
  const origins = new Map<LineId, string>();
  if (Array.isArray(step.origin))
    textsOf(step, 'origin').forEach((country, position) => origins.set(to[position] ?? '', country));
  else
    for (const [line, country] of Object.entries(asFields(step.origin ?? {}, 'origin')))
      origins.set(cited(line, numbers), String(country));
  const claimed = new Set(textsOf(step, 'preference').map((name) => cited(name, numbers)));
  return to
    .filter((line) => origins.has(line) || claimed.has(line))
    .map((line) => ({ line, origin: origins.get(line), preference: claimed.has(line) ? true : undefined }));
}

/** `amounts` is a list for the only charge, or lists by charge. */
function amountsByHand(step: Fields): (charge: string) => string[] | undefined {
  const given = step.amounts;
  if (given === undefined) return () => undefined;
  if (Array.isArray(given)) return () => given.map(String);
  return (charge) => textsOf(given as Fields, charge);
}
