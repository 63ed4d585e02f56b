import { Link, useSearchParams } from 'react-router';
import type { OrderRow } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { useMayPost } from '../../frame/me.ts';
import { isZero, portion } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { ListTable, type Column } from '../../parts/ListTable.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { useNewKey } from '../../parts/useNewKey.ts';
import { OrderTabs } from './OrderTabs.tsx';

/** In a word or two; most orders stand as they should, and nothing is said. */
function standsIn({ held, approval, sent, version }: OrderRow): string {
  if (held) return 'on hold';
  if (approval === 'awaited') return 'waits for approval';
  if (approval === 'rejected') return 'rejected';
  if (sent === null) return approval === 'approved' ? 'approved' : '';
  return sent === version ? `sent${version > 1 ? `, version ${version}` : ''}` : `version ${version} not sent`;
}

const COLUMNS: readonly Column<OrderRow>[] = [
  { title: 'Order', show: (row) => <b className="strong">{row.number}</b>, text: (row) => row.number },
  { title: 'Date', show: (row) => showDay(row.date), text: (row) => row.date },
  { title: 'Vendor', show: (row) => row.vendor, text: (row) => row.vendor, name: true },
  { title: 'Stands', show: (row) => standsIn(row), text: standsIn },
  { title: 'Next due', show: (row) => showDay(row.due), text: (row) => row.due ?? '' },
  { title: 'Currency', show: (row) => <span className="dim">{row.currency}</span>, text: (row) => row.currency },
  { title: 'Ordered', show: (row) => showFigure(row.amount), text: (row) => row.amount, figure: true },
  { title: 'Received', show: (row) => <Progress part={row.received} row={row} />, text: (row) => row.received, figure: true },
  { title: 'Billed', show: (row) => <Progress part={row.billed} row={row} />, text: (row) => row.billed, figure: true },
  { title: 'Still to come', show: (row) => (isZero(row.open) ? '' : showFigure(row.open)), text: (row) => row.open, figure: true },
];

export function Orders() {
  const orders = server.useOrdersQuery();
  const [search] = useSearchParams();
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
        {orders.isError ? (
          <Problem error={orders.error} again={orders.refetch} />
        ) : (
          orders.data && (
            <ListTable
              rows={orders.data.rows}
              columns={COLUMNS}
              keyOf={(row) => row.id}
              linkOf={(row) => `/documents/${row.id}`}
              label="purchase orders"
              find={search.get('find') ?? ''}
              empty={
                <>
                  <h2>No orders yet</h2>
                  <p>An order says what was asked for, so that there is something to check the goods and the bill against.</p>
                  <p className="pt-3">
                    <Link className="act" to="/orders/new">
                      Enter the first order
                    </Link>{' '}
                    or{' '}
                    <Link className="act" to="/setup">
                      import open orders
                    </Link>
                  </p>
                </>
              }
            />
          )
        )}
      </div>
    </div>
  );
}

function Progress({ part, row }: { part: string; row: OrderRow }) {
  if (isZero(part)) return <span className="dim">–</span>;
  return (
    <>
      <span className="bar" aria-hidden="true">
        <i style={{ width: `${portion(part, row.amount) * 100}%` }} />
      </span>
      {showFigure(part)}
    </>
  );
}

const WHERE: Partial<Record<string, string>> = { order: '/orders/new', delivery: '/deliveries/new', allocation: '/landing' };

/** Documents begun and not posted; they wait where they were left. */
function Drafts() {
  const drafts = server.useDraftsQuery();
  const [drop] = server.useDropDraftMutation();
  if (!drafts.data || drafts.data.rows.length === 0) return null;
  return (
    <section className="pb-4" aria-label="Drafts">
      <h2 className="cap">Begun and not posted</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {drafts.data.rows.map((draft) => {
          const vendor = (draft.body as { vendor?: string; customer?: string; of?: string } | null) ?? {};
          const base =
            WHERE[draft.kind] ??
            (draft.kind === 'order-change'
              ? `/orders/${vendor.of}/change`
              : draft.kind === 'receipt'
                ? `/receiving/${vendor.vendor}`
                : draft.kind === 'bill'
                  ? `/bench/${vendor.vendor}`
                  : `/deliveries/invoice/${encodeURIComponent(vendor.customer ?? '')}`);
          return (
            <li key={draft.id}>
              <Link className="act inline-block max-w-[420px] truncate align-bottom" to={`${base}/${draft.id}`}>
                {draft.title || `A ${draft.kind}`}
              </Link>{' '}
              <button
                type="button"
                className="dim hover:text-over"
                aria-label={`Throw away ${draft.title}`}
                onClick={() => void drop({ params: { id: draft.id } })}
              >
                throw away
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
