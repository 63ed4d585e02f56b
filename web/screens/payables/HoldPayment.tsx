import { useState } from 'react';
import { toast } from 'sonner';
import type { DocumentView } from '@obolus/contract/views/documents';
import { useAppDispatch } from '../../drafts/store.ts';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';

/** The payment of a bill that is disputed is held, with a reason, and released again. */
export function HoldPayment({ data }: { data: DocumentView }) {
  const { company } = useMe();
  const mayHold = useMayPost('payment-hold');
  const skip = !mayHold || data.vendor === null;
  const owed = server.useOwedToVendorQuery({ params: { id: data.vendor ?? '' } }, { skip });
  const [isAsking, setAsking] = useState(false);
  const dispatch = useAppDispatch();
  const [post, doing] = server.usePostMutation();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const open = owed.currentData?.payables.find(({ id }) => id === data.id);
  if (skip || !open) return null;
  const step = open.heldBecause === '' ? 'held' : 'released';
  const title = say(step === 'held' ? 'payables.hold' : 'payables.release');
  const perform = async (reason: string) => {
    const date = company.today < data.date ? data.date : company.today;
    const { data: posted } = await post({ kind: 'payment-hold', body: { of: data.id, date, step, reason }, key });
    if (!posted) return;
    setKey(crypto.randomUUID());
    setAsking(false);
    // It cites no line of the bill, whose page says that it is held.
    dispatch(server.util.invalidateTags([{ type: 'Document', id: data.id }]));
    toast.success(say(step === 'held' ? 'payables.is_held' : 'payables.is_released', { number: data.number }));
  };
  return (
    <>
      <button type="button" className="btn quiet" onClick={() => setAsking(true)}>
        {title}
      </button>
      {isAsking && (
        <AskReason
          title={say(step === 'held' ? 'payables.hold_title' : 'payables.release_title', { number: data.number })}
          action={title}
          needed={step === 'held'}
          wrong={saidAgainst(doing.error)}
          busy={doing.isLoading}
          onClose={() => {
            doing.reset();
            setAsking(false);
          }}
          onDo={(reason) => void perform(reason)}
        />
      )}
    </>
  );
}
