import { Fragment, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OrderView } from '@obolus/contract/views/orders';
import { saidAgainst, server } from '../../app/api.ts';
import { useAppDispatch } from '../../app/store.ts';
import { changed, opened } from '../../drafts/draftSlice.ts';
import { useMayPost, useMe } from '../../frame/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { isZero } from '../../parts/exact.ts';
import { count, showDay, showFigure, showPrice } from '../../parts/figures.ts';
import { PerPack } from '../../parts/PerPack.tsx';
import { asOrdered } from './orderLine.ts';

type Kind = 'order-step' | 'order-approval' | 'order-closing';

/** Something that can be done with an order, and what is asked before. */
interface Deed {
  readonly kind: Kind;
  readonly step?: string;
  readonly title: string;
  readonly action: string;
  readonly needsReason: boolean;
  readonly lines?: readonly string[];
}

const HOLD: Deed = {
  kind: 'order-step',
  step: 'held',
  title: 'Put the order on hold',
  action: 'Put on hold',
  needsReason: true,
};
const RELEASE: Deed = {
  kind: 'order-step',
  step: 'released',
  title: 'Release the order',
  action: 'Release',
  needsReason: false,
};
const APPROVE: Deed = {
  kind: 'order-approval',
  step: 'approved',
  title: 'Approve the order as it stands',
  action: 'Approve',
  needsReason: false,
};
const REJECT: Deed = {
  kind: 'order-approval',
  step: 'rejected',
  title: 'Reject the order as it stands',
  action: 'Reject',
  needsReason: true,
};
const closing = (lines: readonly string[], title: string): Deed => ({
  kind: 'order-closing',
  title,
  action: 'Close',
  needsReason: true,
  lines,
});

const isOpen = (order: OrderView): boolean => order.lines.some((line) => !isZero(line.open));

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

/** What can be done with the order now, as far as the user's role goes. */
export function OrderActions({ order }: { order: OrderView }) {
  const [deed, setDeed] = useState<Deed>();
  const { perform, doing } = useDeed(order, () => setDeed(undefined));
  const mayOrder = useMayPost('order-step');
  const mayAnswer = useMayPost('order-approval') && order.approval === 'awaited';
  const goesOn = !order.held && (order.approval === 'not needed' || order.approval === 'approved');
  const ask = (asked: Deed) => (
    <button type="button" className="btn quiet" onClick={() => setDeed(asked)}>
      {asked.action}
    </button>
  );
  return (
    <>
      {mayAnswer && ask(REJECT)}
      {mayAnswer && ask(APPROVE)}
      {mayOrder && (
        <>
          {isOpen(order) && (
            <>
              {ask(order.held ? RELEASE : HOLD)}
              {ask({ ...closing([], 'No more comes on this order'), action: 'Close the rest' })}
            </>
          )}
          <CopyOrder order={order} />
          <Link className="btn quiet" to={`/orders/${order.id}/change`}>
            Change
          </Link>
          {goesOn && order.sent !== order.version && (
            <button
              type="button"
              className="btn quiet"
              disabled={doing.isLoading}
              onClick={() =>
                perform({ kind: 'order-step', step: 'sent', title: '', action: '', needsReason: false }, '')
              }
            >
              Mark as sent
            </button>
          )}
        </>
      )}
      {deed && (
        <AskReason
          title={deed.title}
          action={deed.action}
          needed={deed.needsReason}
          wrong={saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setDeed(undefined);
          }}
          onDo={(reason) => perform(deed, reason)}
        >
          {deed.kind === 'order-approval' && (
            <p>
              {showFigure(order.base)} for {order.vendor.name}, ordered by {order.buyer}, whose limit is{' '}
              {showFigure(order.limit)}.
            </p>
          )}
          {deed.kind === 'order-closing' && (
            <p>
              What is still to come of {count(order.lines.filter((line) => !isZero(line.open)).length, 'line')} will not
              come.
            </p>
          )}
        </AskReason>
      )}
    </>
  );
}

/** Begins a new order with the same lines on the same terms, at today's date, without days due and shipments. */
function CopyOrder({ order }: { order: OrderView }) {
  const { company } = useMe();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const copy = () => {
    const id = crypto.randomUUID();
    const lines = order.lines.map((line) => ({
      ...asOrdered(line),
      of: '',
      item: line.item?.id ?? '',
      due: '',
      transport: '',
      ...(line.item ? {} : { expense: line.expense }),
    }));
    const { currency, warehouse, ownTerms: terms, incoterm, place } = order;
    const body: BodyOf<'order'> = {
      vendor: order.vendor.id,
      date: company.today,
      currency,
      warehouse,
      terms,
      incoterm,
      place,
      note: '',
      lines,
    };
    dispatch(opened({ id, kind: 'order', body, version: 0 }));
    dispatch(changed({ id, title: `Order to ${order.vendor.name}`, body }));
    void navigate(`/orders/new/${id}`);
  };
  return (
    <button type="button" className="btn quiet" onClick={copy}>
      Copy
    </button>
  );
}

/** Posts what was done with the order; the key is made once for each deed. */
function useDeed(order: OrderView, done: () => void) {
  const { company } = useMe();
  const [post, doing] = server.usePostMutation();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const perform = (deed: Deed, reason: string) => {
    const about = { of: order.id, date: company.today < order.date ? order.date : company.today, reason };
    const body =
      deed.kind === 'order-closing'
        ? { ...about, lines: (deed.lines ?? []).map((of) => ({ of })) }
        : { ...about, seen: order.version, step: deed.step };
    void post({ kind: deed.kind, body: body as BodyOf<Kind>, key }).then((result) => {
      if (!result.data) {
        if (deed.title === '') toast.error(saidAgainst(result.error) ?? 'That was not possible.');
        return;
      }
      setKey(crypto.randomUUID());
      toast.success(`${result.data.number} is noted on ${order.number}.`);
      done();
    });
  };
  return { perform, doing };
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
            <th className="num">Still to come</th>
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
      <h2 className="cap">What was done with it</h2>
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

/** The paper of a version, in a window of its own. */
function PaperLink({ order, version, as }: { order: OrderView; version: number; as: 'pdf' | 'xml' }) {
  return (
    <a
      className="act pr-4"
      href={`/api/orders/${order.id}/paper.${as}?version=${version}`}
      target="_blank"
      rel="noreferrer"
      aria-label={`Version ${version} as ${FORM[as]}`}
    >
      {FORM[as]}
    </a>
  );
}

const FORM = { pdf: 'PDF', xml: 'UBL' } as const;

function shown(text: string): string {
  if (text === '') return 'none';
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return showDay(text);
  return /^\d+(\.\d+)?$/.test(text) ? showFigure(text) : text;
}
