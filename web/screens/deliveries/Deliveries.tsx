import { Cut } from '../../parts/Cut.tsx';
import { Link } from 'react-router';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';

/** Goods that went out, and what of them is not invoiced yet. */
export function Deliveries() {
  const me = useMe();
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
                <span className="w-[110px] text-right font-book text-[16px] font-semibold">
                  {showFigure(sumOf(group.cost, me.company.currency))}
                </span>
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
            <Cut list={open.data} of="delivered lines" />
          </section>
        )}
        <List
          list="deliveries"
          empty={
            <>
              <h2>Nothing has gone out yet</h2>
              <p>A delivery takes goods out of inventory at what their pool says they cost.</p>
            </>
          }
        />
      </div>
    </div>
  );
}
