import { type ReactNode, useMemo } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { isAgreed } from '@obolus/contract/kinds/vendorStatement';
import { wrongAt } from '../../../drafts/useDraft.ts';
import { showDay, showFigure } from '../../../locale/figures.ts';
import { say } from '../../../locale/say.ts';
import { Cell, Choice, TakeOut } from '../../../parts/Cells.tsx';
import { DateCell } from '../../../parts/DateCell.tsx';
import { sumOf } from '../../../parts/exact.ts';
import { FigureCell } from '../../../parts/FigureCell.tsx';
import { useMe } from '../../../server/me.ts';
import { Grid } from '../../../table/Grid.tsx';
import { Line } from '../../../table/Line.tsx';
import { useLines } from '../../../table/useLines.ts';
import { Standing } from './Standing.tsx';
import { statementColumns } from './statementColumns.ts';
import { type Body, isBlank, NO_LINE, type StatedLine } from './statementLines.ts';

interface Props {
  readonly body: Body;
  readonly currency: string;
  readonly change: (to: Partial<Body>) => void;
  readonly refusals: readonly RefusalView[];
  readonly statement: PreviewReply['statement'];
  /** What else lines come from. */
  readonly children?: ReactNode;
}

type Beside = NonNullable<PreviewReply['statement']>['beside'][number];
type Own = NonNullable<Beside['own']>;

/** What stands against a line in our account; of one that was not found, or was said by hand, what it may be. */
function Ours({
  label,
  line,
  beside: { own },
  free,
  onChange,
}: {
  label: string;
  line: StatedLine;
  beside: Beside;
  /** What our account has and no line of the statement is. */
  free: readonly Own[];
  onChange: (document: string) => void;
}) {
  const isSaid = Boolean(line.document) && own?.document.id === line.document;
  if (own && !isSaid)
    return (
      <>
        {own.document.number} <span className="dim">{showDay(own.date)}</span>
      </>
    );
  const choices = [...(own ? [own] : []), ...free].filter(
    ({ amount }) => amount.startsWith('-') === line.amount.startsWith('-'),
  );
  if (choices.length === 0) return null;
  return (
    <Choice
      label={label}
      value={own?.document.id ?? ''}
      options={[
        ['', say('payables.is_none')],
        ...choices.map(
          ({ document, date, amount }) =>
            [document.id, `${document.number}, ${showDay(date)}, ${showFigure(amount)}`] as const,
        ),
      ]}
      onChange={onChange}
    />
  );
}

/** The statement as it is typed, each line with what stands against it in our account. */
export function StatementGrid({ body, currency, change, refusals, statement, children }: Props) {
  const { company } = useMe();
  const { grid, set, add, remove, write, sentAt } = useLines(body.lines, NO_LINE, isBlank, (lines) =>
    change({ lines }),
  );
  const besideAt = useMemo(
    () => new Map((statement?.beside ?? []).flatMap((one) => (one.place === null ? [] : [[one.place, one] as const]))),
    [statement],
  );
  const besideOf = (line: StatedLine) => besideAt.get(sentAt(body.lines.indexOf(line)));
  const free = (statement?.beside ?? []).flatMap(({ found, place, own }) =>
    place === null && own && !isAgreed(found) ? [own] : [],
  );
  const labelOf = (word: 'word.date' | 'word.reference' | 'payables.statement_text' | 'word.amount', at: number) =>
    say('orders.at_line', { what: { word }, at: at + 1 });
  return (
    <div className="pt-4">
      <Grid
        name="statement-lines"
        label={say('payables.lines_of_statement')}
        columns={statementColumns(currency, company.today, (line) => {
          const own = besideOf(line)?.own;
          return [own ? `${own.document.number} ${own.reference}` : '', own?.amount ?? ''];
        })}
        lines={body.lines}
        handle={grid}
        onLastEnter={() => add()}
        onRemove={remove}
        blank={() => NO_LINE}
        write={write}
        sums={[
          {
            cells: {
              reference: say('status.total'),
              amount: showFigure(
                sumOf(
                  body.lines.map(({ amount }) => amount),
                  currency,
                ),
              ),
              own: showFigure(
                sumOf(
                  (statement?.beside ?? []).map(({ own }) => own?.amount ?? ''),
                  currency,
                ),
              ),
              found: say('payables.with_missing'),
            },
          },
        ]}
        draw={(at, place) => {
          const line = body.lines[at] ?? NO_LINE;
          const beside = besideOf(line);
          const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
          return (
            <Line
              key={at}
              place={place}
              cells={{
                date: (
                  <DateCell
                    label={labelOf('word.date', at)}
                    value={line.date}
                    wrong={wrong('date')}
                    onChange={(date) => set(at, { date })}
                  />
                ),
                reference: (
                  <Cell
                    label={labelOf('word.reference', at)}
                    value={line.reference}
                    wrong={wrong('reference')}
                    onChange={(reference) => set(at, { reference })}
                  />
                ),
                text: (
                  <Cell
                    label={labelOf('payables.statement_text', at)}
                    value={line.text}
                    wrong={wrong('text')}
                    onChange={(text) => set(at, { text })}
                  />
                ),
                amount: (
                  <FigureCell
                    label={labelOf('word.amount', at)}
                    value={line.amount}
                    wrong={wrong('amount')}
                    onChange={(amount) => set(at, { amount })}
                  />
                ),
                ours: beside && (
                  <Ours
                    label={say('payables.is_ours', { at: at + 1 })}
                    {...{ line, beside, free }}
                    onChange={(document) => set(at, { document })}
                  />
                ),
                own: beside?.own && showFigure(beside.own.amount),
                found: beside && <Standing of={beside} amount={line.amount} />,
                out: <TakeOut label={say('orders.take_out_line', { at: at + 1 })} onClick={() => remove(at)} />,
              }}
            />
          );
        }}
      />
      <div className="flex items-baseline">
        <button type="button" className="act" onClick={() => add()}>
          {say('orders.another_line')}
        </button>
        {children}
      </div>
    </div>
  );
}
