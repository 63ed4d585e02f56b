import { useNavigate, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OrderView } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { sumOf } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Commitment } from './Commitment.tsx';
import { OrderGrid } from './OrderGrid.tsx';
import { asOrdered, isBlank } from './orderLine.ts';
import { say } from '../../locale/say.ts';

type Body = BodyOf<'order-change'>;

/** The next version of an order: its lines as they are, to be changed in place, and new ones below them. */
export function ChangeOrder() {
  const { order = '' } = useParams();
  const known = server.useOrderQuery({ params: { id: order } }, { refetchOnMountOrArgChange: true });
  if (known.isError)
    return (
      <div className="body">
        <Problem error={known.error} again={known.refetch} />
      </div>
    );
  return known.currentData ? <Changing order={known.currentData} /> : null;
}

function Changing({ order }: { order: OrderView }) {
  const { draft = '' } = useParams();
  const me = useMe();
  const navigate = useNavigate();
  const entering = useDraft<'order-change', Body>({
    kind: 'order-change',
    id: draft,
    blank: () => ({
      of: order.id,
      seen: order.version,
      date: me.company.today,
      reason: '',
      lines: order.lines.map(asOrdered),
    }),
    toCommand: (body) => ({ ...body, lines: body.lines.filter((line) => !isBlank(line)) }),
    title: () => order.number,
    after: () => void navigate(`/documents/${order.id}`),
  });
  const { body, change, refusals } = entering;
  const mayChange = useMayPost('order-change');
  if (!body) return null;
  const before = sumOf(
    order.lines.map((line) => line.amount),
    order.currency,
  );
  return (
    <div className="screen">
      <Head
        title={order.vendor.name}
        more={say('orders.named_version', { number: order.number, version: order.version + 1 })}
        about={say(
          order.sent === null
            ? 'orders.not_sent_yet'
            : order.sent === order.version
              ? 'orders.sent_stands'
              : 'orders.other_sent',
          {
            version: order.version,
            sent: order.sent ?? 0,
          },
        )}
      />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <Field name={say('orders.why_change')} wide>
            <Cell
              label={say('orders.why_change')}
              autoFocus
              value={body.reason}
              wrong={wrongAt(refusals, '/reason')}
              onChange={(reason) => change({ reason })}
            />
          </Field>
        </div>
        <OrderGrid
          lines={body.lines}
          change={(lines) => change({ lines })}
          refusals={refusals}
          vendor={order.vendor.id}
          date={body.date}
          currency={order.currency}
          taxCode=""
          expected={entering.preview?.expected}
          ruled={entering.preview?.ruled}
          onOrder={new Map(order.lines.map((line) => [line.line, line]))}
        />
      </div>
      <Footing
        entering={entering}
        allowed={mayChange}
        action={say('orders.place_version')}
        waitingFor={say('orders.change_something')}
        note={
          <Commitment
            lines={body.lines}
            currency={order.currency}
            before={before}
            expected={entering.preview?.expected}
          />
        }
      />
    </div>
  );
}
