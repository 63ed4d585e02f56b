import type { RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import type { Instalment } from '../../drafts/HeaderFields.tsx';
import { dayText, dayWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { TakeOut } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { difference, isNegative, isZero, sumOf } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { Column } from '../../table/column.ts';
import { useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { useLines } from '../../table/useLines.ts';

const columns = (currency: string, today: string): Column<Instalment>[] => [
  {
    id: 'due',
    title: say('word.due'),
    room: 'min-w-[150px]',
    always: true,
    text: ({ due }) => dayText(due),
    write: (line, text) => ({ ...line, due: dayWritten(text, today) }),
  },
  {
    id: 'amount',
    title: say('orders.amount_in', { currency }),
    className: 'num',
    room: 'min-w-[130px]',
    always: true,
    text: ({ amount }) => figureText(amount),
    write: (line, text) => ({ ...line, amount: figureWritten(text) }),
  },
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];

/** The parts in which a bill is due, where somebody says them; nothing while its terms do. */
export function Instalments({
  lines,
  total,
  currency,
  refusals,
  change,
}: {
  lines: readonly Instalment[];
  /** What the bill comes to. */
  total: string;
  currency: string;
  refusals: readonly RefusalView[];
  change: (lines: Instalment[]) => void;
}) {
  const { company } = useMe();
  const left = difference(
    total,
    sumOf(
      lines.map(({ amount }) => amount),
      currency,
    ),
  );
  const rest = left === undefined || isZero(left) || isNegative(left) ? '' : sumOf([left], currency);
  const blank: Instalment = { due: '', amount: rest };
  const { grid, set, add, write } = useLines<Instalment>(lines, blank, () => false, change);
  const take = (at: number) => change(lines.filter((_, position) => position !== at));
  if (lines.length === 0) return null;
  // That they are not all of the bill is said at the last.
  const asWhole = wrongAt(refusals, '/instalments');
  return (
    <section className="pb-4 max-w-[420px]" aria-label={say('word.instalments')}>
      <Grid
        name="instalments"
        label={say('word.instalments')}
        columns={columns(currency, company.today)}
        lines={lines}
        handle={grid}
        onLastEnter={() => add()}
        onRemove={take}
        blank={() => blank}
        write={write}
        draw={(at, place) => {
          const line = lines[at] ?? blank;
          return (
            <Line
              key={at}
              place={place}
              cells={{
                due: (
                  <DateCell
                    label={say('billing.instalment_due', { at: at + 1 })}
                    value={line.due}
                    wrong={wrongAt(refusals, `/instalments/${at}/due`)}
                    onChange={(due) => set(at, { due })}
                  />
                ),
                amount: (
                  <FigureCell
                    label={say('billing.instalment_amount', { at: at + 1 })}
                    value={line.amount}
                    wrong={
                      wrongAt(refusals, `/instalments/${at}/amount`) ?? (at === lines.length - 1 ? asWhole : undefined)
                    }
                    onChange={(amount) => set(at, { amount })}
                  />
                ),
                out: <TakeOut label={say('billing.instalment_out', { at: at + 1 })} onClick={() => take(at)} />,
              }}
            />
          );
        }}
      />
      <p className="pt-1 flex gap-4">
        <button type="button" className="act" onClick={() => add()}>
          {say('billing.instalment_add')}
        </button>
        {rest !== '' && <span className="dim">{say('billing.instalments_left', { amount: showFigure(rest) })}</span>}
      </p>
    </section>
  );
}
