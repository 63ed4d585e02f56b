import { Cut } from '../../parts/Cut.tsx';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { readScan } from '@obolus/core/scanning/gs1';
import type { AdviceView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useMayPost } from '../../server/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { count, showDay } from '../../parts/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { Delivery } from './Delivery.tsx';
import { isMeant } from './counting.ts';
import { GiveAdvice } from './GiveAdvice.tsx';

/** What is still due from each vendor at the left, one delivery at the right: it may cover several orders, and parts of them. */
export function Receiving() {
  const { vendor = '', draft = '' } = useParams();
  const navigate = useNavigate();
  const mayReceive = useMayPost('receipt');
  const [find, setFind] = useState('');
  const [asked, setAsked] = useState(false);
  const all = server.useOpenOrderLinesQuery();
  const due = server.useOpenOrderLinesQuery({ query: { vendor } }, { skip: vendor === '' });
  const heldGoods = server.useHeldGoodsQuery();
  const waiting = byVendor(all.data?.rows ?? []);
  const given = server.useAdvicesQuery();
  const advices = given.data?.rows ?? [];
  const announced = advices.filter((advice) => isAnnounced(advice, find));
  const groups = [...waiting.values()].filter(
    (group) =>
      find.trim() === '' ||
      announced.some(({ vendor: of }) => of.id === group.id) ||
      group.lines.some((line) => isMeant(line, find, readScan(find))),
  );
  // Enter that was pressed before the answer is here, as a scanner does, takes the first of what comes.
  const isKnown = all.data !== undefined && given.data !== undefined;
  const first = groups[0]?.id;
  useEffect(() => {
    if (!asked || !isKnown) return;
    setAsked(false);
    if (first !== undefined) void navigate(`/receiving/${first}`);
  }, [asked, isKnown, first, navigate]);
  const stand = heldGoods.data?.rows.length ?? 0;
  const onDock = server.useOnDockQuery().data?.rows.length ?? 0;
  return (
    <div className={`aside ${vendor === '' ? '' : 'chosen'}`}>
      <nav aria-label="Vendors with goods to come">
        <header>
          <b>{count(waiting.size, 'vendor')}</b> with goods to come
          <input
            className="cell boxed mt-2"
            aria-label="Find what came"
            placeholder="Order, slip, shipment, code"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') setAsked(true);
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
            {announced
              .filter((advice) => advice.vendor.id === group.id)
              .map((advice) => (
                <small key={advice.id} className="block text-bronze">
                  {advice.number} announced{advice.arrives && `, ${showDay(advice.arrives)}`}
                </small>
              ))}
          </Link>
        ))}
        <Cut list={all.data} of="order lines, the first due," />
        <Cut list={given.data} of="announced deliveries" />
        {groups.length === 0 && waiting.size > 0 && <p className="dim p-3">Nothing that is due is called so.</p>}
        {onDock > 0 && (
          <Link className="pick" to="/receiving/dock">
            <span>
              <b className="strong">On the dock</b>
              {onDock}
            </span>
            <small>To be put away into bins</small>
          </Link>
        )}
        {stand > 0 && (
          <Link className="pick" to="/receiving/held">
            <span>
              <b className="strong">Held goods</b>
              {stand}
            </span>
            <small>Rejected, or without an order</small>
          </Link>
        )}
        <Link className="pick" to="/receiving/receipts">
          <b className="strong">Receipts</b>
          <small>What came before</small>
        </Link>
        {mayReceive && <GiveAdvice />}
      </nav>
      {all.isError || due.isError ? (
        <div className="body">
          <Problem error={all.error ?? due.error} again={() => Promise.all([all.refetch(), due.refetch()])} />
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
        due.currentData && <Delivery key={draft} vendor={vendor} draft={draft} lines={due.currentData.rows} />
      )}
    </div>
  );
}

function dueOf(lines: readonly OpenOrderLine[]): string {
  const orders = [...new Set(lines.map((line) => line.order.number))].join(', ');
  return lines[0]?.due ? `${orders} · due ${showDay(lines[0].due)}` : orders;
}

/** Whether an announced delivery is what somebody looks for: by its packing slip or transport. */
function isAnnounced({ number, transport }: AdviceView, find: string): boolean {
  const wanted = find.trim().toLowerCase();
  return wanted === '' || number.toLowerCase().includes(wanted) || transport.toLowerCase().includes(wanted);
}
