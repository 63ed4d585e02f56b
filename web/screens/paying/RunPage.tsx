import { Link, useParams } from 'react-router';
import { HANDLE_PAYMENTS } from '@obolus/contract/roles';
import type { RunView } from '@obolus/contract/views/paying';
import { Answer } from '../../approvals/Answer.tsx';
import { showFigure, showInstant } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { isZero } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { RunChecks } from './RunChecks.tsx';
import { doubtWords } from './doubtWords.ts';

/** A payment run: whom it pays and where to, who released it, and how each payment stands with the bank. */
export function RunPage() {
  const { run = '' } = useParams();
  const found = server.useRunQuery({ params: { id: run } }, { refetchOnMountOrArgChange: true });
  if (found.isError)
    return (
      <div className="body">
        <Problem error={found.error} again={found.refetch} />
      </div>
    );
  return found.currentData ? <Shown run={found.currentData} /> : null;
}

function Shown({ run }: { run: RunView }) {
  const { company } = useMe();
  const title = say('approval.title_run', { number: run.number, day: { day: run.date } });
  return (
    <div className="screen">
      <Head
        title={say('kind.payment-run')}
        more={run.number}
        about={
          <>
            {say('paying.run_about', {
              day: { day: run.date },
              account: run.account.name,
              number: `${run.account.number} ${run.account.currency}`,
            })}
            {' · '}
            <Link className="act" to={`/documents/${run.id}`}>
              {say('paying.the_document')}
            </Link>
          </>
        }
      >
        <Actions run={run} />
      </Head>
      <div className="body" tabIndex={0}>
        <Standing run={run} />
        {run.mayRelease && (
          <div className="py-3">
            <Answer subject="payment-run" of={run.id} seen="1" title={title} />
          </div>
        )}
        <Payments run={run} />
        <p className="pt-4">
          {run.totals.map(({ currency, amount, payments }) => (
            <span key={currency} className="pr-6">
              <b>{showFigure(amount)}</b> {currency}{' '}
              <span className="dim">{say('paying.payments', { count: payments })}</span>
            </span>
          ))}
          <span className="dim">
            {say('paying.in_base', { amount: { figure: run.base }, currency: company.currency })}
          </span>
        </p>
      </div>
      <div />
    </div>
  );
}

/** Who entered, released and sent it, in a line for each. */
function Standing({ run }: { run: RunView }) {
  return (
    <ol className="pb-3">
      <li>
        {say('paying.entered', { name: run.enteredBy, at: showInstant(run.enteredAt) })}
        {run.sure && `: “${run.sure}”`}
      </li>
      {run.state === 'waits' && (
        <li className="text-bronze">{say(run.mine ? 'paying.waits_for_another' : 'paying.waits_for_release')}</li>
      )}
      {run.answeredBy !== '' && (
        <li>
          {say(run.state === 'rejected' ? 'paying.was_rejected' : 'paying.was_released', {
            name: run.answeredBy,
            at: showInstant(run.answeredAt),
          })}
          {run.reason && `: “${run.reason}”`}
        </li>
      )}
      {run.state === 'sent' && <li>{say('paying.was_sent', { name: run.sentBy, at: showInstant(run.sentAt) })}</li>}
    </ol>
  );
}

function Actions({ run }: { run: RunView }) {
  const { company, user } = useMe();
  const [send, sending] = server.useSendRunMutation();
  const [advise, advising] = server.useAdviseRunMutation();
  const [present, presenting] = server.usePresentChecksMutation();
  const handlesFile = HANDLE_PAYMENTS.includes(user.role);
  if (run.state === 'waits' || run.state === 'rejected' || !handlesFile) return null;
  if (run.way === 'check')
    return (
      <>
        {run.payments.some(({ checks }) => checks.some(({ isVoid }) => !isVoid)) && (
          <a className="btn" href={`/api/payment-runs/${run.id}/checks.pdf`} target="_blank" rel="noreferrer">
            {say('paying.print_checks')}
          </a>
        )}
        {company.standIns && run.payments.some(({ state }) => state === 'check-out') && (
          <button
            type="button"
            className="btn quiet"
            disabled={presenting.isLoading}
            onClick={() => void present({ params: { id: run.id }, body: {} })}
          >
            {say('paying.present_checks')}
          </button>
        )}
        {presenting.isSuccess && (
          <span role="status" className="dim basis-full text-right">
            {say('paying.checks_presented')}{' '}
            <Link className="act" to="/payables/bank">
              {say('paying.to_bank')}
            </Link>
          </span>
        )}
        {presenting.isError && (
          <span className="wrong" role="alert">
            {saidAgainst(presenting.error)}
          </span>
        )}
      </>
    );
  return (
    <>
      <a className="btn quiet" href={`/api/payment-runs/${run.id}/file`} download={`${run.number}.xml`}>
        {say('paying.file')}
      </a>
      <button
        type="button"
        className="btn quiet"
        disabled={advising.isLoading}
        onClick={() => void advise({ params: { id: run.id }, body: {} })}
      >
        {say('paying.advise')}
      </button>
      {company.standIns && run.state === 'released' && (
        <button
          type="button"
          className="btn"
          disabled={sending.isLoading}
          onClick={() => void send({ params: { id: run.id }, body: {} })}
        >
          {say('paying.send')}
        </button>
      )}
      {run.state === 'sent' && (
        <Link className="btn" to="/payables/bank">
          {say('paying.to_bank')}
        </Link>
      )}
      {advising.data && (
        <span role="status" className="dim basis-full text-right">
          {say('paying.advised', { count: advising.data.sent })}
          {advising.data.without.length > 0 &&
            ` ${say('paying.not_advised', { names: { list: [...advising.data.without] } })}`}
        </span>
      )}
      {advising.isError && (
        <span className="wrong" role="alert">
          {saidAgainst(advising.error)}
        </span>
      )}
      {sending.isError && (
        <span className="wrong" role="alert">
          {saidAgainst(sending.error)}
        </span>
      )}
    </>
  );
}

const COLOUR: Partial<Record<RunView['payments'][number]['state'], string>> = {
  rejected: 'text-over',
  taken: 'text-proved',
};

function Payments({ run }: { run: RunView }) {
  const hasDiscount = run.payments.some(({ discount }) => !isZero(discount));
  return (
    <table className="sheet" aria-label={say('paying.payments_of', { number: run.number })}>
      <thead>
        <tr>
          <th>{say('word.vendor')}</th>
          <th>{say(run.way === 'check' ? 'word.payee' : 'paying.to_account')}</th>
          <th>{say('payables.open_items')}</th>
          {hasDiscount && <th className="num">{say('word.discount')}</th>}
          <th className="num">{say('word.amount')}</th>
          <th>{say('word.currency')}</th>
          <th>{say('word.status')}</th>
          <th>{say('kind.payment')}</th>
          {run.way === 'check' && <th>{say('paying.checks')}</th>}
        </tr>
      </thead>
      <tbody>
        {run.payments.map((payment) => (
          <tr key={payment.line}>
            <td className="whitespace-normal">
              <Link className="hover:text-bronze" to={`/vendors/${payment.vendor.id}`}>
                {payment.vendor.name}
              </Link>
            </td>
            <td className="whitespace-normal">
              {payment.payee !== payment.vendor.name && <b className="text-over">{payment.payee} </b>}
              {run.way !== 'check' &&
                (payment.account || <span className="text-over">{say('status.no-bank-account')}</span>)}
              {payment.accountSince && run.state === 'waits' && (
                <span className="text-over"> {say('paying.account_new', { day: { day: payment.accountSince } })}</span>
              )}
            </td>
            <td className="whitespace-normal">
              {payment.prepays && <Ahead prepays={payment.prepays} currency={payment.currency} />}
              {payment.bills.map(({ id, reference, doubt }, at) => (
                <span key={id}>
                  {at > 0 && ', '}
                  <Link className="act" to={`/documents/${id}`}>
                    {reference}
                  </Link>
                  {doubt && <span className="text-over"> ({doubtWords(doubt)})</span>}
                </span>
              ))}
            </td>
            {hasDiscount && <td className="num">{isZero(payment.discount) ? '' : showFigure(payment.discount)}</td>}
            <td className="num strong">{showFigure(payment.amount)}</td>
            <td className="dim">{payment.currency}</td>
            <td className={`whitespace-normal ${run.way === 'check' ? 'w-[20%]' : 'w-[30%]'}`}>
              <span className={COLOUR[payment.state] ?? ''}>{say(`paying.state_${payment.state}`)}</span>
              {payment.says && <span className="dim"> {payment.says}</span>}
            </td>
            <td>
              {payment.payment && (
                <Link className="act" to={`/documents/${payment.payment.id}`}>
                  {payment.payment.number}
                </Link>
              )}
            </td>
            {run.way === 'check' && (
              <td className="whitespace-nowrap">
                <RunChecks run={run} payment={payment} />
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What is paid before the bill, and the tax in it. */
function Ahead({
  prepays: { order, number, refundable, tax },
  currency,
}: {
  prepays: NonNullable<RunView['payments'][number]['prepays']>;
  currency: string;
}) {
  return (
    <>
      {order === '' ? (
        say(refundable ? 'paying.deposit' : 'paying.on_account')
      ) : (
        <>
          {say('kind.prepayment')}{' '}
          <Link className="act" to={`/documents/${order}`}>
            {number}
          </Link>
        </>
      )}
      {!isZero(tax) && <span className="dim"> {say('paying.tax_in_it', { tax: { figure: tax }, currency })}</span>}
    </>
  );
}
