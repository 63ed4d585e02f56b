import { Fragment } from 'react';
import { Link } from 'react-router';
import type { OrderView } from '@obolus/contract/views/orders';
import { showDay, showFigure } from '../../locale/figures.ts';
import { PaperLink } from './OrderActions.tsx';
import { say, shown } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';

const STEPS: Readonly<Record<OrderView['history'][number]['step'], MessageId>> = {
  placed: 'orders.step_placed',
  changed: 'orders.step_changed',
  held: 'orders.step_held',
  released: 'orders.step_released',
  sent: 'orders.step_sent',
  approved: 'status.approved',
  rejected: 'status.rejected',
  closed: 'orders.step_closed',
};

/** Everything that was done with the order, latest last; a version says what it changed. */
export function OrderHistory({ order }: { order: OrderView }) {
  return (
    <section className="pt-5" aria-label={say('orders.history')}>
      <h2 className="cap">{say('orders.history')}</h2>
      <table className="sheet" aria-label={say('orders.history_of_order')}>
        <tbody>
          {order.history.map((entry) => (
            <Fragment key={entry.id}>
              <tr className={entry.changes.length > 0 ? 'joined' : ''}>
                <td className="dim">{showDay(entry.date)}</td>
                <td>
                  {say(STEPS[entry.step])}
                  {entry.version > 0 && entry.step !== 'closed' && (
                    <span className="dim">{say('orders.dot_version', { version: entry.version })}</span>
                  )}
                </td>
                <td>{entry.by}</td>
                <td className="name" title={entry.reason}>
                  {entry.reason}
                </td>
                <td className="num">
                  {(entry.step === 'placed' || entry.step === 'changed') && (
                    <>
                      <PaperLink order={order} version={entry.version} as="pdf" />
                      <PaperLink order={order} version={entry.version} as="xml" />
                    </>
                  )}
                  {entry.step !== 'placed' && (
                    <Link className="act" to={`/documents/${entry.id}`}>
                      {entry.number}
                    </Link>
                  )}
                </td>
              </tr>
              {entry.changes.length > 0 && (
                <tr className="lots">
                  <td />
                  <td colSpan={4}>
                    {entry.changes.map((change) => (
                      <div key={`${change.line} ${change.what}`}>
                        {say('orders.line_change', {
                          line: change.line.split('/')[1] ?? '',
                          label: change.label,
                          what: { word: `change.${change.what}` as MessageId },
                        })}{' '}
                        {change.was && <s>{showChange(change.was)}</s>}{' '}
                        <b className="strong">{showChange(change.is)}</b>
                      </div>
                    ))}
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function showChange(text: Shown): string {
  if (typeof text !== 'string') return shown(text);
  if (text === '') return say('orders.none_said');
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return showDay(text);
  return /^\d+(\.\d+)?$/.test(text) ? showFigure(text) : text;
}
