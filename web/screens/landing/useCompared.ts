import { useMemo } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { BASES } from '@obolus/contract/kinds/allocation';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { useSame } from '../../parts/useSame.ts';
import { useMe } from '../../server/me.ts';
import { usePreview } from '../../server/usePreview.ts';
import { askedOf, landingsOf } from './asked.ts';
import { calculatedShares, ontoGoods, type OntoGoods } from './shares.ts';
import type { Basis, Body } from './sheet.ts';
import { useShares } from './useShares.ts';
import type { SheetShares } from './useSheetShares.ts';

/** The bases that a charge is compared by. */
export const COMPARED = BASES.filter((basis) => basis !== 'manual');

/** The sheet as another basis of one of its charges would make it. */
export interface SheetBy {
  readonly basis: Basis;
  readonly columns: SheetShares;
  readonly onto: OntoGoods;
}

/** The sheet's charges. */
export interface Comparing {
  readonly body: Body;
  readonly charges: readonly OpenCharge[];
  readonly lines: readonly LandedGoods[];
  readonly shares: SheetShares;
  /** As it would be posted now; undefined while it could not be. */
  readonly command: BodyOf<'allocation'> | undefined;
  readonly draft: string;
}

/** The whole sheet once for each basis of the charge at this place; the bases of the others stay, and what rests on the charge moves with it. */
export function useCompared({ body, charges, lines, shares, command, draft }: Comparing, at: number): SheetBy[] {
  const { currency, recognition } = useMe().company;
  const kinds = useChargeKinds();
  const of = charges[at]?.line ?? '';
  const changed = useMemo(
    () =>
      COMPARED.map((basis) => ({
        ...body,
        charges: body.charges.map((one) => (one.of === of ? { ...one, basis } : one)),
      })),
    [body, of],
  );
  const here = useShares(
    lines,
    useMemo(
      () => changed.flatMap((sheet) => askedOf(sheet, charges, kinds, recognition)),
      [changed, charges, kinds, recognition],
    ),
    currency,
  );
  const byDuty = useSame(
    command && {
      ...command,
      charges: command.charges.map((one) => (one.of === of ? { ...one, basis: 'duty' as const } : one)),
    },
  );
  const duty = usePreview('allocation', byDuty, draft).currentData?.shares;
  return useMemo(() => {
    const landings = landingsOf(body, charges, kinds, recognition);
    return COMPARED.map((basis, by) => {
      const columns = charges.map(({ line }, position) => {
        const own = changed[by]?.charges.find((one) => one.of === line)?.basis;
        if (own !== 'duty') return here[by * charges.length + position];
        return position === at ? calculatedShares(duty ?? [], line, lines.length, currency) : shares[position];
      });
      return { basis, columns, onto: ontoGoods(columns, landings, lines, body.more ?? false, currency) };
    });
  }, [body, changed, charges, at, lines, shares, here, duty, kinds, recognition, currency]);
}
