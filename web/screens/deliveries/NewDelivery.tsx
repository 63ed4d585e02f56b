import { Fragment } from 'react';
import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField, WarehouseField } from '../../drafts/HeaderFields.tsx';
import { LotsOut } from '../../parts/LotCells.tsx';
import { lotsToSend } from '../../parts/lots.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLines } from '../../parts/useLines.ts';

type Body = BodyOf<'delivery'>;
type Line = Body['lines'][number];
const NO_LINE: Line = { item: '', quantity: '' };
const isBlank = (line: Line): boolean => line.item === '' && line.quantity === '';

/** Goods go out: what they cost is shown before it is posted. */
export function NewDelivery() {
  const { draft = '' } = useParams();
  const me = useMe();
  const items = server.useItemsQuery();
  const warehouses = server.useWarehousesQuery();
  const first = warehouses.data?.rows[0]?.id ?? '0';
  const entering = useDraft<'delivery', Body>({
    kind: 'delivery',
    id: draft,
    blank: () => ({ customer: '', date: me.company.today, warehouse: '', lines: [NO_LINE] }),
    toCommand: (body) => {
      const trackingOf = (id: string) => items.data?.rows.find((item) => item.id === id)?.tracking ?? 'none';
      const lines = body.lines
        .filter((line) => !isBlank(line))
        .map(({ lots, ...line }) => ({ ...line, ...lotsToSend(trackingOf(line.item), lots, line.quantity) }));
      return lines.length === 0 ? undefined : { ...body, warehouse: body.warehouse || first, lines };
    },
    title: (body) => `Delivery to ${body.customer || 'a customer'}`,
  });
  const mayDeliver = useMayPost('delivery');
  const { body, change, refusals } = entering;
  const { table, set, add, remove, sentAt } = useLines(body?.lines ?? [], NO_LINE, isBlank, (lines) =>
    change({ lines }),
  );
  if (!body) return null;
  return (
    <div className="screen">
      <Head
        title={body.customer || 'New delivery'}
        more={body.customer ? 'delivery' : ''}
        about="Goods leave at what their method says; the customer’s invoice takes them to cost of goods"
      />
      <div className="body">
        <div className="fields">
          <Field name="Customer" wide>
            <Cell
              label="Customer"
              autoFocus
              list="customers"
              value={body.customer}
              wrong={wrongAt(refusals, '/customer')}
              onChange={(customer) => change({ customer })}
            />
            <Suggested register="customers" field="name" />
          </Field>
          <DateField name="Date" body={body} change={change} refusals={refusals} />
          <WarehouseField name="From warehouse" body={body} change={change} refusals={refusals} />
        </div>
        <table className="sheet ruled max-w-[760px]" ref={table} aria-label="Lines of the delivery">
          <thead>
            <tr>
              <th>Item</th>
              <th className="num min-w-[120px]">On hand</th>
              <th className="num min-w-[130px]">Quantity</th>
              <th className="min-w-[60px]">Unit</th>
              <th className="min-w-[30px]">
                <span className="sr-only">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody onKeyDown={gridKeys({ onLastEnter: () => add(), onRemove: remove })}>
            {body.lines.map((line, at) => {
              const item = items.data?.rows.find((entry) => entry.id === line.item);
              const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
              return (
                <Fragment key={at}>
                  <tr>
                    <td className="lookup">
                      <Lookup
                        label={`Item, line ${at + 1}`}
                        placeholder="Number or name"
                        options={items.data?.rows ?? []}
                        value={line.item}
                        wrong={wrong('item')}
                        onChange={(chosen) => set(at, { item: chosen, lots: [] })}
                      />
                    </td>
                    <td className="num dim">
                      {line.item && <OnHand item={line.item} warehouse={body.warehouse || first} />}
                    </td>
                    <td>
                      <FigureCell
                        label={`Quantity, line ${at + 1}`}
                        value={line.quantity}
                        wrong={wrong('quantity')}
                        onChange={(quantity) => set(at, { quantity })}
                      />
                    </td>
                    <td className="dim">{item?.unit}</td>
                    <td className="num">
                      <TakeOut label={`Take out line ${at + 1}`} onClick={() => remove(at)} />
                    </td>
                  </tr>
                  {item && item.tracking !== 'none' && (
                    <LotsOut
                      item={item}
                      line={`line ${at + 1}`}
                      warehouse={body.warehouse || first}
                      quantity={line.quantity}
                      parts={line.lots}
                      columns={5}
                      wrong={(below) => wrong(`lots${below}`)}
                      onChange={(lots) => set(at, { lots: [...lots] })}
                    />
                  )}
                </Fragment>
              );
            })}
          </tbody>
        </table>
        <button type="button" className="act pt-2" onClick={() => add()}>
          Another line
        </button>
      </div>
      <Footing
        entering={entering}
        allowed={mayDeliver}
        action="Post delivery"
        waitingFor="Enter the customer, the items and how much goes out."
      />
    </div>
  );
}

/** How much of an item is in a warehouse. */
function OnHand({ item, warehouse }: { item: string; warehouse: string }) {
  const where = [
    { column: 'item_id', is: 'is', to: item },
    { column: 'warehouse_id', is: 'is', to: warehouse },
  ] as const;
  const stock = server.useListInfiniteQuery({ list: 'stock', where });
  return stock.currentData ? showFigure(stock.currentData.pages[0]?.rows[0]?.cells.quantity ?? '0') : null;
}
