import { useState } from 'react';
import { toast } from 'sonner';
import type { Subject } from '@obolus/contract/approvals';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { useMe } from '../server/me.ts';
import { LongPosting } from '../frame/LongPosting.tsx';
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

/** What the two answers are called: the approval, the rejection, its question, and what is said of both. */
const WORDS = {
  usual: {
    approve: 'approvals.approve',
    ask: 'approvals.reject_ask',
    title: 'approvals.reject_title',
    reject: 'approvals.reject',
    approved: 'approvals.is_approved',
    rejected: 'approvals.is_rejected',
  },
  'remit-to': {
    approve: 'approvals.pay_as_asked',
    ask: 'approvals.pay_on_file',
    title: 'approvals.pay_on_file_title',
    reject: 'approvals.pay_on_file_do',
    approved: 'approvals.is_paid_as_asked',
    rejected: 'approvals.is_paid_on_file',
  },
} as const;

/** The two answers of a second person; a rejection says why, and so does an approval of what is doubtful. */
export function Answer({ subject, of, seen, title }: Answered) {
  const { company } = useMe();
  const words = WORDS[subject === 'remit-to' ? subject : 'usual'];
  /** The answer that is to say why. */
  const [asking, setAsking] = useState<'approved' | 'rejected'>();
  const [post, { error, isLoading, reset }] = server.usePostMutation();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const give = async (step: 'approved' | 'rejected', reason = '') => {
    const body: BodyOf<'approval'> = { subject, of, seen, date: company.today, step, reason };
    const { data, error: refused } = await post({ kind: 'approval', body, key });
    if (!data) {
      if (problemOf(refused)?.errors?.[0]?.at === '/reason') setAsking(step);
      return;
    }
    setKey(crypto.randomUUID());
    setAsking(undefined);
    toast.success(say(words[step], { title }));
  };
  return (
    <div className="flex gap-2 items-center">
      <button type="button" className="btn" disabled={isLoading} onClick={() => void give('approved')}>
        {say(words.approve)}
      </button>
      <button type="button" className="btn quiet" disabled={isLoading} onClick={() => setAsking('rejected')}>
        {say(words.ask)}
      </button>
      {isLoading && subject === 'payment-run' && <LongPosting posting={key} />}
      {!asking && (
        <span className="wrong" role="alert">
          {saidAgainst(error)}
        </span>
      )}
      {asking && (
        <AskReason
          title={say(asking === 'approved' ? 'approvals.approve_title' : words.title, { title })}
          action={say(asking === 'approved' ? words.approve : words.reject)}
          needed
          wrong={saidAgainst(error)}
          busy={isLoading}
          onClose={() => {
            reset();
            setAsking(undefined);
          }}
          onDo={(reason) => void give(asking, reason)}
        />
      )}
    </div>
  );
}
