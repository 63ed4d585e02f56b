import type { ReactNode } from 'react';
import { LISTS } from '@obolus/contract/lists';
import type { ListRow } from '@obolus/contract/listState';
import { List } from '../../lists/List.tsx';
import { isZero } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { OrderTabs } from './OrderTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

const SHOWN: Readonly<Record<string, (row: ListRow) => ReactNode>> = {
  unit: ({ cells }) => <span className="dim">{cells.unit}</span>,
  received: ({ cells }) => orDash(cells.received),
  billed: ({ cells }) => orDash(cells.billed),
  late: ({ cells }) => cells.late && <span className="text-over">▲ {showFigure(cells.late)}</span>,
};

const orDash = (figure = '0') => (isZero(figure) ? <span className="dim">–</span> : showFigure(figure));

/** Every line on order, by what is open of it: still to come, late, due soon. */
export function OrderLines() {
  return (
    <div className="screen">
      <div>
        <Head title={say('list.order-lines')} about={say('orders.lines_about')} />
        <OrderTabs />
      </div>
      <div className="body">
        <List
          list="order-lines"
          first={LISTS['order-lines'].views?.[0]?.state ?? {}}
          show={SHOWN}
          empty={<Empty title={say('orders.no_lines')} more={say('orders.no_lines_more')} />}
        />
      </div>
    </div>
  );
}
