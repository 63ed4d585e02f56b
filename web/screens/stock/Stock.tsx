import type { ReactNode } from 'react';
import type { ListRow } from '@obolus/contract/listState';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

const SHOWN: Readonly<Record<string, (row: ListRow) => ReactNode>> = {
  number: ({ cells }) => <span className="dim">{cells.number}</span>,
  unit: ({ cells }) => <span className="dim">{cells.unit}</span>,
  unit_cost: ({ cells }) =>
    cells.unit_cost ? showFigure(cells.unit_cost) : <span className="dim">{say('frame.none_left')}</span>,
  value: ({ cells }) => <b className="strong">{showFigure(cells.value)}</b>,
};

/** What is on hand, what it is worth, and what a unit of it costs. */
export function Stock() {
  const { company } = useMe();
  return (
    <div className="screen">
      <Head
        title={say('list.stock')}
        about={
          <>
            {say('stock.about', { currency: company.currency })}
            <Explain what={say('list.stock')} chapter="stock-and-cost" of="unit-cost" />
          </>
        }
      />
      <div className="body">
        <List list="stock" show={SHOWN} empty={<Empty title={say('stock.none')} more={say('stock.none_more')} />} />
      </div>
    </div>
  );
}
