import { Link, useParams } from 'react-router';
import { CostOf } from '../../cost/CostOf.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { methodOf } from '../../parts/methods.ts';
import { say, shown } from '../../locale/say.ts';

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
          <h1 tabIndex={-1}>
            {row.item.name} <span>{row.item.number}</span>
          </h1>
          <p>
            {say('stock.kept_as', {
              method: methodOf(row.item),
              warehouse: row.warehouse.name,
              unit: row.item.unit,
            })}{' '}
            <Link className="act" to={`/items/${item}`}>
              {say('setUp.prices_purchases')}
            </Link>
          </p>
        </div>
        <dl className="flex gap-9 shrink-0">
          {(
            [
              [say('word.on_hand'), showFigure(row.quantity)],
              [say('stock.value_in', { currency: company.currency }), showFigure(row.value)],
              [say('word.unit_cost'), row.unitCost ? showFigure(row.unitCost) : say('frame.none_left')],
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
        <table className="sheet" aria-label={say('stock.movements')}>
          <thead>
            <tr>
              <th>{say('stock.posted')}</th>
              <th>{say('word.document')}</th>
              <th className="num">{say('stock.in')}</th>
              <th className="num">{say('stock.out')}</th>
              <th className="num">{say('stock.balance')}</th>
              <th className="num">{say('word.value')}</th>
              <th className="num">{say('stock.balance_in', { currency: company.currency })}</th>
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
                    {say(`kind.${movement.document.kind}`)} {movement.document.number}
                  </Link>{' '}
                  <span className="dim">{shown(movement.what)}</span>
                </td>
                <td className="num">{movement.direction === 'in' ? showFigure(movement.quantity) : ''}</td>
                <td className="num">
                  {movement.direction === 'out' ? showFigure(movement.quantity.replace('-', '')) : ''}
                </td>
                <td className="num dim">{showFigure(movement.balance)}</td>
                <td className="num">
                  {movement.line ? (
                    <CostOf line={movement.line} item={row.item.name} number={movement.document.number}>
                      {showFigure(movement.value)}
                    </CostOf>
                  ) : (
                    showFigure(movement.value)
                  )}
                </td>
                <td className="num strong">{showFigure(movement.balanceValue)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
