import { useState } from 'react';
import { isDay } from '@obolus/core/exact/calendar';
import { Link } from 'react-router';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { Field } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { LedgerTabs } from './LedgerTabs.tsx';

export function TrialBalance() {
  const { company } = useMe();
  const [asOf, setAsOf] = useState(company.today);
  const balance = server.useTrialBalanceQuery({ query: { asOf } }, { skip: !isDay(asOf) });
  const data = balance.currentData;
  const gap = data ? (difference(data.inventory, data.stock) ?? '0') : '0';
  return (
    <div className="screen">
      <div>
        <Head title="Trial balance" about={`By posting date, in ${company.currency}`} />
        <LedgerTabs />
      </div>
      <div className="body">
        <div className="fields">
          <Field name="As of">
            <DateCell label="As of" value={asOf} onChange={setAsOf} />
          </Field>
        </div>
        {balance.isError && <Problem error={balance.error} again={balance.refetch} />}
        {data && (
          <>
            <table className="sheet max-w-[720px]" aria-label="Trial balance">
              <thead>
                <tr>
                  <th>No.</th>
                  <th>Account</th>
                  <th className="num">Debit</th>
                  <th className="num">Credit</th>
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
                  <td>Total</td>
                  <td className="num">{showFigure(data.debit)}</td>
                  <td className="num">{showFigure(data.credit)}</td>
                </tr>
              </tfoot>
            </table>
            <p className="pt-4" role="status">
              {isZero(gap) ? (
                <span className="text-proved">
                  ✓ Inventory in the ledger, {showFigure(data.inventory)}, is what the stock is worth, to the cent.
                </span>
              ) : (
                <span className="text-over">
                  ▲ Inventory in the ledger is {showFigure(data.inventory)}, the stock is worth {showFigure(data.stock)}
                  : {showFigure(gap)} apart.
                </span>
              )}
            </p>
          </>
        )}
      </div>
    </div>
  );
}
