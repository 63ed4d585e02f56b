import { Cut } from '../../parts/Cut.tsx';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { readScan } from '@obolus/core/scanning/gs1';
import type { AdviceView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { Drafts } from '../../drafts/Drafts.tsx';
import { server } from '../../server/api.ts';
import { useMayPost } from '../../server/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { showDay } from '../../locale/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { Delivery } from './Delivery.tsx';
import { isMeant } from './counting.ts';
import { fits } from '../../parts/fits.ts';
import { GiveAdvice } from './GiveAdvice.tsx';
import { say, sayWith } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

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
      <nav aria-label={say('receiving.vendors_due')}>
        <header>
          {sayWith('receiving.vendors_count', { count: waiting.size, b: (text) => <b>{text}</b> })}
          <input
            className="cell boxed mt-2"
            aria-label={say('receiving.find_came')}
            placeholder={say('receiving.find_hint')}
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
                  {advice.arrives
                    ? say('receiving.announced_for', { number: advice.number, day: { day: advice.arrives } })
                    : say('receiving.announced', { number: advice.number })}
                </small>
              ))}
          </Link>
        ))}
        <Cut list={all.data} />
        <Cut list={given.data} />
        {groups.length === 0 && waiting.size > 0 && <p className="dim p-3">{say('receiving.nothing_called')}</p>}
        {onDock > 0 && (
          <Link className="pick" to="/receiving/dock">
            <span>
              <b className="strong">{say('receiving.on_dock')}</b>
              {onDock}
            </span>
            <small>{say('receiving.to_put_away')}</small>
          </Link>
        )}
        {stand > 0 && (
          <Link className="pick" to="/receiving/held">
            <span>
              <b className="strong">{say('document.held')}</b>
              {stand}
            </span>
            <small>{say('receiving.rejected_or')}</small>
          </Link>
        )}
        <Link className="pick" to="/receiving/receipts">
          <b className="strong">{say('receiving.receipts')}</b>
          <small>{say('receiving.came_before')}</small>
        </Link>
        {mayReceive && <GiveAdvice />}
      </nav>
      {all.isError || due.isError ? (
        <div className="body">
          <Problem error={all.error ?? due.error} again={() => Promise.all([all.refetch(), due.refetch()])} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <div className="body">
          <Drafts of={['receipt', 'put-away']} />
          <Empty
            title={waiting.size > 0 ? say('receiving.who_delivers') : say('receiving.nothing_due')}
            more={waiting.size > 0 ? say('receiving.choose_vendor') : say('receiving.against_orders')}
          />
        </div>
      ) : (
        due.currentData && <Delivery key={draft} vendor={vendor} draft={draft} lines={due.currentData.rows} />
      )}
    </div>
  );
}

function dueOf(lines: readonly OpenOrderLine[]): string {
  const orders = [...new Set(lines.map((line) => line.order.number))].join(', ');
  return lines[0]?.due ? say('receiving.orders_due', { orders, due: showDay(lines[0].due) }) : orders;
}

/** Whether an announced delivery is what somebody looks for: by its packing slip or shipment. */
const isAnnounced = ({ number, shipment }: AdviceView, find: string): boolean => fits(find, number, shipment);
