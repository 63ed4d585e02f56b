import type { OrderView } from '@obolus/contract/views/orders';
import { CostOf } from '../../cost/CostOf.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { showFigure } from '../../locale/figures.ts';
import { say, shown } from '../../locale/say.ts';
import { isZero } from '../../parts/exact.ts';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { percent } from '../landing/landingColumns.tsx';

/** What one unit of each line was expected to cost here, beside what those that came do cost, and what makes the difference. */
export function OrderCosts({ order }: { order: OrderView }) {
  const { currency } = useMe().company;
  const costs = server.useOrderCostsQuery({ params: { id: order.id } }).currentData;
  if (!costs?.rows.some(({ receipts }) => receipts.length > 0)) return null;
  return (
    <section className="pt-5" aria-label={say('orders.costs')}>
      <h2 className="cap">
        {say('orders.costs')}
        <Explain what={say('orders.costs')} chapter="landing-sheet" of="cost" />
      </h2>
      <table className="sheet" aria-label={say('orders.costs')}>
        <thead>
          <tr>
            <th>{say('word.item')}</th>
            <th className="num">{say('word.received')}</th>
            <th className="num">{say('orders.cost_expected', { currency })}</th>
            <th className="num">{say('orders.cost_actual', { currency })}</th>
            <th className="num">{say('word.difference')}</th>
            <th className="num">%</th>
            <th>{say('orders.cost_because')}</th>
          </tr>
        </thead>
        <tbody>
          {costs.rows.map((cost) => {
            const item = order.lines.find(({ line }) => line === cost.line)?.item;
            const [receipt, ...others] = cost.receipts;
            const says = [
              ...cost.parts.map((part) => `${shown(part.what)} ${signed(part.difference)}`),
              ...(isZero(cost.estimated)
                ? []
                : [say('orders.cost_still_estimated', { amount: { figure: cost.estimated }, currency })]),
            ];
            return (
              <tr key={cost.line}>
                <td className="name" title={`${item?.number ?? ''} ${item?.name ?? ''}`}>
                  {item?.name}
                </td>
                <td className="num">{isZero(cost.quantity) ? '–' : showFigure(cost.quantity)}</td>
                <td className="num">{showFigure(cost.expected)}</td>
                <td className="num strong">
                  {receipt && others.length === 0 ? (
                    <CostOf line={receipt.line} item={item?.name ?? ''} number={receipt.number}>
                      {showFigure(cost.actual)}
                    </CostOf>
                  ) : (
                    showFigure(cost.actual)
                  )}
                </td>
                <td className="num">{cost.difference && signed(cost.difference)}</td>
                <td className="num">{cost.actual && percent(cost.expected, cost.actual)}</td>
                <td className="dim whitespace-normal min-w-[300px]">
                  {says.join(', ')}
                  {others.length > 0 &&
                    cost.receipts.map(({ line, number }) => (
                      <span key={line}>
                        {' · '}
                        <CostOf line={line} item={item?.name ?? ''} number={number}>
                          {number}
                        </CostOf>
                      </span>
                    ))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** A difference with its sign, so that more and less are told apart at a glance. */
const signed = (figure: string): string =>
  figure.startsWith('-') || isZero(figure) ? showFigure(figure) : `+${showFigure(figure)}`;
