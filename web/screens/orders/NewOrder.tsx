import { useState } from 'react';
import { useParams } from 'react-router';
import { INCOTERMS } from '@obolus/contract/kinds/order';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { server } from '../../server/api.ts';
import { useVendor, useVendors } from '../../server/known.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { NewEntry } from '../../entries/NewEntry.tsx';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { Head } from '../../parts/Head.tsx';
import { CurrencyField, DateField, TermsField, WarehouseField } from '../../drafts/HeaderFields.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Commitment } from './Commitment.tsx';
import { OrderGrid } from './OrderGrid.tsx';
import { isBlank, NO_LINE, type OrderLine } from './orderLine.ts';
import { say } from '../../locale/say.ts';

type Body = Omit<BodyOf<'order'>, 'lines'> & { lines: OrderLine[] };

/** A new order, entered by keyboard: a grid that grows as it is filled. */
export function NewOrder() {
  const { draft = '' } = useParams();
  const me = useMe();
  const vendors = useVendors([]);
  const warehouses = server.useWarehousesQuery();
  const entering = useDraft<'order', Body>({
    kind: 'order',
    id: draft,
    blank: () => ({
      vendor: '',
      date: me.company.today,
      currency: me.company.currency,
      warehouse: '',
      lines: [NO_LINE],
      note: '',
    }),
    toCommand: (body) => {
      const lines = body.lines.filter((line) => !isBlank(line));
      if (lines.length === 0 || body.vendor === '') return undefined;
      return {
        ...body,
        warehouse: body.warehouse || (warehouses.data?.rows[0]?.id ?? '0'),
        lines: lines.map(({ of: _, ...line }) => line),
      };
    },
    title: (body) => vendors[body.vendor]?.name ?? '',
  });
  const { body, change, refusals } = entering;
  const mayOrder = useMayPost('order');
  const maySetUp = REGISTERS.vendors.mayChange.includes(me.user.role);
  const [newVendor, setNewVendor] = useState<string>();
  const vendor = useVendor(body?.vendor ?? '');
  if (!body) return null;
  const choose = (id: string) =>
    change({
      vendor: id,
      terms: '',
      currency: vendors[id]?.currency ?? body.currency,
    });
  return (
    <div className="screen">
      <Head
        title={vendor?.name ?? say('frame.do_new_order')}
        more={vendor ? say('orders.new_order') : ''}
        about={
          vendor?.hold ? (
            <span className="text-over">{say('orders.on_hold', { hold: vendor.hold })}</span>
          ) : vendor ? (
            say('orders.number_asks', { number: vendor.number, currency: vendor.currency })
          ) : (
            say('orders.choose_vendor')
          )
        }
      />
      <div className="body">
        <div className="fields">
          <Field name={say('word.vendor')} wide>
            <Lookup
              label={say('word.vendor')}
              autoFocus
              of="vendors"
              chosen={vendor}
              wrong={wrongAt(refusals, '/vendor')}
              onNew={maySetUp ? setNewVendor : undefined}
              onChange={choose}
            />
          </Field>
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <CurrencyField name={say('word.currency')} body={body} change={change} refusals={refusals} />
          <WarehouseField name={say('orders.into_warehouse')} body={body} change={change} refusals={refusals} />
          <TermsField body={body} change={change} refusals={refusals} />
          <Field name={say('orders.incoterm_place')}>
            <div className="flex">
              <Choice
                label={say('orders.incoterm')}
                value={body.incoterm ?? ''}
                options={[['', say('frame.none')], ...INCOTERMS.map((term) => [term, term] as const)]}
                wrong={wrongAt(refusals, '/incoterm')}
                onChange={(incoterm) => change({ incoterm: incoterm as Body['incoterm'] })}
              />
              {body.incoterm && (
                <Cell
                  label={say('orders.named_place')}
                  placeholder={say('orders.place_examples')}
                  value={body.place ?? ''}
                  onChange={(place) => change({ place })}
                />
              )}
            </div>
          </Field>
          <Field name={say('word.note')} wide>
            <Cell label={say('word.note')} value={body.note} onChange={(note) => change({ note })} />
          </Field>
        </div>
        <OrderGrid
          date={body.date}
          lines={body.lines}
          change={(lines) => change({ lines })}
          refusals={refusals}
          vendor={body.vendor}
          currency={body.currency}
          taxCode={vendor?.taxCode ?? ''}
          expected={entering.preview?.expected}
          ruled={entering.preview?.ruled}
        />
      </div>
      <Footing
        entering={entering}
        allowed={mayOrder}
        action={say('orders.place_order')}
        waitingFor={say('orders.begin')}
        note={<Commitment lines={body.lines} currency={body.currency} expected={entering.preview?.expected} />}
      />
      {newVendor !== undefined && (
        <NewEntry
          register="vendors"
          begin={{ name: newVendor, currency: me.company.currency }}
          onMade={(id) => {
            setNewVendor(undefined);
            change({ vendor: id });
          }}
          onClose={() => setNewVendor(undefined)}
        />
      )}
    </div>
  );
}
