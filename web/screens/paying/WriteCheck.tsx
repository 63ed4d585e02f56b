import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { DocumentView } from '@obolus/contract/views/documents';
import { useAppDispatch } from '../../drafts/store.ts';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { wrongAt } from '../../drafts/useDraft.ts';
import { problemOf, saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';

/** The check that stands for a payment that was typed, or one is written for it with the next number of an account, or the number on the form. */
export function WriteCheck({ data }: { data: DocumentView }) {
  const { company } = useMe();
  const may = useMayPost('check');
  const known = server.usePaymentCheckQuery({ params: { id: data.id } }, { skip: !may }).currentData;
  const [isAsking, setAsking] = useState(false);
  const [account, setAccount] = useState('');
  const [form, setForm] = useState('');
  const [key, setKey] = useState(() => crypto.randomUUID());
  const [post, doing] = server.usePostMutation();
  const dispatch = useAppDispatch();
  if (!may || !known) return null;
  const { standing, accounts } = known;
  if (standing)
    return (
      <Link className="btn quiet" to={`/documents/${standing.id}`}>
        {say('paying.check_numbered', { number: standing.number })}
      </Link>
    );
  const [first] = accounts;
  if (!first) return null;
  const chosen = accounts.find(({ id }) => id === account) ?? first;
  const wrongForm = wrongAt(problemOf(doing.error)?.errors ?? [], '/form');
  const write = async (reason: string) => {
    const date = company.today < data.date ? data.date : company.today;
    const body = { date, account: chosen.id, form: form.replace(/\D/g, ''), of: data.id, reason };
    const { data: posted } = await post({ kind: 'check', body, key });
    if (!posted) return;
    setKey(crypto.randomUUID());
    setAsking(false);
    // What stands for the payment is no entry of the ledger, whose change would say so.
    dispatch(server.util.invalidateTags(['Bank']));
    toast.success(say('paying.is_written'));
  };
  return (
    <>
      <button type="button" className="btn quiet" onClick={() => setAsking(true)}>
        {say('paying.write_check')}
      </button>
      {isAsking && (
        <AskReason
          title={say('paying.write_check_for', { name: data.party })}
          action={say('paying.write_it')}
          needed={false}
          wrong={wrongForm ? undefined : saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setAsking(false);
          }}
          onDo={(reason) => void write(reason)}
        >
          <div className="fields">
            <Field name={say('paying.account')}>
              <Choice
                label={say('paying.account')}
                value={chosen.id}
                options={accounts.map(({ id, name }) => [id, name] as const)}
                onChange={setAccount}
              />
            </Field>
            <Field name={say('paying.spoiled_number')}>
              <Cell
                label={say('paying.spoiled_number')}
                value={form}
                wrong={wrongForm}
                placeholder={chosen.next}
                onChange={setForm}
              />
            </Field>
          </div>
        </AskReason>
      )}
    </>
  );
}
