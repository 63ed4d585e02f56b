import { Fragment } from 'react';
import { Link } from 'react-router';
import type { OrderView } from '@obolus/contract/views/orders';
import { showDay, showFigure } from '../../parts/figures.ts';
import { PaperLink } from './OrderActions.tsx';

const STEPS: Readonly<Record<OrderView['history'][number]['step'], string>> = {
  placed: 'Placed',
  changed: 'Changed',
  held: 'Put on hold',
  released: 'Released',
  sent: 'Given to the vendor',
  approved: 'Approved',
  rejected: 'Rejected',
  closed: 'Closed',
};

/** Everything that was done with the order, latest last; a version says what it changed. */
export function OrderHistory({ order }: { order: OrderView }) {
  return (
    <section className="pt-5" aria-label="History">
      <h2 className="cap">History</h2>
      <table className="sheet" aria-label="History of the order">
        <tbody>
          {order.history.map((entry) => (
            <Fragment key={entry.id}>
              <tr className={entry.changes.length > 0 ? 'joined' : ''}>
                <td className="dim">{showDay(entry.date)}</td>
                <td>
                  {STEPS[entry.step]}
                  {entry.version > 0 && entry.step !== 'closed' && (
                    <span className="dim"> · version {entry.version}</span>
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
                        Line {change.line.split('/')[1]}, {change.label}: {change.what}{' '}
                        {change.was && <s>{shown(change.was)}</s>} <b className="strong">{shown(change.is)}</b>
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

function shown(text: string): string {
  if (text === '') return 'none';
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return showDay(text);
  return /^\d+(\.\d+)?$/.test(text) ? showFigure(text) : text;
}
