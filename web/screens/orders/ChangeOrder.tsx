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

type Body = BodyOf<'order-change'>;

/** The next version of an order: its lines as they are, to be changed in place, and new ones below them. */
export function ChangeOrder() {
  const { order = '' } = useParams();
  const known = server.useOrderQuery({ params: { id: order } });
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
    title: () => `Change of ${order.number}`,
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
        more={`${order.number}, version ${order.version + 1}`}
        about={`Version ${order.version} stands${order.sent === null ? ', not sent yet' : order.sent === order.version ? ' and is with the vendor' : `; the vendor has version ${order.sent}`}. What has come keeps its price.`}
      />
      <div className="body">
        <div className="fields">
          <DateField name="Date" body={body} change={change} refusals={refusals} />
          <Field name="Why it changes" wide>
            <Cell
              label="Why it changes"
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
          onOrder={new Map(order.lines.map((line) => [line.line, line]))}
        />
      </div>
      <Footing
        entering={entering}
        allowed={mayChange}
        action="Place version"
        waitingFor="Change a line or add one."
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
