import type { StockRow } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { useMe } from '../../frame/me.ts';
import { sumOf } from '../../parts/exact.ts';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { ListTable, type Column } from '../../parts/ListTable.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { methodOf } from '../../parts/methods.ts';

const COLUMNS: readonly Column<StockRow>[] = [
  { title: 'Item', show: (row) => <b className="strong">{row.item.name}</b>, text: (row) => row.item.name, name: true },
  { title: 'Number', show: (row) => <span className="dim">{row.item.number}</span>, text: (row) => row.item.number },
  { title: 'Warehouse', show: (row) => row.warehouse.name, text: (row) => row.warehouse.name },
  { title: 'Method', show: (row) => methodOf(row.item), text: (row) => methodOf(row.item) },
  { title: 'Last movement', show: (row) => showDay(row.lastMovement), text: (row) => row.lastMovement ?? '' },
  { title: 'On hand', show: (row) => showFigure(row.quantity), text: (row) => row.quantity, figure: true },
  { title: 'Unit', show: (row) => <span className="dim">{row.item.unit}</span>, text: (row) => row.item.unit },
  {
    title: 'Unit cost',
    show: (row) => (row.unitCost ? showFigure(row.unitCost) : <span className="dim">none left</span>),
    text: (row) => row.unitCost ?? '0',
    figure: true,
  },
  { title: 'Value', show: (row) => <b className="strong">{showFigure(row.value)}</b>, text: (row) => row.value, figure: true },
];

/** What is on hand, what it is worth, and what a unit of it costs. */
export function Stock() {
  const { company } = useMe();
  const stock = server.useStockQuery();
  return (
    <div className="screen">
      <Head title="Stock & cost" about={`Quantity, value and unit cost as now known, in ${company.currency}`} />
      <div className="body">
        {stock.isError ? (
          <Problem error={stock.error} again={stock.refetch} />
        ) : (
          stock.data && (
            <ListTable
              rows={stock.data.rows}
              columns={COLUMNS}
              keyOf={(row) => row.item.id + row.warehouse.id}
              linkOf={(row) => `/stock/${row.item.id}/${row.warehouse.id}`}
              label="stock"
              foot={(rows) => (
                <tr>
                  <td colSpan={8}>Value of what is shown</td>
                  <td className="num">
                    {showFigure(
                      sumOf(
                        rows.map((row) => row.value),
                        company.currency,
                      ),
                    )}
                  </td>
                </tr>
              )}
              empty={
                <>
                  <h2>Nothing is on hand yet</h2>
                  <p>Goods come in by a receipt, or as opening stock from a CSV file in Setup.</p>
                </>
              }
            />
          )
        )}
      </div>
    </div>
  );
}
