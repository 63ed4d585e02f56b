import { Link } from 'react-router';
import type { RefusalView } from '@obolus/contract/commands';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OnDockLine } from '@obolus/contract/views/receiving';
import { wrongAt } from '../../drafts/useDraft.ts';
import { choiceWritten, dayText, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { Column } from '../../table/column.ts';
import { useMayPost } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';

export interface Body extends Omit<BodyOf<'put-away'>, 'lines'> {
  readonly put: Readonly<Record<string, { readonly quantity: string; readonly bin: string }>>;
}

interface Props {
  readonly lines: readonly OnDockLine[];
  readonly body: Body;
  readonly change: (to: Partial<Body>) => void;
  readonly refusals: readonly RefusalView[];
  /** The places that a line may go to. */
  readonly bins: (line: OnDockLine) => readonly string[];
}

interface DockRow {
  readonly line: OnDockLine;
  readonly quantity: string;
  /** Empty for the usual one. */
  readonly bin: string;
}

const usualBin = ({ line, bin }: DockRow): string => bin || (line.bins[0] ?? '');

const dockColumns = (binsOf: Props['bins'], mayReturn: boolean): Column<DockRow>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
  { id: 'receipt', title: say('word.receipt'), text: ({ line }) => line.receipt.number },
  { id: 'since', title: say('receiving.since'), text: ({ line }) => dayText(line.receipt.date) },
  { id: 'warehouse', title: say('word.warehouse'), text: ({ line }) => line.warehouse.name },
  { id: 'left', title: say('receiving.on_dock'), className: 'num', text: ({ line }) => figureText(line.left) },
  {
    id: 'put',
    title: say('receiving.put_away'),
    className: 'num',
    room: 'min-w-[110px]',
    always: true,
    text: ({ quantity }) => figureText(quantity),
    write: (row, text) => ({ ...row, quantity: figureWritten(text) }),
  },
  { id: 'unit', title: say('word.unit'), className: 'dim', text: ({ line }) => line.item.unit },
  {
    id: 'into',
    title: say('receiving.into'),
    room: 'min-w-[130px]',
    text: usualBin,
    write: (row, text) => {
      const bin = choiceWritten(
        text,
        binsOf(row.line).map((code) => [code, code] as const),
      );
      return bin === undefined ? row : { ...row, bin };
    },
  },
  ...(mayReturn ? [{ id: 'back', title: say('receiving.send_back') }] : []),
];

/** What stands on the dock, and into which place how much of it goes. */
export function DockGrid({ lines, body, change, refusals, bins }: Props) {
  const rows = lines.map((line): DockRow => ({ line, quantity: '', bin: '', ...body.put[line.line] }));
  const sent = rows.filter(({ quantity }) => quantity).map(({ line }) => line.line);
  const mayReturn = useMayPost('return');
  const write = (changed: ReadonlyMap<number, DockRow>) =>
    change({
      put: {
        ...body.put,
        ...Object.fromEntries([...changed.values()].map(({ line, quantity, bin }) => [line.line, { quantity, bin }])),
      },
    });
  return (
    <Grid
      name="dock-lines"
      label={say('receiving.goods_on_dock')}
      columns={dockColumns(bins, mayReturn)}
      lines={rows}
      write={write}
      draw={(index, place) => {
        const row = rows[index] as DockRow;
        const { line } = row;
        const at = `/lines/${sent.indexOf(line.line)}`;
        const label = `${line.item.name}, ${line.receipt.number}`;
        const set = (to: Partial<DockRow>) => write(new Map([[index, { ...row, ...to }]]));
        return (
          <Line
            key={line.line}
            place={place}
            title={{ item: `${line.item.number} ${line.item.name}` }}
            cells={{
              item: (
                <>
                  {line.item.name} <span className="dim">{line.item.number}</span>
                </>
              ),
              receipt: (
                <Link className="act" tabIndex={-1} to={`/documents/${line.receipt.id}`}>
                  {line.receipt.number}
                </Link>
              ),
              since: showDay(line.receipt.date),
              warehouse: line.warehouse.name,
              left: showFigure(line.left),
              put: (
                <FigureCell
                  label={say('receiving.put_away_of', { label })}
                  value={row.quantity}
                  wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                  onChange={(quantity) => set({ quantity })}
                />
              ),
              unit: line.item.unit,
              back: (
                <Link
                  className="act whitespace-nowrap"
                  aria-label={say('receiving.send_back_line', { label })}
                  to={`/returns/of/${line.vendor.id}?find=${line.receipt.number}`}
                >
                  {say('receiving.send_back_act')}
                </Link>
              ),
              into: (
                <Choice
                  label={say('receiving.bin_of', { label })}
                  value={usualBin(row)}
                  options={[
                    ['', say('receiving.which_bin')],
                    ...bins(line).map(
                      (code) => [code, line.bins.includes(code) ? say('receiving.as_before', { code }) : code] as const,
                    ),
                  ]}
                  wrong={wrongAt(refusals, `${at}/bin`)}
                  onChange={(bin) => set({ bin })}
                />
              ),
            }}
          />
        );
      }}
    />
  );
}
