import { useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/commands';
import { server } from '../../app/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../frame/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { amountOfLine, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { CurrencyField, DateField, WarehouseField } from '../../parts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { OrderGrid } from './OrderGrid.tsx';
import { isBlank, NO_LINE, type OrderLine } from './orderLine.ts';

type Body = Omit<BodyOf<'order'>, 'lines'> & { lines: OrderLine[] };

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
      if (lines.length === 0 || body.vendor === '') return undefined;
      return { ...body, warehouse: body.warehouse || (warehouses.data?.rows[0]?.id ?? '0'), lines: lines.map(({ of: _, ...line }) => line) };
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
        <OrderGrid
          date={body.date}
          lines={body.lines}
          change={(lines) => change({ lines })}
          refusals={refusals}
          vendor={body.vendor}
          currency={body.currency}
        />
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
