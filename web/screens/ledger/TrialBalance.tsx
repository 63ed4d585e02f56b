import { useState } from 'react';
import { isDay } from '@obolus/core/exact/calendar';
import { Link } from 'react-router';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { LedgerTabs } from './LedgerTabs.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { say } from '../../locale/say.ts';

export function TrialBalance() {
  const { company } = useMe();
  const [asOf, setAsOf] = useState(company.today);
  const balance = server.useTrialBalanceQuery({ query: { asOf } }, { skip: !isDay(asOf) });
  const data = balance.currentData;
  const gap = data ? (difference(data.inventory, data.stock) ?? '0') : '0';
  return (
    <div className="screen">
      <div>
        <Head
          title={say('frame.do_trial')}
          about={
            <>
              {say('ledger.by_posting_date', { currency: company.currency })}
              <Explain what={say('frame.do_trial')} chapter="ledger" of="trial-balance" />
            </>
          }
        />
        <LedgerTabs />
      </div>
      <div className="body">
        <div className="fields">
          <Field name={say('ledger.as_of')}>
            <DateCell label={say('ledger.as_of')} value={asOf} onChange={setAsOf} />
          </Field>
        </div>
        {balance.isError && <Problem error={balance.error} again={balance.refetch} />}
        {data && (
          <>
            <table className="sheet max-w-[720px]" aria-label={say('frame.do_trial')}>
              <thead>
                <tr>
                  <th>{say('ledger.no')}</th>
                  <th>{say('word.account')}</th>
                  <th className="num">{say('frame.debit')}</th>
                  <th className="num">{say('frame.credit')}</th>
                </tr>
              </thead>
              <tbody>
                {data.rows.map((row) => (
                  <tr key={row.id}>
                    <td className="dim">{row.number}</td>
                    <td>
                      <Link className="hover:text-bronze" to={`/ledger?account=${row.id}`}>
                        {row.name}
                      </Link>
                    </td>
                    <td className="num">{isZero(row.debit) ? '' : showFigure(row.debit)}</td>
                    <td className="num">{isZero(row.credit) ? '' : showFigure(row.credit)}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr>
                  <td />
                  <td>{say('status.total')}</td>
                  <td className="num">{showFigure(data.debit)}</td>
                  <td className="num">{showFigure(data.credit)}</td>
                </tr>
              </tfoot>
            </table>
            <p className="pt-4" role="status">
              {isZero(gap) ? (
                <span className="text-proved">
                  {say('ledger.stock_agrees', { inventory: showFigure(data.inventory) })}
                </span>
              ) : (
                <span className="text-over">
                  {say('ledger.stock_differs', {
                    inventory: showFigure(data.inventory),
                    stock: showFigure(data.stock),
                    gap: showFigure(gap),
                  })}
                </span>
              )}
            </p>
          </>
        )}
      </div>
    </div>
  );
}
