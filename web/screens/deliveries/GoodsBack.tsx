import { useParams, useSearchParams } from 'react-router';
import type { LineToGiveBack } from '@obolus/contract/views/documents';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { type Entering, useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { LotsIn } from '../../lots/LotCells.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { type Back, type BackBody, backOf, creditedOf, nothingBack } from './backBody.ts';
import { Empty } from '../../parts/Empty.tsx';

interface Open {
  readonly rows: readonly LineToGiveBack[];
  readonly more: boolean;
}

/** A customer gives goods back: they come in at their delivery's cost, and what was invoiced of them is credited. */
export function GoodsBack() {
  const { customer = '' } = useParams();
  const open = server.useLinesToGiveBackQuery({ query: { customer } }, { refetchOnMountOrArgChange: true });
  if (open.isError)
    return (
      <div className="body">
        <Problem error={open.error} again={open.refetch} />
      </div>
    );
  return open.currentData ? <Coming key={customer} customer={customer} open={open.currentData} /> : null;
}

function Coming({ customer, open }: { customer: string; open: Open }) {
  const { draft = '' } = useParams();
  const [search] = useSearchParams();
  const me = useMe();
  const warehouses = server.useWarehousesQuery().data?.rows ?? [];
  const from = search.get('delivery');
  // What came with one delivery stands first.
  const lines = [...open.rows].sort((a, b) => Number(b.delivery.id === from) - Number(a.delivery.id === from));
  const entering = useDraft<'customer-return', BackBody>({
    kind: 'customer-return',
    id: draft,
    blank: () => ({ customer, date: me.company.today, warehouse: lines[0]?.warehouse.id ?? '', back: {} }),
    toCommand: (body) => backOf(body, lines),
    title: () => customer,
  });
  const mayTake = useMayPost('customer-return');
  const { body, change, refusals } = entering;
  if (!body) return null;
  return (
    <div className="screen">
      <Head title={customer} more={say('deliveries.gives_back')} about={say('deliveries.back_about')} />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <Field name={say('word.warehouse')}>
            <Choice
              label={say('word.warehouse')}
              value={body.warehouse}
              wrong={wrongAt(refusals, '/warehouse')}
              options={warehouses.map(({ id, name }) => [id, name] as const)}
              onChange={(warehouse) => change({ warehouse })}
            />
          </Field>
        </div>
        <Cut list={open} />
        {lines.length === 0 ? (
          <Empty title={say('deliveries.nothing_back')} />
        ) : (
          <Lines entering={entering} body={body} lines={lines} />
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayTake}
        action={say('deliveries.post_back')}
        waitingFor={say('deliveries.begin_back')}
      />
    </div>
  );
}

interface BackRow {
  readonly line: LineToGiveBack;
  readonly said: Back;
}

const columns = (currency: string): Column<BackRow>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
  { id: 'delivery', title: say('word.delivery'), text: ({ line }) => line.delivery.number },
  { id: 'left', title: say('deliveries.with_customer'), className: 'num', text: ({ line }) => figureText(line.left) },
  {
    id: 'quantity',
    title: say('deliveries.comes_back'),
    className: 'num',
    room: 'min-w-[110px]',
    always: true,
    text: ({ said }) => figureText(said.quantity),
    write: (row, text) => ({ ...row, said: { ...row.said, quantity: figureWritten(text) } }),
  },
  { id: 'unit', title: say('word.unit'), className: 'dim', room: 'min-w-[56px]', text: ({ line }) => line.item.unit },
  {
    id: 'credited',
    title: say('deliveries.credited'),
    className: 'num',
    text: ({ line, said }) => figureText(creditedOf(line, said.quantity)),
  },
  {
    id: 'price',
    title: say('deliveries.credit_price', { currency }),
    className: 'num',
    room: 'min-w-[120px]',
    text: ({ said }) => figureText(said.price),
    write: (row, text) => ({ ...row, said: { ...row.said, price: figureWritten(text) } }),
  },
];

function Lines({
  entering: { change, refusals },
  body,
  lines,
}: {
  entering: Entering<BackBody>;
  body: BackBody;
  lines: readonly LineToGiveBack[];
}) {
  const { company } = useMe();
  const sent = lines.filter(({ line }) => (body.back[line]?.quantity ?? '') !== '').map(({ line }) => line);
  const rows = lines.map((line): BackRow => ({ line, said: body.back[line.line] ?? nothingBack(line) }));
  const write = (changed: ReadonlyMap<number, BackRow>) =>
    change({
      back: { ...body.back, ...Object.fromEntries([...changed.values()].map(({ line, said }) => [line.line, said])) },
    });
  return (
    <Grid
      name="goods-back"
      label={say('deliveries.lines_of_back')}
      columns={columns(company.currency)}
      lines={rows}
      write={write}
      draw={(index, place) => {
        const row = rows[index] as BackRow;
        const { line, said } = row;
        const at = `/lines/${sent.indexOf(line.line)}`;
        const name = `${line.item.name}, ${line.delivery.number}`;
        const set = (to: Partial<Back>) => write(new Map([[0, { line, said: { ...said, ...to } }]]));
        const credited = creditedOf(line, said.quantity);
        return (
          <Line
            key={line.line}
            place={place}
            title={{ item: line.item.number }}
            cells={{
              item: line.item.name,
              delivery: (
                <>
                  {line.delivery.number} <span className="dim">{showDay(line.delivery.date)}</span>
                </>
              ),
              left: showFigure(line.left),
              quantity: (
                <FigureCell
                  label={say('deliveries.comes_back_of', { name })}
                  value={said.quantity}
                  wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                  onChange={(quantity) => set({ quantity })}
                />
              ),
              unit: line.item.unit,
              credited: isZero(credited) ? '' : showFigure(credited),
              price: (
                <FigureCell
                  label={say('deliveries.credit_price_of', { name })}
                  value={said.price}
                  wrong={wrongAt(refusals, `${at}/price`)}
                  onChange={(price) => set({ price })}
                />
              ),
            }}
          >
            {line.item.tracking !== 'none' && said.quantity !== '' && (
              <LotsIn
                item={line.item}
                line={name}
                quantity={said.quantity}
                parts={said.lots}
                wrong={(below) => wrongAt(refusals, `${at}/lots${below}`)}
                onChange={(lots) => set({ lots })}
              />
            )}
          </Line>
        );
      }}
    />
  );
}
