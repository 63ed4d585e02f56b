import { DueOf } from './DueOf.tsx';
import { useParams } from 'react-router';
import type { OwedToVendor } from '@obolus/contract/views/payables';
import { useDraft, wrongAt, type Entering } from '../../drafts/useDraft.ts';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Footing } from '../../frame/Footing.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { isZero, sumOf } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { isSettled, leftOf, NOT_SETTLED, type PayBody, paymentOf, proposed, type Settled, whole } from './payBody.ts';
import { type OwnAccounts, useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { PaidFrom } from './PaidFrom.tsx';
import { payColumns, type PayRow, remarkOf } from './payColumns.ts';
import { Empty } from '../../parts/Empty.tsx';

/** A vendor's bills are paid, together with its credits, from the bank or from what was paid before. */
export function Pay() {
  const { vendor = '' } = useParams();
  const owed = server.useOwedToVendorQuery({ params: { id: vendor } }, { refetchOnMountOrArgChange: true });
  const own = useOwnAccounts();
  if (owed.isError)
    return (
      <div className="body">
        <Problem error={owed.error} again={owed.refetch} />
      </div>
    );
  return owed.currentData && own.accounts ? <Paying key={vendor} owed={owed.currentData} own={own} /> : null;
}

function Paying({ owed, own }: { owed: OwedToVendor; own: OwnAccounts }) {
  const { draft = '' } = useParams();
  const { company } = useMe();
  const { vendor } = owed;
  const currencies = [...new Set(owed.payables.map(({ currency }) => currency))];
  const entering = useDraft<'payment', PayBody>({
    kind: 'payment',
    id: draft,
    blank: () => {
      const currency = currencies.includes(vendor.currency) ? vendor.currency : (currencies[0] ?? vendor.currency);
      return {
        vendor: vendor.id,
        date: company.today,
        currency,
        account: '',
        from: '',
        took: '',
        fee: '',
        discountsTo: '',
        reason: '',
        settled: proposed(owed.payables, currency, company.today),
      };
    },
    toCommand: (body) =>
      paymentOf(
        body,
        owed.payables.filter(({ currency }) => currency === body.currency),
        company.discountsTo,
        own.of(body.account, body.currency).id,
      ),
    title: () => vendor.name,
  });
  const mayPay = useMayPost('payment');
  const { body, change } = entering;
  if (!body) return null;
  return (
    <div className="screen">
      <Head
        title={vendor.name}
        more={say('payables.payment')}
        about={
          vendor.hold ? (
            <span className="text-over">{say('orders.on_hold', { hold: vendor.hold })}</span>
          ) : (
            [say('payables.pay_about'), vendor.payee && say('paying.goes_to', { to: vendor.payee })]
              .filter(Boolean)
              .join(' · ')
          )
        }
      >
        {currencies.length > 1 && (
          <Field name={say('word.currency')}>
            <Choice
              label={say('word.currency')}
              value={body.currency}
              options={currencies.map((currency) => [currency, currency])}
              onChange={(currency) =>
                change({ currency, account: '', from: '', settled: proposed(owed.payables, currency, body.date) })
              }
            />
          </Field>
        )}
        <DateField name={say('payables.payment_date')} body={body} change={change} refusals={entering.refusals} />
      </Head>
      <div className="body">
        <Cut list={{ rows: owed.payables, more: owed.more }} />
        <PaidFrom entering={entering} body={body} prepaid={owed.prepaid} own={own} />
        <Items entering={entering} body={body} owed={owed} />
      </div>
      <Footing
        entering={entering}
        allowed={mayPay}
        action={say('payables.post_payment')}
        waitingFor={say('payables.begin')}
      />
    </div>
  );
}

function Items({
  entering: { change, refusals },
  body,
  owed,
}: {
  entering: Entering<PayBody>;
  body: PayBody;
  owed: OwedToVendor;
}) {
  const { currency } = body;
  const own = owed.payables.filter((payable) => payable.currency === currency);
  const rows = own.map((payable): PayRow => {
    const settled = body.settled[payable.id] ?? NOT_SETTLED;
    return { payable, settled, left: leftOf(payable.open, settled, currency) };
  });
  const sent = own.filter(({ id }) => isSettled(body.settled[id])).map(({ id }) => id);
  const set = (id: string, to: Partial<Settled>) =>
    change({ settled: { ...body.settled, [id]: { ...(body.settled[id] ?? NOT_SETTLED), ...to } } });
  const sum = (name: keyof Settled) => {
    const total = sumOf(
      rows.map(({ settled }) => settled[name]),
      currency,
    );
    return isZero(total) && name !== 'amount' ? '' : showFigure(total);
  };
  if (own.length === 0) return <Empty title={say('payables.nothing_open', { vendor: owed.vendor.name })} />;
  return (
    <Grid
      name="payment-items"
      label={say('payables.items_of', { vendor: owed.vendor.name, currency })}
      columns={payColumns(rows)}
      lines={rows}
      write={(changed) =>
        change({
          settled: {
            ...body.settled,
            ...Object.fromEntries([...changed.values()].map(({ payable, settled }) => [payable.id, settled])),
          },
        })
      }
      sums={[
        {
          cells: {
            item: say('payables.total_in', { currency }),
            open: showFigure(
              sumOf(
                own.map(({ open }) => open),
                currency,
              ),
            ),
            amount: sum('amount'),
            discount: sum('discount'),
            withheld: sum('withheld'),
            writeOff: sum('writeOff'),
          },
        },
      ]}
      draw={(index, place) => {
        const { payable, settled, left } = rows[index] as PayRow;
        const at = `/bills/${sent.indexOf(payable.id)}`;
        const name = payable.reference || payable.number;
        const cell = (field: keyof Settled, label: string) => (
          <FigureCell
            label={label}
            value={settled[field]}
            wrong={wrongAt(refusals, `${at}/${field}`) ?? (field === 'amount' ? wrongAt(refusals, at) : undefined)}
            onChange={(figure) => set(payable.id, { [field]: figure })}
          />
        );
        const remark = remarkOf(payable);
        const isTaken = isSettled(body.settled[payable.id]);
        return (
          <Line
            key={payable.id}
            place={place}
            cells={{
              take: (
                <input
                  type="checkbox"
                  className="accent-bronze"
                  aria-label={say('payables.take_item', { name })}
                  checked={isTaken}
                  onChange={() => set(payable.id, isTaken ? NOT_SETTLED : whole(payable, body.date))}
                />
              ),
              item: (
                <>
                  {name}{' '}
                  <span className="dim">
                    {[
                      payable.reference ? payable.number : '',
                      payable.kind === 'credit' ? say('status.credit-memo') : '',
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </>
              ),
              date: showDay(payable.date),
              due: <DueOf item={payable} on={body.date} />,
              until: payable.discountDay && payable.discountDay >= body.date ? showDay(payable.discountDay) : '',
              open: showFigure(payable.open),
              amount: cell('amount', say('payables.pay_of', { name })),
              discount: cell('discount', say('payables.discount_of', { name })),
              withheld: cell('withheld', say('payables.withheld_of', { name })),
              writeOff: cell('writeOff', say('payables.write_off_of', { name })),
              left: showFigure(left),
              remark: remark && (
                <span className="text-over" title={remark}>
                  {remark}
                </span>
              ),
            }}
          />
        );
      }}
    />
  );
}
