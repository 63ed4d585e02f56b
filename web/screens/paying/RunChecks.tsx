import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { RunView } from '@obolus/contract/views/paying';
import { useAppDispatch } from '../../drafts/store.ts';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';

type Payment = RunView['payments'][number];

/** The checks of a payment: one that stands is voided with a reason, and where none stands another is written with the next number. */
export function RunChecks({ run, payment }: { run: RunView; payment: Payment }) {
  const { company } = useMe();
  const may = useMayPost('check');
  const dispatch = useAppDispatch();
  const [isAsking, setAsking] = useState(false);
  const [post, doing] = server.usePostMutation();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const standing = payment.checks.find(({ isVoid }) => !isVoid);
  const date = company.today < run.date ? run.date : company.today;
  const done = (says: string) => {
    setKey(crypto.randomUUID());
    setAsking(false);
    // Neither cites the run, whose page shows what became of its checks.
    dispatch(server.util.invalidateTags(['Bank']));
    toast.success(says);
  };
  const voidIt = async (reason: string) => {
    if (!standing) return;
    const { data } = await post({ kind: 'reversal', body: { of: standing.id, date, reason }, key });
    if (data) done(say('paying.is_void', { number: standing.number }));
  };
  const writeOne = async () => {
    const body = { date, account: run.account.id, form: '', of: payment.payment?.id ?? '', reason: '' };
    const { data } = await post({ kind: 'check', body, key });
    if (data) done(say('paying.is_written'));
  };
  return (
    <>
      {payment.checks.map(({ id, number, isVoid }) => (
        <span key={id} className="pr-2">
          <Link className={isVoid ? 'dim line-through' : 'act'} to={`/documents/${id}`}>
            {number}
          </Link>
          {isVoid && <span className="dim"> {say('status.check-void')}</span>}
        </span>
      ))}
      {may && payment.state === 'check-out' && standing && (
        <button
          type="button"
          className="act"
          aria-label={say('paying.void_title', { number: standing.number })}
          onClick={() => setAsking(true)}
        >
          {say('paying.void_check')}
        </button>
      )}
      {may && payment.state === 'to-write' && (
        <button
          type="button"
          className="act"
          aria-label={say('paying.write_check_for', { name: payment.vendor.name })}
          disabled={doing.isLoading}
          onClick={() => void writeOne()}
        >
          {say('paying.write_check')}
        </button>
      )}
      {!isAsking && doing.isError && (
        <span className="wrong" role="alert">
          {saidAgainst(doing.error)}
        </span>
      )}
      {isAsking && standing && (
        <AskReason
          title={say('paying.void_title', { number: standing.number })}
          action={say('paying.void_it')}
          needed
          wrong={saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setAsking(false);
          }}
          onDo={(reason) => void voidIt(reason)}
        >
          <p>{say('paying.void_about')}</p>
        </AskReason>
      )}
    </>
  );
}
