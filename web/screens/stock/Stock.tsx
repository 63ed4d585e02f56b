import type { ReactNode } from 'react';
import type { ListRow } from '@obolus/contract/listState';
import { useMe } from '../../server/me.ts';
import { List } from '../../lists/List.tsx';
import { showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { methodInWords } from '../../parts/methods.ts';

const SHOWN: Readonly<Record<string, (row: ListRow) => ReactNode>> = {
  method: ({ cells }) => methodInWords(cells.method),
  number: ({ cells }) => <span className="dim">{cells.number}</span>,
  unit: ({ cells }) => <span className="dim">{cells.unit}</span>,
  unit_cost: ({ cells }) => (cells.unit_cost ? showFigure(cells.unit_cost) : <span className="dim">none left</span>),
  value: ({ cells }) => <b className="strong">{showFigure(cells.value)}</b>,
};

/** What is on hand, what it is worth, and what a unit of it costs. */
export function Stock() {
  const { company } = useMe();
  return (
    <div className="screen">
      <Head title="Stock & cost" about={`Quantity, value and unit cost as now known, in ${company.currency}`} />
      <div className="body">
        <List
          list="stock"
          show={SHOWN}
          empty={
            <>
              <h2>Nothing is on hand yet</h2>
              <p>Goods come in by a receipt, or as opening stock from a file in Setup.</p>
            </>
          }
        />
      </div>
    </div>
  );
}
