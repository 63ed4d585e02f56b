import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ListRow } from '@obolus/contract/listState';
import { useMayPost } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { isZero, portion } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Drafts } from '../../drafts/Drafts.tsx';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { OrderTabs } from './OrderTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

const SHOWN: Readonly<Record<string, (row: ListRow) => ReactNode>> = {
  currency: ({ cells }) => <span className="dim">{cells.currency}</span>,
  received: ({ cells }) => <Progress part={cells.received ?? '0'} whole={cells.amount ?? '0'} />,
  billed: ({ cells }) => <Progress part={cells.billed ?? '0'} whole={cells.amount ?? '0'} />,
};

export function Orders() {
  const mayOrder = useMayPost('order');
  useNewKey(mayOrder ? '/orders/new' : undefined);
  return (
    <div className="screen">
      <div>
        <Head title={say('list.orders')} about={say('orders.orders_about')}>
          {mayOrder && (
            <Link className="btn" to="/orders/new">
              {say('frame.do_new_order')} <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <OrderTabs />
      </div>
      <div className="body">
        <Drafts of={['order', 'order-change']} />
        <List
          list="orders"
          show={SHOWN}
          empty={
            <Empty title={say('orders.none')} more={say('orders.none_more')}>
              <p className="pt-3">
                <Link className="act" to="/orders/new">
                  {say('orders.first')}
                </Link>{' '}
                {say('parts.or')}{' '}
                <Link className="act" to="/setup/imports">
                  {say('orders.import_open')}
                </Link>
              </p>
            </Empty>
          }
        />
      </div>
    </div>
  );
}

function Progress({ part, whole }: { part: string; whole: string }) {
  if (isZero(part)) return <span className="dim">–</span>;
  return (
    <>
      <span className="bar" aria-hidden="true">
        <i style={{ width: `${portion(part, whole) * 100}%` }} />
      </span>
      {showFigure(part)}
    </>
  );
}
