import { Cut } from '../../parts/Cut.tsx';
import { Link } from 'react-router';
import { Drafts } from '../../drafts/Drafts.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

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
      <Head title={say('list.deliveries')} about={say('deliveries.about')}>
        {mayDeliver && (
          <Link className="btn" to="/deliveries/new">
            {say('frame.do_delivery')} <kbd>N</kbd>
          </Link>
        )}
      </Head>
      <div className="body">
        <Drafts of={['delivery', 'invoice', 'customer-return']} />
        {customers.size > 0 && (
          <section className="pb-5 max-w-[760px]" aria-label={say('deliveries.not_invoiced')}>
            <h2 className="cap">{say('deliveries.delivered_not_invoiced')}</h2>
            {[...customers].map(([customer, group]) => (
              <div key={customer} className="flex gap-4 py-1.5 border-b border-rule">
                <span className="w-[110px] text-right font-book text-[16px] font-semibold">
                  {showFigure(sumOf(group.cost, me.company.currency))}
                </span>
                <span className="grow">
                  {customer}{' '}
                  <span className="dim">
                    {say('deliveries.at_cost', { deliveries: [...group.deliveries].join(', ') })}
                  </span>
                </span>
                {mayInvoice && (
                  <Link className="act" to={`/deliveries/invoice/${encodeURIComponent(customer)}`}>
                    {say('kinds.invoice')}
                  </Link>
                )}
              </div>
            ))}
            <Cut list={open.data} />
          </section>
        )}
        <List list="deliveries" empty={<Empty title={say('deliveries.none')} more={say('deliveries.none_more')} />} />
      </div>
    </div>
  );
}
