import { Link, useParams } from 'react-router';
import { KINDS } from '@obolus/contract/kinds/kinds';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { methodOf } from '../../parts/methods.ts';

/** The card of an item in a warehouse: what came in and went out, and late costs on the day they were posted. */
export function StockCard() {
  const { item = '', warehouse = '' } = useParams();
  const { company } = useMe();
  const card = server.useStockCardQuery({ params: { item, warehouse } });
  if (card.isError)
    return (
      <div className="body">
        <Problem error={card.error} again={card.refetch} />
      </div>
    );
  if (!card.currentData) return null;
  const { row, movements } = card.currentData;
  return (
    <div className="screen">
      <header className="head">
        <div>
          <h1>
            {row.item.name} <span>{row.item.number}</span>
          </h1>
          <p>
            {methodOf(row.item)} · {row.warehouse.name} warehouse · kept in {row.item.unit} ·{' '}
            <Link className="act" to={`/items/${item}`}>
              Prices and purchases
            </Link>
          </p>
        </div>
        <dl className="flex gap-9 shrink-0">
          {(
            [
              ['on hand', showFigure(row.quantity)],
              [`value, ${company.currency}`, showFigure(row.value)],
              ['unit cost', row.unitCost ? showFigure(row.unitCost) : 'none left'],
            ] as const
          ).map(([name, value]) => (
            <div key={name} className="flex flex-col-reverse">
              <dt className="text-ink-2">{name}</dt>
              <dd className="font-book text-[20px] leading-6 font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      </header>
      <div className="body">
        <table className="sheet" aria-label="Movements">
          <thead>
            <tr>
              <th>Posted</th>
              <th>Document</th>
              <th className="num">In</th>
              <th className="num">Out</th>
              <th className="num">Balance</th>
              <th className="num">Value</th>
              <th className="num">Balance, {company.currency}</th>
            </tr>
          </thead>
          <tbody>
            {movements.map((movement, position) => (
              <tr key={position} className={movement.direction === 'cost' ? 'text-bronze' : ''}>
                <td>{showDay(movement.date)}</td>
                <td className="name">
                  <Link
                    className={movement.direction === 'cost' ? 'act' : ''}
                    to={`/documents/${movement.document.id}`}
                  >
                    {KINDS[movement.document.kind].title} {movement.document.number}
                  </Link>{' '}
                  <span className="dim">{movement.what}</span>
                </td>
                <td className="num">{movement.direction === 'in' ? showFigure(movement.quantity) : ''}</td>
                <td className="num">
                  {movement.direction === 'out' ? showFigure(movement.quantity.replace('-', '')) : ''}
                </td>
                <td className="num dim">{showFigure(movement.balance)}</td>
                <td className="num">{showFigure(movement.value)}</td>
                <td className="num strong">{showFigure(movement.balanceValue)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
