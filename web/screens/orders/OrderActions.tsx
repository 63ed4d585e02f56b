import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OrderView } from '@obolus/contract/views/orders';
import { MAY_ANSWER } from '@obolus/contract/approvals';
import { Answer } from '../../approvals/Answer.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { changed, opened } from '../../drafts/draftSlice.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { isZero } from '../../parts/exact.ts';
import { count } from '../../parts/figures.ts';
import { asOrdered } from './orderLine.ts';

type Kind = 'order-step' | 'order-closing';

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

export const closing = (lines: readonly string[], title: string): Deed => ({
  kind: 'order-closing',
  title,
  action: 'Close',
  needsReason: true,
  lines,
});

const isOpen = (order: OrderView): boolean => order.lines.some((line) => !isZero(line.open));

/** What can be done with the order now, as far as the user's role goes. */
export function OrderActions({ order }: { order: OrderView }) {
  const [deed, setDeed] = useState<Deed>();
  const { perform, doing } = useDeed(order, () => setDeed(undefined));
  const mayOrder = useMayPost('order-step');
  const { user } = useMe();
  const mayAnswer = order.approval === 'awaited' && MAY_ANSWER.order.includes(user.role);
  const goesOn = !order.held && (order.approval === 'not needed' || order.approval === 'approved');
  const ask = (asked: Deed) => (
    <button type="button" className="btn quiet" onClick={() => setDeed(asked)}>
      {asked.action}
    </button>
  );
  return (
    <>
      {mayAnswer && (
        <Answer subject="order" of={order.id} seen={String(order.version)} title={`Order ${order.number}`} />
      )}
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
export function useDeed(order: OrderView, done: () => void) {
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

/** The paper of a version, in a window of its own. */
export function PaperLink({ order, version, as }: { order: OrderView; version: number; as: 'pdf' | 'xml' }) {
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
