import { useParams, useSearchParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Footing } from '../../frame/Footing.tsx';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { server } from '../../server/api.ts';
import { useVendor, useVendors } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskApproval, isAsked } from '../approvals/AskApproval.tsx';

type Body = Required<BodyOf<'prepayment'>>;

/** Chosen instead of an order: it is for no goods, and comes back. */
const DEPOSIT = 'deposit';

/** Money is paid before the bill: for the goods of an order, which then come in at its rate, or as a deposit. */
export function Prepay() {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const known = useVendors([]);
  const currencyOf = ({ currency, vendor }: Body) => currency || known[vendor]?.currency || company.currency;
  const entering = useDraft<'prepayment', Body>({
    kind: 'prepayment',
    id: draft,
    blank: () => ({
      vendor: asked.get('vendor') ?? '',
      order: asked.get('order') ?? '',
      refundable: false,
      date: company.today,
      currency: asked.get('currency') ?? '',
      amount: asked.get('amount') ?? '',
    }),
    toCommand: (body) =>
      body.vendor === '' || body.amount === '' ? undefined : { ...body, currency: currencyOf(body) },
    title: () => '',
  });
  const mayPrepay = useMayPost('prepayment');
  const { body, change, refusals } = entering;
  const vendor = useVendor(body?.vendor ?? '');
  const orders = server.useListInfiniteQuery(
    {
      list: 'orders',
      where: [
        { column: 'vendor_id', is: 'is', to: body?.vendor ?? '' },
        { column: 'open', is: 'filled', to: '' },
      ],
    },
    { skip: !body?.vendor },
  );
  if (!body) return null;
  const open = (orders.currentData?.pages ?? []).flatMap(({ rows }) => rows);
  return (
    <div className="screen">
      <Head
        title={vendor?.name ?? say('kind.prepayment')}
        more={vendor ? say('kind.prepayment') : ''}
        about={say('payables.prepay_about')}
      />
      <div className="body">
        <div className="fields">
          <Field name={say('word.vendor')} wide>
            <Lookup
              label={say('word.vendor')}
              of="vendors"
              autoFocus={body.vendor === ''}
              chosen={vendor}
              wrong={wrongAt(refusals, '/vendor')}
              onChange={(chosen) => change({ vendor: chosen, order: '', refundable: false, currency: '' })}
            />
          </Field>
          <Field name={say('payables.for_order')} wide>
            <Choice
              label={say('payables.for_order')}
              value={body.refundable ? DEPOSIT : body.order}
              wrong={wrongAt(refusals, '/order')}
              options={[
                ['', say('payables.no_order')],
                [DEPOSIT, say('payables.deposit')],
                ...open.map(
                  ({ id, cells }) =>
                    [
                      id,
                      say('payables.order_of', {
                        number: cells.number ?? '',
                        amount: showFigure(cells.amount ?? ''),
                        currency: cells.currency ?? '',
                      }),
                    ] as const,
                ),
              ]}
              onChange={(chosen) => {
                const refundable = chosen === DEPOSIT;
                const order = refundable ? '' : chosen;
                const currency = open.find(({ id }) => id === order)?.cells.currency;
                change({ order, refundable, ...(currency ? { currency } : {}) });
              }}
            />
          </Field>
          <Field name={say('word.currency')}>
            <Cell
              label={say('word.currency')}
              value={currencyOf(body)}
              wrong={wrongAt(refusals, '/currency')}
              onChange={(currency) => change({ currency: currency.toUpperCase() })}
            />
          </Field>
          <DateField name={say('payables.payment_date')} body={body} change={change} refusals={refusals} />
          <Field name={say('word.amount')}>
            <FigureCell
              label={say('word.amount')}
              value={body.amount}
              wrong={wrongAt(refusals, '/amount')}
              onChange={(amount) => change({ amount })}
            />
          </Field>
        </div>
      </div>
      <Footing
        entering={entering}
        allowed={mayPrepay}
        action={say('payables.post_prepayment')}
        waitingFor={say('payables.begin_prepayment')}
        note={
          isAsked(entering) ? (
            <AskApproval kind="prepayment" draft={draft} entering={entering} />
          ) : (
            <p className="dim">
              {say(
                body.refundable
                  ? 'payables.deposit_measured'
                  : body.order
                    ? 'payables.prepaid_rate'
                    : 'payables.deposit_rate',
              )}
            </p>
          )
        }
      />
    </div>
  );
}
