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
import { asOrdered } from './orderLine.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

type Kind = 'order-step' | 'order-closing';

/** Something that can be done with an order, and what is asked before. */
interface Deed {
  readonly kind: Kind;
  readonly step?: string;
  /** What is asked before; nothing where it is done at once. */
  readonly asks?: { readonly title: MessageId; readonly action: MessageId };
  readonly needsReason: boolean;
  readonly lines?: readonly string[];
}

const HOLD: Deed = {
  kind: 'order-step',
  step: 'held',
  asks: { title: 'orders.hold_title', action: 'orders.hold' },
  needsReason: true,
};

const RELEASE: Deed = {
  kind: 'order-step',
  step: 'released',
  asks: { title: 'orders.release_title', action: 'orders.release' },
  needsReason: false,
};

const CLOSE: Deed['asks'] = { title: 'orders.no_more', action: 'orders.close_rest' };

/** Closes lines of an order; all that are open where none is named. */
export const closing = (lines: readonly string[], asks?: Deed['asks']): Deed => ({
  kind: 'order-closing',
  ...(asks ? { asks } : {}),
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
  const goesOn = !order.held && (order.approval === 'not-needed' || order.approval === 'approved');
  const ask = (asked: Deed) => (
    <button type="button" className="btn quiet" onClick={() => setDeed(asked)}>
      {asked.asks && say(asked.asks.action)}
    </button>
  );
  return (
    <>
      {mayAnswer && (
        <Answer
          subject="order"
          of={order.id}
          seen={String(order.version)}
          title={say('orders.order_number', { number: order.number })}
        />
      )}
      {mayOrder && (
        <>
          {isOpen(order) && (
            <>
              {ask(order.held ? RELEASE : HOLD)}
              {ask(closing([], CLOSE))}
            </>
          )}
          <CopyOrder order={order} />
          <Link className="btn quiet" to={`/orders/${order.id}/change`}>
            {say('orders.change')}
          </Link>
          {goesOn && order.sent !== order.version && (
            <button
              type="button"
              className="btn quiet"
              disabled={doing.isLoading}
              onClick={() => perform({ kind: 'order-step', step: 'sent', needsReason: false }, '')}
            >
              {say('orders.mark_sent')}
            </button>
          )}
        </>
      )}
      {deed?.asks && (
        <AskReason
          title={say(deed.asks.title)}
          action={say(deed.asks.action)}
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
            <p>{say('orders.will_not_come', { count: order.lines.filter((line) => !isZero(line.open)).length })}</p>
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
      shipment: '',
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
    dispatch(changed({ id, title: order.vendor.name, body }));
    void navigate(`/orders/new/${id}`);
  };
  return (
    <button type="button" className="btn quiet" onClick={copy}>
      {say('orders.copy')}
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
        if (!deed.asks) toast.error(saidAgainst(result.error) ?? say('orders.not_possible'));
        return;
      }
      setKey(crypto.randomUUID());
      toast.success(say('orders.noted', { number: result.data.number, order: order.number }));
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
      aria-label={say('orders.version_as', { version, form: FORM[as] })}
    >
      {FORM[as]}
    </a>
  );
}

const FORM = { pdf: 'PDF', xml: 'UBL' } as const;
