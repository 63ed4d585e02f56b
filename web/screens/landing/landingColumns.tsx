import type { RefusalView } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { Choice } from '../../parts/Cells.tsx';
import type { ChargeKind } from '../../parts/chargeKinds.ts';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useTyped } from '../../parts/useTyped.ts';
import { showFigure } from '../../locale/figures.ts';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import type { Column } from '../../table/column.ts';
import { type Basis, type Body, DIFFERENCE_NAMES } from './sheet.ts';
import type { ColumnShares, LandedLine } from './shares.ts';
import { Explain } from '../../guide/Explain.tsx';
import { say, sayAll } from '../../locale/say.ts';
import { BASES, BASIS_NAMES, DIFFERENCES } from '@obolus/contract/kinds/allocation';

export type Chosen = Body['charges'][number];

/** A charge on the sheet, with what each line bears of it. */
export interface ChargeColumn {
  readonly id: string;
  readonly charge: OpenCharge;
  readonly chosen: Chosen;
  /** Where it stands among the charges. */
  readonly at: number;
  /** What each line bears of it; undefined while it is calculated. */
  readonly shares: ColumnShares | undefined;
  readonly kind: ChargeKind | undefined;
  /** Whether some of the lines were received with an estimate of its kind. */
  readonly isEstimated: boolean;
}

/** A received line at its place on the sheet; with shares, by charge, that were pasted onto it. */
export interface SheetRow {
  readonly line: LandedGoods;
  readonly at: number;
  readonly pasted?: Readonly<Record<string, string>>;
}

export const landingColumns = (
  charges: readonly ChargeColumn[],
  landed: (line: LandedGoods, at: number) => LandedLine,
  set: (of: string, to: Partial<Chosen>) => void,
  refusals: readonly RefusalView[],
): Column<SheetRow>[] => [
  {
    id: 'line',
    title: say('landing.received_line'),
    className: 'name',
    always: true,
    text: ({ line }) => `${line.item.number} ${line.receipt.number}`,
  },
  { id: 'goods', title: say('word.goods'), className: 'num', text: ({ line }) => figureText(line.goods) },
  ...charges.map(({ id, charge, chosen, at, kind, isEstimated }, position): Column<SheetRow> => ({
    id,
    title: `${charge.kind} ${charge.bill.number}`,
    className: 'num',
    room: chosen.basis === 'value-and-freight' ? 'min-w-[136px]' : 'min-w-[112px]',
    always: true,
    head: <ChargeHead {...{ charge, chosen, at, kind, isEstimated, set, refusals }} />,
    text: ({ line, at: row }) => figureText(chosen.fixed[line.line] || landed(line, row).shares[position]),
    write: (row, text) => ({ ...row, pasted: { ...row.pasted, [id]: figureWritten(text) } }),
  })),
  {
    id: 'landed',
    title: say('landing.landed'),
    head: (
      <>
        {say('landing.landed')}
        <Explain what={say('landing.landed')} chapter="landing-sheet" of="landed" />
      </>
    ),
    className: 'num strong',
    text: ({ line, at }) => figureText(landed(line, at).landed),
  },
  {
    id: 'before',
    title: say('landing.unit_cost_before'),
    className: 'num dim',
    text: ({ line, at }) => figureText(landed(line, at).before),
  },
  {
    id: 'after',
    title: say('landing.after'),
    className: 'num strong',
    text: ({ line, at }) => figureText(landed(line, at).after),
  },
  {
    id: 'percent',
    title: '%',
    className: 'num',
    text: ({ line, at }) => {
      const { before, after } = landed(line, at);
      return figureText(percent(before, after));
    },
  },
];

/** What a column is: the charge, its bill, and the basis that it is shared by. */
function ChargeHead({
  charge,
  chosen,
  at,
  kind,
  isEstimated,
  set,
  refusals,
}: Pick<ChargeColumn, 'charge' | 'chosen' | 'at' | 'kind' | 'isEstimated'> & {
  set: (of: string, to: Partial<Chosen>) => void;
  refusals: readonly RefusalView[];
}) {
  const named = { kind: charge.kind, number: charge.bill.number };
  // Shown at once: what is drawn of the sheet follows.
  const typed = useTyped(chosen.basis);
  return (
    <>
      <div className="capitalize text-ink">{charge.kind}</div>
      <FigureCell
        label={say('landing.part_of', named)}
        className="num font-normal"
        value={chosen.amount ?? ''}
        placeholder={showFigure(charge.left)}
        hint={say('landing.part_hint')}
        onChange={(amount) => set(charge.line, { amount })}
      />
      <div className="font-normal dim">{charge.bill.number}</div>
      <Choice
        label={say('landing.basis_of', named)}
        className="num text-bronze font-semibold"
        value={typed.typed ?? chosen.basis}
        options={BASES.map((basis) => [basis, say(BASIS_NAMES[basis])])}
        onChange={(basis) => {
          typed.type(basis, chosen.basis);
          set(charge.line, { basis: basis as Basis });
        }}
      />
      {chosen.basis === 'chargeable' && (
        <label className="flex items-baseline justify-end gap-1 font-normal">
          <FigureCell
            label={say('landing.density_of', named)}
            className="num w-16"
            value={chosen.density ?? kind?.density ?? ''}
            onChange={(density) => set(charge.line, { density })}
          />
          <span className="dim">{say('landing.per_cubic_meter')}</span>
        </label>
      )}
      {isEstimated && (
        <Choice
          label={say('landing.difference_of', named)}
          className="num dim font-normal"
          value={chosen.difference ?? kind?.difference ?? 'goods'}
          options={DIFFERENCES.map((goes) => [goes, say(DIFFERENCE_NAMES[goes])])}
          onChange={(difference) => set(charge.line, { difference: difference as (typeof DIFFERENCES)[number] })}
        />
      )}
      {refusals
        .filter((refusal) => `${refusal.at}/`.startsWith(`/charges/${at}/`) && !refusal.at.includes('/fixed/'))
        .map((refusal) => (
          <div key={refusal.reason} className="wrong whitespace-normal max-w-[160px]">
            {sayAll(refusal.says)}
          </div>
        ))}
    </>
  );
}

/** The change in percent, for reading only: one decimal. */
export function percent(before: string | undefined, after: string | undefined): string {
  if (!before || !after || isZero(before)) return '';
  const change = (Number(after) / Number(before) - 1) * 100;
  return change.toFixed(1);
}
