import { useState } from 'react';
import { Link } from 'react-router';
import { AGED_BY, AGES, type Ageing } from '@obolus/contract/views/payables';
import { isDay } from '@obolus/core/exact/calendar';
import { Drafts } from '../../drafts/Drafts.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { isZero } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { PayablesTabs } from './PayablesTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

type By = (typeof AGED_BY)[number];

/** What is owed to each vendor and how old it is, as of any day, beside what the account says. */
export function Payables() {
  const { company } = useMe();
  const [asOf, setAsOf] = useState(company.today);
  const [by, setBy] = useState<By>('due');
  const ageing = server.useAgeingQuery({ query: { asOf, by } }, { skip: !isDay(asOf) });
  return (
    <div className="screen">
      <div>
        <Head
          title={say('list.payables')}
          about={
            <>
              {say('payables.about', { currency: company.currency })}
              <Explain what={say('list.payables')} chapter="payables" of="ageing" />
            </>
          }
        />
        <PayablesTabs />
      </div>
      <div className="body">
        <Drafts of={['payment']} />
        <div className="fields">
          <Field name={say('ledger.as_of')}>
            <DateCell label={say('ledger.as_of')} value={asOf} onChange={setAsOf} />
          </Field>
          <Field name={say('payables.aged_by')}>
            <Choice
              label={say('payables.aged_by')}
              value={by}
              options={[
                ['due', say('payables.by_due')],
                ['paper', say('payables.by_paper')],
              ]}
              onChange={(to) => setBy(to as By)}
            />
          </Field>
        </div>
        {ageing.isError && <Problem error={ageing.error} again={ageing.refetch} />}
        {ageing.currentData?.rows.length === 0 && <Empty title={say('payables.none')} />}
        {ageing.currentData && ageing.currentData.rows.length > 0 && <Aged ageing={ageing.currentData} />}
      </div>
    </div>
  );
}

function Aged({ ageing }: { ageing: Ageing }) {
  const mayPay = useMayPost('payment');
  const { company } = useMe();
  const figure = (amount: string) => (isZero(amount) ? '' : showFigure(amount));
  const agrees = ageing.total === ageing.account;
  return (
    <>
      <table className="sheet" aria-label={say('payables.by_age')}>
        <thead>
          <tr>
            <th>{say('word.vendor')}</th>
            <th className="num">{say('word.open')}</th>
            <th>{say('word.currency')}</th>
            {HEADS.map((head, age) => (
              <th key={age} className="num">
                {head()}
              </th>
            ))}
            <th className="num">{say('payables.total_in', { currency: company.currency })}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {ageing.rows.map(({ vendor, currency, open, aged, total }) => (
            <tr key={`${vendor.id} ${currency}`}>
              <td className="name">
                <Link className="hover:text-bronze" to={`/vendors/${vendor.id}`}>
                  {vendor.name}
                </Link>
              </td>
              <td className="num">{showFigure(open)}</td>
              <td className="dim">{currency}</td>
              {aged.map((amount, age) => (
                <td key={age} className="num">
                  {figure(amount)}
                </td>
              ))}
              <td className="num strong">{showFigure(total)}</td>
              <td className="num whitespace-nowrap">
                <Link
                  className="act mr-4"
                  to={`/payables/vendors/${vendor.id}`}
                  aria-label={say('payables.account_of', { vendor: vendor.name })}
                >
                  {say('word.account')}
                </Link>
                {mayPay && (
                  <Link
                    className="act"
                    to={`/payables/pay/${vendor.id}`}
                    aria-label={say('payables.pay_vendor', { vendor: vendor.name })}
                  >
                    {say('payables.pay')}
                  </Link>
                )}
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          {!isZero(ageing.measured) && (
            <tr>
              <td colSpan={3 + ageing.aged.length}>{say('payables.measured')}</td>
              <td className="num">{showFigure(ageing.measured)}</td>
              <td />
            </tr>
          )}
          <tr>
            <td colSpan={3}>{say('status.total')}</td>
            {ageing.aged.map((amount, age) => (
              <td key={age} className="num">
                {figure(amount)}
              </td>
            ))}
            <td className="num">{showFigure(ageing.total)}</td>
            <td />
          </tr>
        </tfoot>
      </table>
      <p className="pt-4" role="status">
        <span className={agrees ? 'text-proved' : 'text-over'}>
          {say(agrees ? 'payables.account_agrees' : 'payables.account_differs', {
            account: showFigure(ageing.account),
            total: showFigure(ageing.total),
          })}
        </span>
      </p>
    </>
  );
}

const HEADS = [
  () => say('payables.not_past'),
  ...AGES.slice(1).map((days, at) => () => say('payables.days', { from: (AGES[at] ?? 0) + 1, to: days })),
  () => say('payables.days_over', { days: AGES.at(-1) ?? 0 }),
];
