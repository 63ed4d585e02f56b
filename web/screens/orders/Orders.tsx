import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ListRow } from '@obolus/contract/listState';
import { useMayPost } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { isZero, portion } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { Drafts } from '../../drafts/Drafts.tsx';
import { Head } from '../../parts/Head.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { OrderTabs } from './OrderTabs.tsx';

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
        <Head title="Purchase orders" about="What was asked for, and how far each has come">
          {mayOrder && (
            <Link className="btn" to="/orders/new">
              New order <kbd>N</kbd>
            </Link>
          )}
        </Head>
        <OrderTabs />
      </div>
      <div className="body">
        <Drafts />
        <List
          list="orders"
          show={SHOWN}
          empty={
            <>
              <h2>No orders yet</h2>
              <p>
                An order says what was asked for, so that there is something to check the goods and the bill against.
              </p>
              <p className="pt-3">
                <Link className="act" to="/orders/new">
                  Enter the first order
                </Link>{' '}
                or{' '}
                <Link className="act" to="/setup/imports">
                  import open orders
                </Link>
              </p>
            </>
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
