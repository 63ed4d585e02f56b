import { useState } from 'react';
import { toast } from 'sonner';
import type { Subject } from '@obolus/contract/approvals';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { saidAgainst, server } from '../server/api.ts';
import { useMe } from '../server/me.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { say } from '../locale/say.ts';

/** What is answered: exactly what was looked at. */
export interface Answered {
  readonly subject: Subject;
  readonly of: string;
  readonly seen: string;
  /** What it is, in a sentence. */
  readonly title: string;
}

/** The two answers of a second person; a rejection says why. */
export function Answer({ subject, of, seen, title }: Answered) {
  const { company } = useMe();
  const [isRejecting, setRejecting] = useState(false);
  const [post, { error, isLoading, reset }] = server.usePostMutation();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const give = async (step: 'approved' | 'rejected', reason = '') => {
    const body: BodyOf<'approval'> = { subject, of, seen, date: company.today, step, reason };
    const { data } = await post({ kind: 'approval', body, key });
    if (!data) return;
    setKey(crypto.randomUUID());
    setRejecting(false);
    toast.success(say(step === 'approved' ? 'approvals.is_approved' : 'approvals.is_rejected', { title }));
  };
  return (
    <div className="flex gap-2 items-center">
      <button type="button" className="btn" disabled={isLoading} onClick={() => void give('approved')}>
        {say('approvals.approve')}
      </button>
      <button type="button" className="btn quiet" disabled={isLoading} onClick={() => setRejecting(true)}>
        {say('approvals.reject_ask')}
      </button>
      {!isRejecting && (
        <span className="wrong" role="alert">
          {saidAgainst(error)}
        </span>
      )}
      {isRejecting && (
        <AskReason
          title={say('approvals.reject_title', { title })}
          action={say('approvals.reject')}
          needed
          wrong={saidAgainst(error)}
          busy={isLoading}
          onClose={() => {
            reset();
            setRejecting(false);
          }}
          onDo={(reason) => void give('rejected', reason)}
        />
      )}
    </div>
  );
}
