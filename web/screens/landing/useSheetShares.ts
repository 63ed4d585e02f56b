import { useMemo } from 'react';
import type { PreviewReply } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { useMe } from '../../server/me.ts';
import { askedOf } from './asked.ts';
import { calculatedShares, type ColumnShares } from './shares.ts';
import type { Body } from './sheet.ts';
import { useShares } from './useShares.ts';

/** What each line bears of each charge, in the charges' order; undefined while it is calculated. */
export type SheetShares = readonly (ColumnShares | undefined)[];

const NONE: PreviewReply['shares'] = [];

/** The shares of a sheet's charges: by duty as the server calculated them, all others here. */
export function useSheetShares(
  body: Body,
  charges: readonly OpenCharge[],
  lines: readonly LandedGoods[],
  calculated: PreviewReply['shares'],
  currency: string,
): SheetShares {
  const kinds = useChargeKinds();
  const { recognition } = useMe().company;
  const asked = askedOf(body, charges, kinds, recognition);
  const here = useShares(
    lines,
    asked.map((charge) => (charge.basis === 'duty' ? { ...charge, basis: 'equal' as const } : charge)),
    currency,
  );
  const isDuty = asked.map(({ basis }) => basis === 'duty').join(' ');
  // Where nothing is by duty, a preview changes none of it.
  const byDuty = isDuty.includes('true') ? calculated : NONE;
  return useMemo(
    () =>
      charges.map(({ line }, at) =>
        isDuty.split(' ')[at] === 'true' ? calculatedShares(byDuty, line, lines.length, currency) : here[at],
      ),
    [charges, here, isDuty, byDuty, lines.length, currency],
  );
}
