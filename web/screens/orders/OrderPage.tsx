import { Fragment, useState } from 'react';
import type { OrderView } from '@obolus/contract/views/orders';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { isZero } from '../../parts/exact.ts';
import { showDay, showFigure, showPrice } from '../../parts/figures.ts';
import { PerPack } from '../../parts/PerPack.tsx';
import { closing, useDeed } from './OrderActions.tsx';

/** How an order stands, in words; nothing where there is nothing to say. */
export function standingOf({
  approval,
  held,
  version,
  sent,
  limit,
}: Pick<OrderView, 'approval' | 'held' | 'version' | 'sent' | 'limit'>): string {
  if (held) return 'On hold';
  if (approval === 'awaited') return `Waits for approval: above its buyer’s limit of ${showFigure(limit)}`;
  if (approval === 'rejected') return 'Rejected: a new version asks again';
  const approved = approval === 'approved' ? 'Approved. ' : '';
  if (sent === null) return `${approved}Not given to the vendor yet`;
  return `${approved}${sent === version ? `The vendor has version ${version}` : `The vendor has version ${sent}, version ${version} stands`}`;
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
      <table className="sheet" aria-label="Lines">
        <thead>
          <tr>
            <th>Item</th>
            <th className="num">Ordered</th>
            <th>Unit</th>
            <th className="num">Price</th>
            <th>Due</th>
            <th className="num">Amount, {order.currency}</th>
            <th className="num">Received</th>
            <th className="num">Billed</th>
            <th className="num">Outstanding</th>
            <th>
              <span className="sr-only">Close the line</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {order.lines.map((line) => {
            const about = [
              line.warehouse &&
                `into ${warehouses.data?.rows.find(({ id }) => id === line.warehouse)?.name ?? 'another warehouse'}`,
              line.transport,
              line.taxCode && `taxes ${line.taxCode}`,
              line.department,
              line.location,
              line.project,
              ...line.estimates.map(estimateInWords),
              line.estimates.length > 0 &&
                `should cost ${showFigure(line.expected)} ${company.currency} a ${line.item?.unit ?? 'unit'} once here`,
            ].filter(Boolean);
            const packs =
              line.per === '1'
                ? []
                : [`${showFigure(line.asked)} ${line.unit} of ${showFigure(line.per)} ${line.item?.unit ?? ''}`];
            const more = [
              ...packs,
              ...about,
              ...(line.closed ? [`${showFigure(line.closed.quantity)} closed: ${line.closed.reason}`] : []),
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
                  <td className="dim">{line.item?.unit ?? 'expense'}</td>
                  <td className="num">
                    {showPrice(line.price)} <PerPack line={line} />
                    {line.discount && <span className="dim">less {line.discount} %</span>}
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
                        aria-label={`Close ${label}`}
                        onClick={() => setCloses(line)}
                      >
                        Close
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
          title={`No more ${closes.item?.name ?? closes.expense} comes`}
          action="Close the line"
          needed
          wrong={saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setCloses(undefined);
          }}
          onDo={(reason) => perform(closing([closes.line], 'line'), reason)}
        >
          <p>
            {showFigure(closes.open)} {closes.item?.unit} of {showFigure(closes.quantity)} are still to come.
          </p>
        </AskReason>
      )}
    </>
  );
}

const figureOrDash = (figure: string) => (isZero(figure) ? <span className="dim">–</span> : showFigure(figure));

const HOW: Readonly<Record<string, string>> = { unit: 'a unit', percent: '%', flat: 'in all', tariff: 'by the tariff' };

const estimateInWords = ({ kind, by, figure }: OrderView['lines'][number]['estimates'][number]): string =>
  by === 'tariff' ? `${kind} expected ${HOW[by]}` : `${kind} expected: ${showFigure(figure)} ${HOW[by]}`;
