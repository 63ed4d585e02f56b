import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/commands';
import { server } from '../../app/api.ts';
import { useDraft, wrongAt, type Entering } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { Cell, Field, FigureCell, TakeOut } from '../../parts/Cells.tsx';
import { amountOfLine, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { CurrencyField, DateField, WarehouseField } from '../../parts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { useLines } from '../../parts/useLines.ts';

type Body = BodyOf<'order'>;
type Line = Body['lines'][number];

const NO_LINE: Line = { item: '', quantity: '', price: '', discount: '', due: '' };
const NO_EXPENSE: Line = { ...NO_LINE, expense: '' };
const isBlank = (line: Line): boolean => line.item === '' && !line.expense && line.quantity === '' && line.price === '';

/** A new order, entered by keyboard: a grid that grows as it is filled. */
export function NewOrder() {
  const { draft = '' } = useParams();
  const me = useMe();
  const vendors = server.useVendorsQuery();
  const warehouses = server.useWarehousesQuery();
  const entering = useDraft<'order', Body>({
    kind: 'order',
    id: draft,
    blank: () => ({ vendor: '', date: me.company.today, currency: me.company.currency, warehouse: '', lines: [NO_LINE], note: '' }),
    toCommand: (body) => {
      const lines = body.lines.filter((line) => !isBlank(line));
      return lines.length === 0 || body.vendor === '' ? undefined : { ...body, warehouse: body.warehouse || (warehouses.data?.rows[0]?.id ?? '0'), lines };
    },
    title: (body) => `Order to ${vendors.data?.rows.find((vendor) => vendor.id === body.vendor)?.name ?? 'a vendor'}`,
  });
  const { body, change, refusals } = entering;
  const mayOrder = useMayPost('order');
  if (!body) return null;
  const vendor = vendors.data?.rows.find((entry) => entry.id === body.vendor);
  const total = sumOf(
    body.lines.map((line) => amountOfLine(line.quantity, line.price, line.discount, body.currency)),
    body.currency,
  );
  return (
    <div className="screen">
      <Head
        title={vendor?.name ?? 'New order'}
        more={vendor ? 'new order' : ''}
        about={vendor ? `${vendor.currency}, ${vendor.termsDays} days` : 'Choose the vendor; its currency, terms and prices come with it'}
      />
      <div className="body">
        <div className="fields">
          <Field name="Vendor" wide>
            <Lookup
              label="Vendor"
              autoFocus
              options={vendors.data?.rows ?? []}
              value={body.vendor}
              wrong={wrongAt(refusals, '/vendor')}
              onChange={(id) => change({ vendor: id, currency: vendors.data?.rows.find((entry) => entry.id === id)?.currency ?? body.currency })}
            />
          </Field>
          <DateField name="Date" body={body} change={change} refusals={refusals} />
          <CurrencyField name="Currency" body={body} change={change} refusals={refusals} />
          <WarehouseField name="Into warehouse" body={body} change={change} refusals={refusals} />
          <Field name="Note" wide>
            <Cell label="Note" value={body.note} onChange={(note) => change({ note })} />
          </Field>
        </div>
        <OrderGrid entering={entering} body={body} />
      </div>
      <Footing
        entering={entering}
        allowed={mayOrder}
        action="Place order"
        waitingFor="Choose a vendor and enter a line: item, quantity, price."
        note={
          <>
            <h2 className="cap">Commitment, {body.currency}</h2>
            <p className="font-book text-[20px] font-semibold leading-7">{showFigure(total)}</p>
          </>
        }
      />
    </div>
  );
}

function OrderGrid({ entering: { change, refusals }, body }: { entering: Entering<Body>; body: Body }) {
  const items = server.useItemsQuery();
  const prices = server.usePricesQuery({ params: { id: body.vendor } }, { skip: body.vendor === '' });
  const { table, set, add, remove, sentAt } = useLines(body.lines, NO_LINE, isBlank, (lines) => change({ lines }));
  const choose = (at: number, item: string) => {
    const known = prices.data?.rows.find((row) => row.item === item);
    set(at, { item, ...(known && body.lines[at]?.price === '' ? { price: known.price } : {}) });
  };
  return (
    <table className="sheet ruled" ref={table} aria-label="Lines of the order">
      <thead>
        <tr>
          <th>Item</th>
          <th className="num min-w-[110px]">Quantity</th>
          <th className="min-w-[56px]">Unit</th>
          <th className="num min-w-[120px]">Price</th>
          <th className="min-w-[120px]">Price from</th>
          <th className="num min-w-[80px]">Less %</th>
          <th className="min-w-[140px]">Due</th>
          <th className="num min-w-[120px]">Amount, {body.currency}</th>
          <th className="min-w-[30px]">
            <span className="sr-only">Take out</span>
          </th>
        </tr>
      </thead>
      <tbody onKeyDown={gridKeys({ onLastEnter: () => add(body.lines.at(-1)?.expense === undefined ? NO_LINE : NO_EXPENSE), onRemove: remove })}>
        {body.lines.map((line, at) => {
          const item = items.data?.rows.find((entry) => entry.id === line.item);
          const known = prices.data?.rows.find((row) => row.item === line.item);
          const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
          return (
            <tr key={at}>
              <td className="lookup">
                {line.expense === undefined ? (
                  <Lookup
                    label={`Item, line ${at + 1}`}
                    placeholder="Number or name"
                    options={items.data?.rows ?? []}
                    value={line.item}
                    wrong={wrong('item')}
                    onChange={(id) => choose(at, id)}
                  />
                ) : (
                  <Cell
                    label={`Expense, line ${at + 1}`}
                    placeholder="An expense: packing paper, cleaning …"
                    value={line.expense}
                    wrong={wrong('expense') ?? wrong('item')}
                    onChange={(expense) => set(at, { expense })}
                  />
                )}
              </td>
              <td>
                <FigureCell label={`Quantity, line ${at + 1}`} value={line.quantity} wrong={wrong('quantity')} onChange={(quantity) => set(at, { quantity })} />
              </td>
              <td className="dim">{line.expense === undefined ? item?.unit : 'expense'}</td>
              <td>
                <FigureCell label={`Price, line ${at + 1}`} value={line.price} wrong={wrong('price')} onChange={(price) => set(at, { price })} />
              </td>
              <td className="dim">
                {known ? (known.price === line.price ? known.source : `not the ${known.source}: ${known.price}`) : line.price ? 'typed' : ''}
              </td>
              <td>
                <FigureCell
                  label={`Discount in percent, line ${at + 1}`}
                  value={line.discount}
                  wrong={wrong('discount')}
                  onChange={(discount) => set(at, { discount })}
                />
              </td>
              <td>
                <Cell label={`Due, line ${at + 1}`} type="date" value={line.due} wrong={wrong('due')} onChange={(due) => set(at, { due })} />
              </td>
              <td className="num strong">{showFigure(amountOfLine(line.quantity, line.price, line.discount, body.currency))}</td>
              <td className="num">
                <TakeOut label={`Take out line ${at + 1}`} onClick={() => remove(at)} />
              </td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="plain">
          <td colSpan={9}>
            <button type="button" className="act mr-6" onClick={() => add()}>
              Another line
            </button>
            <button type="button" className="act" onClick={() => add(NO_EXPENSE)}>
              A line for an expense
            </button>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}
