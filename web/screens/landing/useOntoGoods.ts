import { useMemo } from 'react';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { useMe } from '../../server/me.ts';
import { landingsOf } from './asked.ts';
import type { Body } from './sheet.ts';
import { ontoGoods, type OntoGoods } from './shares.ts';
import type { SheetShares } from './useSheetShares.ts';

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
