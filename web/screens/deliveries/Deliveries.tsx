import { Link } from 'react-router';
import type { DocumentRow } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { useMayPost, useMe } from '../../frame/me.ts';
import { sumOf } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { ListTable, type Column } from '../../parts/ListTable.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';

const COLUMNS: readonly Column<DocumentRow>[] = [
  { title: 'Delivery', show: (row) => <b className="strong">{row.number}</b>, text: (row) => row.number },
  { title: 'Date', show: (row) => showDay(row.date), text: (row) => row.date },
  { title: 'Customer', show: (row) => row.party, text: (row) => row.party, name: true },
  { title: 'Cost when delivered', show: (row) => showFigure(row.amount), text: (row) => row.amount, figure: true },
];

/** Goods that went out, and what of them is not invoiced yet. */
export function Deliveries() {
  const me = useMe();
  const deliveries = server.useDocumentsQuery({ query: { kind: 'delivery' } });
  const open = server.useUninvoicedLinesQuery();
  const mayDeliver = useMayPost('delivery');
  const mayInvoice = useMayPost('invoice');
  useNewKey(mayDeliver ? '/deliveries/new' : undefined);
  const customers = new Map<string, { cost: string[]; deliveries: Set<string> }>();
  for (const line of open.data?.rows ?? []) {
    const group = customers.get(line.delivery.customer) ?? { cost: [], deliveries: new Set<string>() };
    group.cost.push(line.cost);
    group.deliveries.add(line.delivery.number);
    customers.set(line.delivery.customer, group);
  }
  return (
    <div className="screen">
      <Head title="Deliveries" about="Goods that went out, and their way to cost of goods">
        {mayDeliver && (
          <Link className="btn" to="/deliveries/new">
            New delivery <kbd>N</kbd>
          </Link>
        )}
      </Head>
      <div className="body">
        {customers.size > 0 && (
          <section className="pb-5 max-w-[760px]" aria-label="Not invoiced yet">
            <h2 className="cap">Delivered and not invoiced</h2>
            {[...customers].map(([customer, group]) => (
              <div key={customer} className="flex gap-4 py-1.5 border-b border-rule">
                <span className="w-[110px] text-right font-book text-[16px] font-semibold">{showFigure(sumOf(group.cost, me.company.currency))}</span>
                <span className="grow">
                  {customer} <span className="dim">{[...group.deliveries].join(', ')}, at cost</span>
                </span>
                {mayInvoice && (
                  <Link className="act" to={`/deliveries/invoice/${encodeURIComponent(customer)}`}>
                    Invoice
                  </Link>
                )}
              </div>
            ))}
          </section>
        )}
        {deliveries.isError ? (
          <Problem error={deliveries.error} again={deliveries.refetch} />
        ) : (
          deliveries.data && (
            <ListTable
              rows={deliveries.data.rows}
              columns={COLUMNS}
              keyOf={(row) => row.id}
              linkOf={(row) => `/documents/${row.id}`}
              label="deliveries"
              empty={
                <>
                  <h2>Nothing has gone out yet</h2>
                  <p>A delivery takes goods out of inventory at what their pool says they cost.</p>
                </>
              }
            />
          )
        )}
      </div>
    </div>
  );
}
