import { Fragment, useState } from 'react';
import type { OrderView } from '@obolus/contract/views/orders';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { isZero } from '../../parts/exact.ts';
import { showDay, showFigure, showPrice } from '../../locale/figures.ts';
import { PerPack } from '../../parts/PerPack.tsx';
import { closing, useDeed } from './OrderActions.tsx';
import { estimateInWords } from './orderLine.ts';
import { say } from '../../locale/say.ts';

/** How an order stands, in words; nothing where there is nothing to say. */
export function standingOf({
  approval,
  held,
  version,
  sent,
  limit,
}: Pick<OrderView, 'approval' | 'held' | 'version' | 'sent' | 'limit'>): string {
  if (held) return say('status.on-hold');
  if (approval === 'awaited') return say('orders.awaits_above', { limit: showFigure(limit) });
  if (approval === 'rejected') return say('orders.rejected_again');
  const sending =
    sent === null
      ? say('orders.not_sent')
      : sent === version
        ? say('orders.vendor_has', { version })
        : say('orders.vendor_has_other', { sent, version });
  return approval === 'approved' ? `${say('orders.approved_dot')} ${sending}` : sending;
}

/** Ordered, received, billed, still to come: side by side, line by line. */
export function OrderLines({ order }: { order: OrderView }) {
  const [closes, setCloses] = useState<OrderView['lines'][number]>();
  const { perform, doing } = useDeed(order, () => setCloses(undefined));
  const mayClose = useMayPost('order-closing');
  const { company } = useMe();
  const warehouses = server.useWarehousesQuery();
  return (
    <>
      <table className="sheet" aria-label={say('word.lines')}>
        <thead>
          <tr>
            <th>{say('word.item')}</th>
            <th className="num">{say('word.ordered')}</th>
            <th>{say('word.unit')}</th>
            <th className="num">{say('word.price')}</th>
            <th>{say('word.due')}</th>
            <th className="num">{say('orders.amount_in', { currency: order.currency })}</th>
            <th className="num">{say('word.received')}</th>
            <th className="num">{say('word.billed')}</th>
            <th className="num">{say('word.outstanding')}</th>
            <th>
              <span className="sr-only">{say('orders.close_line')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {order.lines.map((line) => {
            const about = [
              line.warehouse &&
                say('orders.into_named', {
                  warehouse:
                    warehouses.data?.rows.find(({ id }) => id === line.warehouse)?.name ??
                    say('orders.another_warehouse'),
                }),
              line.shipment,
              line.taxCode && say('orders.taxes_of', { taxCode: line.taxCode }),
              line.department,
              line.location,
              line.project,
              ...line.estimates.map(estimateInWords),
              line.estimates.length > 0 &&
                say(line.item ? 'orders.should_cost_line' : 'orders.should_cost_unit', {
                  expected: showFigure(line.expected),
                  currency: company.currency,
                  unit: line.item?.unit ?? '',
                }),
            ].filter(Boolean);
            const packs =
              line.per === '1'
                ? []
                : [
                    say('orders.packs_of', {
                      asked: showFigure(line.asked),
                      unit: line.unit,
                      per: showFigure(line.per),
                      stockUnit: line.item?.unit ?? '',
                    }),
                  ];
            const more = [
              ...packs,
              ...about,
              ...(line.closed
                ? [
                    say('orders.closed_because', {
                      quantity: showFigure(line.closed.quantity),
                      reason: line.closed.reason || say('orders.closed_short'),
                    }),
                  ]
                : []),
            ];
            const label = line.item?.name ?? line.expense;
            return (
              <Fragment key={line.line}>
                <tr className={more.length > 0 ? 'joined' : ''}>
                  <td className="name" title={`${line.item?.number ?? ''} ${label}`}>
                    <span className={line.item ? '' : 'sentence'}>{label}</span>{' '}
                    <span className="dim">{line.item?.number}</span>
                  </td>
                  <td className="num">{showFigure(line.quantity)}</td>
                  <td className="dim">{line.item?.unit ?? say('orders.expense')}</td>
                  <td className="num">
                    {showPrice(line.price)} <PerPack line={line} />
                    {line.discount && (
                      <span className="dim">{say('orders.discount_of', { discount: line.discount })}</span>
                    )}
                  </td>
                  <td>{showDay(line.due)}</td>
                  <td className="num strong">{showFigure(line.amount)}</td>
                  <td className="num">{figureOrDash(line.received)}</td>
                  <td className="num">{figureOrDash(line.billed)}</td>
                  <td className="num strong">{isZero(line.open) ? '' : showFigure(line.open)}</td>
                  <td className="num">
                    {mayClose && !isZero(line.open) && (
                      <button
                        type="button"
                        className="act"
                        aria-label={say('orders.close_named', { label })}
                        onClick={() => setCloses(line)}
                      >
                        {say('orders.close')}
                      </button>
                    )}
                  </td>
                </tr>
                {more.length > 0 && (
                  <tr className="lots">
                    <td colSpan={10}>{more.join(' · ')}</td>
                  </tr>
                )}
              </Fragment>
            );
          })}
        </tbody>
      </table>
      {closes && (
        <AskReason
          title={say('orders.no_more_of', { label: closes.item?.name ?? closes.expense })}
          action={say('orders.close_line')}
          needed
          wrong={saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setCloses(undefined);
          }}
          onDo={(reason) => perform(closing([closes.line]), reason)}
        >
          <p>
            {say('orders.line_outstanding', {
              open: showFigure(closes.open),
              unit: closes.item?.unit ?? '',
              quantity: showFigure(closes.quantity),
            })}
          </p>
        </AskReason>
      )}
    </>
  );
}

const figureOrDash = (figure: string) => (isZero(figure) ? <span className="dim">–</span> : showFigure(figure));
