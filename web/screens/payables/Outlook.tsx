import { Link } from 'react-router';
import type { CashOutlook } from '@obolus/contract/views/payables';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cut } from '../../parts/Cut.tsx';
import { isNegative, isZero, portion } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { PayablesTabs } from './PayablesTabs.tsx';

/** What will be paid in the next weeks, as bills are due, and which discounts are worth taking before they lapse. */
export function Outlook() {
  const { company } = useMe();
  const outlook = server.useCashOutlookQuery();
  const known = outlook.currentData;
  return (
    <div className="screen">
      <div>
        <Head title={say('payables.outlook')} about={say('payables.outlook_about', { currency: company.currency })} />
        <PayablesTabs />
      </div>
      <div className="body flex flex-col gap-7">
        {outlook.isError && <Problem error={outlook.error} again={outlook.refetch} />}
        {known && <Weeks outlook={known} currency={company.currency} />}
        {known && <Discounts outlook={known} />}
      </div>
    </div>
  );
}

function Weeks({ outlook: { weeks, later, total }, currency }: { outlook: CashOutlook; currency: string }) {
  const most = weeks.map(({ base }) => base).reduce((a, b) => (Number(b) > Number(a) ? b : a), '0');
  return (
    <table className="sheet max-w-[1060px]" aria-label={say('payables.outlook')}>
      <thead>
        <tr>
          <th>{say('payables.week')}</th>
          <th className="num">{say('payables.items')}</th>
          <th className="w-full">{say('payables.amounts')}</th>
          <th className="min-w-[160px]">
            <span className="sr-only">{say('payables.share')}</span>
          </th>
          <th className="num">{say('payables.total_in', { currency })}</th>
        </tr>
      </thead>
      <tbody>
        {weeks.map(({ from, to, bills, amounts, base }) => (
          <tr key={to}>
            <td className="whitespace-nowrap">
              {from === '' ? say('payables.due_already') : `${showDay(from)} – ${showDay(to)}`}
            </td>
            <td className="num">{bills === 0 ? '' : bills}</td>
            <td className="dim whitespace-normal">
              {amounts
                .filter(({ amount }) => !isZero(amount))
                .map(({ currency: of, amount }) => `${showFigure(amount)} ${of}`)
                .join(' · ')}
            </td>
            <td>
              {!isZero(base) && !isNegative(base) && (
                <span
                  className="block h-[8px] bg-bronze"
                  style={{ width: `${Math.max(1, Math.round(portion(base, most) * 100))}%` }}
                />
              )}
            </td>
            <td className="num strong">{isZero(base) ? '' : showFigure(base)}</td>
          </tr>
        ))}
        {!isZero(later) && (
          <tr>
            <td colSpan={4}>{say('payables.later')}</td>
            <td className="num strong">{showFigure(later)}</td>
          </tr>
        )}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={4}>{say('status.total')}</td>
          <td className="num">{showFigure(total)}</td>
        </tr>
      </tfoot>
    </table>
  );
}

function Discounts({ outlook }: { outlook: CashOutlook }) {
  const mayPay = useMayPost('payment');
  return (
    <section aria-label={say('payables.discounts')}>
      <h2 className="title">{say('payables.discounts')}</h2>
      {outlook.discounts.length === 0 ? (
        <p className="dim">{say('payables.no_discounts')}</p>
      ) : (
        <table className="sheet max-w-[1060px]" aria-label={say('payables.discounts')}>
          <thead>
            <tr>
              <th className="w-full">{say('word.vendor')}</th>
              <th>{say('word.bill')}</th>
              <th>{say('word.discount_until')}</th>
              <th>{say('word.due')}</th>
              <th className="num">{say('word.open')}</th>
              <th className="num">{say('word.discount')}</th>
              <th>{say('word.currency')}</th>
              <th className="num">{say('payables.yield')}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {outlook.discounts.map((row) => (
              <tr key={row.bill.id}>
                <td className="name">{row.vendor.name}</td>
                <td className="whitespace-nowrap">
                  <Link className="act" to={`/documents/${row.bill.id}`}>
                    {row.bill.reference || row.bill.number}
                  </Link>
                </td>
                <td className="whitespace-nowrap strong">{showDay(row.until)}</td>
                <td className="whitespace-nowrap">{showDay(row.due)}</td>
                <td className="num">{showFigure(row.open)}</td>
                <td className="num">{showFigure(row.discount)}</td>
                <td className="dim">{row.currency}</td>
                <td className="num strong">{row.yield && `${showFigure(row.yield)} %`}</td>
                <td className="num">
                  {mayPay && (
                    <Link
                      className="act"
                      to={`/payables/pay/${row.vendor.id}`}
                      aria-label={say('payables.pay_vendor', { vendor: row.vendor.name })}
                    >
                      {say('payables.pay')}
                    </Link>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Cut list={{ rows: outlook.discounts, more: outlook.more }} />
    </section>
  );
}
