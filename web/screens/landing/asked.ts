import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ChargeKind } from '../../parts/chargeKinds.ts';
import type { AskedShares, Landing } from './shares.ts';
import type { Body } from './sheet.ts';

/** Of each charge, whether what it is more or less than estimated is kept out of the goods: as said on the sheet, else as its kind has it. */
export const landingsOf = (
  body: Body,
  charges: readonly OpenCharge[],
  kinds: readonly ChargeKind[],
  recognition: string,
): Landing[] =>
  charges.map(({ line, kind }) => {
    const said = body.charges.find(({ of }) => of === line)?.difference;
    const goes = said ?? kinds.find(({ code }) => code === kind)?.difference;
    return { kind, isKeptOut: recognition === 'on-sale' && goes === 'variance' };
  });

/**
 * What is asked of each charge of a sheet, in the charges' order. By value and freight a charge rests on what the others put on the goods that carry
 * them to the border: those shared by duty, or by value and freight themselves, come after it, and its own kind is left out.
 */
export function askedOf(
  body: Body,
  charges: readonly OpenCharge[],
  kinds: readonly ChargeKind[],
  recognition: string,
): AskedShares[] {
  const landings = landingsOf(body, charges, kinds, recognition);
  const asked = charges.map(({ line, left, kind }, at) => {
    const { basis = 'value', amount, fixed = {}, density } = body.charges.find(({ of }) => of === line) ?? {};
    const of = kinds.find(({ code }) => code === kind);
    return {
      charge: { amount: amount || left, basis, fixed, density: density ?? of?.density },
      carries: of?.isToTheBorder === true && basis !== 'duty' && basis !== 'value-and-freight',
      landing: landings[at] as Landing,
    };
  });
  return asked.map(({ charge, landing: { kind } }) => {
    if (charge.basis !== 'value-and-freight') return charge;
    const carrying = asked.filter(({ carries, landing }) => carries && landing.kind !== kind);
    const beside = carrying.map(({ charge: other, landing }) => ({ ...other, ...landing }));
    return { ...charge, beside: { kind, charges: beside, more: body.more ?? false } };
  });
}
