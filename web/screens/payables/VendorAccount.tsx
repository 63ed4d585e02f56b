import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { VendorAccount as Account } from '@obolus/contract/views/payables';
import { isDay } from '@obolus/core/exact/calendar';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';

/** A vendor's account: bills on one side, payments and credit memos on the other, with what is owed after each; printed, it is what a vendor is sent. */
export function VendorAccount() {
  const { vendor = '' } = useParams();
  const { company } = useMe();
  const mayPay = useMayPost('payment');
  const mayCompare = useMayPost('vendor-statement');
  const [currency, setCurrency] = useState('');
  const [from, setFrom] = useState(`${company.today.slice(0, 4)}-01-01`);
  const [to, setTo] = useState(company.today);
  const account = server.useVendorAccountQuery(
    { params: { id: vendor }, query: { from, to, ...(currency ? { currency } : {}) } },
    { skip: !isDay(from) || !isDay(to) },
  );
  if (account.isError)
    return (
      <div className="body">
        <Problem error={account.error} again={account.refetch} />
      </div>
    );
  const known = account.currentData;
  return (
    <div className="screen">
      <Head
        title={known?.vendor.name ?? ''}
        more={say('payables.vendor_account')}
        about={known ? say('payables.account_in', { number: known.vendor.number, currency: known.currency }) : ''}
      >
        <button type="button" className="btn quiet" onClick={() => print()}>
          {say('payables.print')}
        </button>
        <Link className="btn quiet" to={`/vendors/${vendor}`}>
          {say('word.vendor')}
        </Link>
        {mayCompare && (
          <Link className="btn quiet" to={`/payables/vendors/${vendor}/statement`}>
            {say('payables.compare_statement')}
          </Link>
        )}
        {mayPay && (
          <Link className="btn" to={`/payables/pay/${vendor}`}>
            {say('payables.pay')}
          </Link>
        )}
      </Head>
      <div className="body">
        <div className="fields">
          <Field name={say('word.from_day')}>
            <DateCell label={say('word.from_day')} value={from} onChange={setFrom} />
          </Field>
          <Field name={say('word.until')}>
            <DateCell label={say('word.until')} value={to} onChange={setTo} />
          </Field>
          {known && known.currencies.length > 1 && (
            <Field name={say('word.currency')}>
              <Choice
                label={say('word.currency')}
                value={known.currency}
                options={known.currencies.map((one) => [one, one])}
                onChange={setCurrency}
              />
            </Field>
          )}
        </div>
        {known && <Card account={known} base={company.currency} from={from} to={to} />}
        <Cut list={known} />
        {known && <StatementsKept account={known} />}
      </div>
    </div>
  );
}

function Card({ account, base, from, to }: { account: Account; base: string; from: string; to: string }) {
  const isForeign = account.currency !== base;
  return (
    <table className="sheet max-w-[1060px]" aria-label={say('payables.vendor_account')}>
      <thead>
        <tr>
          <th>{say('word.date')}</th>
          <th>{say('word.document')}</th>
          <th>{say('word.reference')}</th>
          <th className="w-full">{say('payables.settles')}</th>
          <th className="num">{say('ledger.debit_in', { currency: account.currency })}</th>
          <th className="num">{say('ledger.credit_in', { currency: account.currency })}</th>
          <th className="num">{say('payables.owed')}</th>
          {isForeign && <th className="num">{say('payables.in_base', { currency: base })}</th>}
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>{showDay(from)}</td>
          <td colSpan={5}>{say('payables.brought_forward')}</td>
          <td className="num strong">{showFigure(account.opening.amount)}</td>
          {isForeign && <td className="num dim">{showFigure(account.opening.base)}</td>}
        </tr>
        {account.rows.map((row) => (
          <tr key={row.document.id}>
            <td className="whitespace-nowrap">{showDay(row.date)}</td>
            <td className="whitespace-nowrap">
              {say(`kind.${row.document.kind}`)}{' '}
              <Link className="act" to={`/documents/${row.document.id}`}>
                {row.document.number}
              </Link>
            </td>
            <td>{row.reference}</td>
            <td className="dim whitespace-normal">{row.measured ? say('payables.measured_anew') : row.settles}</td>
            <td className="num">{row.debit && showFigure(row.debit)}</td>
            <td className="num">{row.credit && showFigure(row.credit)}</td>
            <td className="num strong">{showFigure(row.balance)}</td>
            {isForeign && <td className="num dim">{showFigure(row.base)}</td>}
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td>{showDay(to)}</td>
          <td colSpan={3}>{say('payables.balance')}</td>
          <td className="num">{showFigure(account.debit)}</td>
          <td className="num">{showFigure(account.credit)}</td>
          <td className="num">{showFigure(account.closing.amount)}</td>
          {isForeign && <td className="num">{showFigure(account.closing.base)}</td>}
        </tr>
      </tfoot>
    </table>
  );
}

/** What was agreed with the vendor before. */
function StatementsKept({ account: { statements, currency } }: { account: Account }) {
  if (statements.length === 0) return null;
  return (
    <section aria-label={say('payables.statements_kept')} className="pt-5">
      <h2 className="cap">{say('payables.statements_kept')}</h2>
      <table className="sheet max-w-[1060px]">
        <thead>
          <tr>
            <th>{say('payables.statement_day')}</th>
            <th>{say('word.document')}</th>
            <th className="w-full">{say('word.reference')}</th>
            <th>{say('payables.signed_by')}</th>
            <th className="num">{say('payables.differing')}</th>
            <th className="num">{say('payables.statement_amount', { currency })}</th>
            <th className="num">{say('payables.our_amount', { currency })}</th>
            <th className="num">{say('payables.agreed_balance')}</th>
          </tr>
        </thead>
        <tbody>
          {statements.map((kept) => (
            <tr key={kept.document.id}>
              <td className="whitespace-nowrap">{showDay(kept.date)}</td>
              <td>
                <Link className="act" to={`/documents/${kept.document.id}`}>
                  {kept.document.number}
                </Link>
              </td>
              <td>{kept.reference}</td>
              <td className="whitespace-nowrap">{kept.by}</td>
              <td className="num">{kept.differing}</td>
              <td className="num">{showFigure(kept.theirs)}</td>
              <td className="num">{showFigure(kept.ours)}</td>
              <td className="num strong">{showFigure(kept.agreed)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
