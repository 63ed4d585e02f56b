import { useMemo } from 'react';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { type ChargeKind, useChargeKinds } from '../../parts/chargeKinds.ts';
import { useMe } from '../../server/me.ts';
import type { Body } from './sheet.ts';
import { type Landing, ontoGoods, type OntoGoods } from './shares.ts';
import type { SheetShares } from './useSheetShares.ts';

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

/** What the goods bear of each charge of the sheet, after what was estimated with them. */
export function useOntoGoods(
  body: Body,
  charges: readonly OpenCharge[],
  lines: readonly LandedGoods[],
  shares: SheetShares,
): OntoGoods {
  const { currency, recognition } = useMe().company;
  const kinds = useChargeKinds();
  return useMemo(
    () => ontoGoods(shares, landingsOf(body, charges, kinds, recognition), lines, body.more ?? false, currency),
    [body, charges, lines, shares, kinds, recognition, currency],
  );
}
