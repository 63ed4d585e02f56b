import { memo, useMemo } from 'react';
import type { RefusalView } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { formatAmount } from '@obolus/core/exact/amounts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { useMe } from '../../server/me.ts';
import { difference, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { useNextFrame } from '../../parts/useNextFrame.ts';
import { useLasting } from '../../parts/useLasting.ts';
import { Grid } from '../../table/Grid.tsx';
import { say, sayAll } from '../../locale/say.ts';
import { type ChargeColumn, type Chosen, landingColumns, type SheetRow } from './landingColumns.tsx';
import { landedLine, type OntoGoods } from './shares.ts';
import { type Body, type ChangeCharges, columnId } from './sheet.ts';
import { type LineActions, SheetLine } from './SheetLine.tsx';
import type { Unusual } from './unusual.ts';
import type { SheetShares } from './useSheetShares.ts';

interface Props {
  readonly body: Body;
  /** From what stands now, which may be later than what is drawn. */
  readonly changeCharges: (to: ChangeCharges) => void;
  readonly refusals: readonly RefusalView[];
  readonly charges: readonly OpenCharge[];
  readonly lines: readonly LandedGoods[];
  readonly shares: SheetShares;
  readonly onto: OntoGoods;
  readonly unusual: Unusual;
}

/** Rows are received lines, columns are goods, each charge, what it comes to, and the unit cost before and after. */
export const LandingGrid = memo(function LandingGrid({
  body,
  changeCharges,
  refusals,
  charges,
  lines,
  shares,
  onto,
  unusual,
}: Props) {
  const { currency, recognition } = useMe().company;
  const kinds = useChargeKinds();
  const estimated = useMemo(
    () => new Set(recognition === 'on-sale' ? lines.flatMap(({ estimates }) => estimates.map(({ kind }) => kind)) : []),
    [lines, recognition],
  );
  const columns = charges.map((charge, position): ChargeColumn => {
    const at = body.charges.findIndex((entry) => entry.of === charge.line);
    return {
      id: columnId(charge),
      charge,
      chosen: body.charges[at] as Chosen,
      at,
      shares: shares[position],
      kind: kinds.find(({ code }) => code === charge.kind),
      isEstimated: estimated.has(charge.kind),
    };
  });
  const rows = useMemo(() => lines.map((line, at): SheetRow => ({ line, at })), [lines]);
  // What a line comes to follows in the next frame: both at once take longer to draw than a frame is.
  const follows = useNextFrame(useMemo(() => ({ lines, onto }), [lines, onto]));
  const ontoDrawn = follows.lines === lines ? follows.onto : onto;
  const landed = (line: LandedGoods, at: number) => landedLine(line, at, shares, ontoDrawn, currency);
  const set = (of: string, to: Partial<Chosen>) =>
    changeCharges((charges) => charges.map((charge) => (charge.of === of ? { ...charge, ...to } : charge)));
  const actions = useLasting<LineActions>({
    fix(id: string, line: string, share: string) {
      const of = columns.find((one) => one.id === id)?.charge.line;
      changeCharges((charges) =>
        charges.map((charge) => (charge.of === of ? { ...charge, fixed: { ...charge.fixed, [line]: share } } : charge)),
      );
    },
  });
  const write = (changed: ReadonlyMap<number, SheetRow>) =>
    changeCharges((charges) =>
      charges.map((charge) => {
        const column = columns.find((one) => one.charge.line === charge.of);
        const pasted = [...changed.values()].flatMap(({ line, pasted: said }) => {
          const share = column && said?.[column.id];
          return share === undefined ? [] : [[line.line, share] as const];
        });
        return pasted.length === 0 ? charge : { ...charge, fixed: { ...charge.fixed, ...Object.fromEntries(pasted) } };
      }),
    );
  const wrongShares = useMemo(() => sharesRefused(body, refusals), [body, refusals]);
  const named = columns.map(({ id, charge }) => `${id}|${charge.kind}`).join('\n');
  const goods = useMemo(() => sumIn(lines, 'goods', currency), [lines, currency]);
  const value = useMemo(() => sumIn(lines, 'value', currency), [lines, currency]);
  const landedInAll = useMemo(
    () => sumOf([value, ...ontoDrawn.map((amounts) => amountOf(amounts, currency))], currency),
    [value, ontoDrawn, currency],
  );
  const totals = columns.map((column) => (column.shares?.ok ? formatAmount(column.shares.total, currency) : undefined));
  const byColumn = (of: (position: number) => string) =>
    Object.fromEntries(columns.map(({ id }, position) => [id, of(position)]));
  return (
    <div className="pt-3">
      <Grid
        name="landing-sheet"
        label={say('frame.landing')}
        className=""
        columns={landingColumns(columns, landed, set, refusals)}
        lines={rows}
        write={write}
        sums={[
          {
            cells: {
              line: say('kind.amounts_shared_out'),
              goods: showFigure(goods),
              ...byColumn((position) => (totals[position] === undefined ? '–' : showFigure(totals[position]))),
              landed: showFigure(landedInAll),
            },
          },
          {
            plain: true,
            cells: {
              line: say('landing.left_of_charge'),
              ...byColumn((position) => {
                const left = charges[position]?.left ?? '';
                return showFigure(totals[position] === undefined ? left : difference(left, totals[position]), 2);
              }),
            },
          },
        ]}
        draw={(index, place) => {
          const { line } = rows[index] as SheetRow;
          const of = landed(line, index);
          return (
            <SheetLine
              key={line.line}
              {...{ place, actions, line, charges: named }}
              shares={of.shares.join(' ')}
              typed={columns.map(({ chosen }) => chosen.fixed[line.line] ?? '').join(' ')}
              landed={of.landed}
              before={of.before ?? ''}
              after={of.after ?? ''}
              usual={unusual.lines.get(index)?.usual ?? ''}
              wrong={wrongAt(refusals, `/to/${index}`)}
              wrongShares={wrongShares.get(line.line) ?? ''}
            />
          );
        }}
      />
    </div>
  );
});

/** Sums of columns that were added up before: one column changes at a time. */
const added = new WeakMap<BigInt64Array, bigint>();

function amountOf(amounts: BigInt64Array | undefined, currency: string): string {
  if (!amounts) return formatAmount(0n, currency);
  const sum = added.get(amounts) ?? amounts.reduce((total, amount) => total + amount, 0n);
  added.set(amounts, sum);
  return formatAmount(sum, currency);
}

const sumIn = (lines: readonly LandedGoods[], field: 'goods' | 'value', currency: string): string =>
  sumOf(
    lines.map((line) => line[field]),
    currency,
  );

/** What is wrong with shares typed by hand, by line: as JSON, by charge. They are sent in the order of the lines, blank ones left out. */
function sharesRefused(body: Body, refusals: readonly RefusalView[]): ReadonlyMap<string, string> {
  const found = new Map<string, Record<number, string>>();
  for (const { at, says } of refusals) {
    const [, charge, place] = /^\/charges\/(\d+)\/fixed\/(\d+)\/amount$/.exec(at) ?? [];
    if (charge === undefined) continue;
    const line = body.to.filter((each) => body.charges[Number(charge)]?.fixed[each])[Number(place)];
    if (line !== undefined) found.set(line, { ...found.get(line), [charge]: sayAll(says) });
  }
  return new Map([...found].map(([line, wrong]) => [line, JSON.stringify(wrong)]));
}
