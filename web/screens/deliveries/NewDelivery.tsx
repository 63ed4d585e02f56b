import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { server } from '../../server/api.ts';
import { useItems, useItemsNamed } from '../../server/known.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../locale/figures.ts';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { Head } from '../../parts/Head.tsx';
import { DateField, WarehouseField } from '../../drafts/HeaderFields.tsx';
import { LotsOut } from '../../lots/LotCells.tsx';
import { lotsToSend } from '../../lots/lots.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLines } from '../../table/useLines.ts';
import { say } from '../../locale/say.ts';

type Body = BodyOf<'delivery'>;
type DeliveryLine = Body['lines'][number];
const NO_LINE: DeliveryLine = { item: '', quantity: '' };
const isBlank = (line: DeliveryLine): boolean => line.item === '' && line.quantity === '';

/** Goods go out: what they cost is shown before it is posted. */
export function NewDelivery() {
  const { draft = '' } = useParams();
  const me = useMe();
  const known = useItems([]);
  const warehouses = server.useWarehousesQuery();
  const first = warehouses.data?.rows[0]?.id ?? '0';
  const entering = useDraft<'delivery', Body>({
    kind: 'delivery',
    id: draft,
    blank: () => ({ customer: '', date: me.company.today, warehouse: '', lines: [NO_LINE] }),
    toCommand: (body) => {
      const trackingOf = (id: string) => known[id]?.tracking ?? 'none';
      const lines = body.lines
        .filter((line) => !isBlank(line))
        .map(({ lots, ...line }) => ({ ...line, ...lotsToSend(trackingOf(line.item), lots, line.quantity) }));
      return lines.length === 0 ? undefined : { ...body, warehouse: body.warehouse || first, lines };
    },
    title: (body) => body.customer,
  });
  const mayDeliver = useMayPost('delivery');
  const { body, change, refusals } = entering;
  const { grid, set, add, remove, write, sentAt } = useLines(body?.lines ?? [], NO_LINE, isBlank, (lines) =>
    change({ lines }),
  );
  const find = useItemsNamed();
  const items = useItems(body?.lines.map(({ item }) => item) ?? []);
  if (!body) return null;
  const columns = columnsWith(items, find);
  return (
    <div className="screen">
      <Head
        title={body.customer || say('frame.do_delivery')}
        more={body.customer ? 'delivery' : ''}
        about={say('deliveries.new_about')}
      />
      <div className="body">
        <div className="fields">
          <Field name={say('word.customer')} wide>
            <Cell
              label={say('word.customer')}
              autoFocus
              list="customers"
              value={body.customer}
              wrong={wrongAt(refusals, '/customer')}
              onChange={(customer) => change({ customer })}
            />
            <Suggested register="customers" field="name" />
          </Field>
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <WarehouseField name={say('deliveries.from_warehouse')} body={body} change={change} refusals={refusals} />
        </div>
        <div className="max-w-[760px]">
          <Grid
            name="delivery-lines"
            label={say('deliveries.lines_of_delivery')}
            columns={columns}
            lines={body.lines}
            handle={grid}
            onLastEnter={() => add()}
            onRemove={remove}
            blank={() => NO_LINE}
            write={write}
            draw={(at, place) => {
              const line = body.lines[at] ?? NO_LINE;
              const item = items[line.item];
              const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
              return (
                <Line
                  key={at}
                  place={place}
                  cells={{
                    item: (
                      <Lookup
                        label={say('orders.at_line', { what: { word: 'word.item' }, at: at + 1 })}
                        placeholder={say('entries.number_or_name')}
                        of="items"
                        chosen={item}
                        wrong={wrong('item')}
                        onChange={(chosen) => set(at, { item: chosen, lots: [] })}
                      />
                    ),
                    here: line.item && <OnHand item={line.item} warehouse={body.warehouse || first} />,
                    quantity: (
                      <FigureCell
                        label={say('orders.at_line', { what: { word: 'word.quantity' }, at: at + 1 })}
                        value={line.quantity}
                        wrong={wrong('quantity')}
                        onChange={(quantity) => set(at, { quantity })}
                      />
                    ),
                    unit: item?.unit,
                    out: <TakeOut label={say('orders.take_out_line', { at: at + 1 })} onClick={() => remove(at)} />,
                  }}
                >
                  {item && item.tracking !== 'none' && (
                    <LotsOut
                      item={item}
                      line={say('deliveries.line_at', { at: at + 1 })}
                      warehouse={body.warehouse || first}
                      quantity={line.quantity}
                      parts={line.lots}
                      wrong={(below) => wrong(`lots${below}`)}
                      onChange={(lots) => set(at, { lots: [...lots] })}
                    />
                  )}
                </Line>
              );
            }}
          />
        </div>
        <button type="button" className="act pt-2" onClick={() => add()}>
          {say('orders.another_line')}
        </button>
      </div>
      <Footing
        entering={entering}
        allowed={mayDeliver}
        action={say('deliveries.post_delivery')}
        waitingFor={say('deliveries.begin')}
      />
    </div>
  );
}

const columnsWith = (
  items: ReturnType<typeof useItems>,
  find: ReturnType<typeof useItemsNamed>,
): Column<DeliveryLine>[] => [
  {
    id: 'item',
    title: say('word.item'),
    className: 'lookup',
    always: true,
    text: ({ item }) => items[item]?.number ?? '',
    find,
    write: (line, _text, found = '') => ({ ...line, item: found, lots: [] }),
  },
  { id: 'here', title: say('word.on_hand'), className: 'num dim', room: 'min-w-[120px]' },
  {
    id: 'quantity',
    title: say('word.quantity'),
    className: 'num',
    room: 'min-w-[130px]',
    always: true,
    text: ({ quantity }) => figureText(quantity),
    write: (line, text) => ({ ...line, quantity: figureWritten(text) }),
  },
  {
    id: 'unit',
    title: say('word.unit'),
    className: 'dim',
    room: 'min-w-[60px]',
    text: ({ item }) => items[item]?.unit ?? '',
  },
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];

/** How much of an item is in a warehouse. */
function OnHand({ item, warehouse }: { item: string; warehouse: string }) {
  const where = [
    { column: 'item_id', is: 'is', to: item },
    { column: 'warehouse_id', is: 'is', to: warehouse },
  ] as const;
  const stock = server.useListInfiniteQuery({ list: 'stock', where });
  return stock.currentData ? showFigure(stock.currentData.pages[0]?.rows[0]?.cells.quantity ?? '0') : null;
}
