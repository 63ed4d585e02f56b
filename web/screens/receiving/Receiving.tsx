import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { OpenOrderLine } from '@obolus/contract/views';
import { readScan } from '@obolus/core/scanning/gs1';
import { server } from '../../app/api.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { count, showDay } from '../../parts/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { Delivery } from './Delivery.tsx';
import { isMeant } from './counting.ts';

/** What is still due from each vendor at the left, one delivery at the right: it may cover several orders, and parts of them. */
export function Receiving() {
  const { vendor = '', draft = '' } = useParams();
  const navigate = useNavigate();
  const [find, setFind] = useState('');
  const all = server.useOpenOrderLinesQuery();
  const asides = server.useAsidesQuery();
  const waiting = byVendor(all.data?.rows ?? []);
  const groups = [...waiting.values()].filter((group) => find.trim() === '' || group.lines.some((line) => isMeant(line, find, readScan(find))));
  const stand = asides.data?.rows.length ?? 0;
  return (
    <div className={`aside ${vendor === '' ? '' : 'chosen'}`}>
      <nav aria-label="Vendors with goods to come">
        <header>
          <b>{count(waiting.size, 'vendor')}</b> with goods to come
          <input
            className="cell boxed mt-2"
            aria-label="Find what came"
            placeholder="Order, item or code"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            onKeyDown={(event) => {
              const [only] = groups;
              if (event.key === 'Enter' && only) void navigate(`/receiving/${only.id}`);
            }}
          />
        </header>
        {groups.map((group) => (
          <Link key={group.id} className="pick" to={`/receiving/${group.id}`} aria-current={group.id === vendor}>
            <span>
              <b className="strong">{group.name}</b>
              {group.lines.length}
            </span>
            <small>{dueOf(group.lines)}</small>
          </Link>
        ))}
        {groups.length === 0 && waiting.size > 0 && <p className="dim p-3">Nothing that is due is called so.</p>}
        {stand > 0 && (
          <Link className="pick" to="/receiving/aside">
            <span>
              <b className="strong">Standing aside</b>
              {stand}
            </span>
            <small>Rejected, or without an order</small>
          </Link>
        )}
      </nav>
      {all.isError ? (
        <div className="body">
          <Problem error={all.error} again={all.refetch} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <div className="body">
          <div className="empty">
            <h2>{waiting.size > 0 ? 'Who delivers?' : 'Nothing is due'}</h2>
            <p>
              {waiting.size > 0
                ? 'Choose the vendor at the left. One receipt may cover several of its orders, or a part of one.'
                : 'Goods are received against orders. When an order is placed, its lines wait here.'}
            </p>
          </div>
        </div>
      ) : (
        all.data && <Delivery key={draft} vendor={vendor} draft={draft} lines={waiting.get(vendor)?.lines ?? []} />
      )}
    </div>
  );
}

function dueOf(lines: readonly OpenOrderLine[]): string {
  const orders = [...new Set(lines.map((line) => line.order.number))].join(', ');
  return lines[0]?.due ? `${orders} · due ${showDay(lines[0].due)}` : orders;
}
