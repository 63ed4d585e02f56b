import { useState } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PreviewReply } from '@obolus/contract/commands';
import { saidAgainst, server } from '../../server/api.ts';
import { AskReason } from '../../parts/AskReason.tsx';

interface Shown {
  readonly draft: string;
  readonly body: BodyOf<'bill'> | undefined;
  /** What became of it the last time, and of exactly what stands here now; empty where nobody was asked. */
  readonly before: Look;
  readonly now: Look;
  readonly needed: boolean;
}
type Look = PreviewReply['approval'];

/** Asks a second person to approve the differences exactly as they are decided, and says how that stands. */
export function AskApproval({ draft, body, before, now, needed }: Shown) {
  const [open, setOpen] = useState(false);
  const [ask, { error, isLoading, reset }] = server.useAskApprovalMutation();
  const send = async (note: string) => {
    if (!body) return;
    const { data } = await ask({ params: { id: draft }, body: { bill: body, note } });
    if (data) setOpen(false);
  };
  return (
    <div>
      <h2 className="cap">A second person</h2>
      <p className="dim pb-1">{SAYS_NOW[now] ?? (needed ? SAYS_BEFORE[before] : '')}</p>
      {needed && now !== 'asked' && (
        <button type="button" className="btn quiet" onClick={() => setOpen(true)}>
          Ask for approval …
        </button>
      )}
      {open && (
        <AskReason
          title="Ask for approval"
          action="Ask"
          needed={false}
          wrong={saidAgainst(error)}
          busy={isLoading}
          onClose={() => {
            reset();
            setOpen(false);
          }}
          onDo={(note) => void send(note)}
        />
      )}
    </div>
  );
}

/** Of exactly what stands here now. */
const SAYS_NOW: Readonly<Partial<Record<Look, string>>> = {
  asked: 'Approval is asked for: this can be posted once somebody else approves it.',
  approved: 'Somebody else approved exactly this.',
  rejected: 'It was rejected: change it, and ask again.',
};

/** Of what stood here before, where it was something else. */
const SAYS_BEFORE: Readonly<Record<Look, string>> = {
  '': 'Differences this large are not decided by one person alone.',
  asked: 'Approval was asked for, and this is changed since: ask anew.',
  approved: 'What was approved is changed since: ask anew.',
  rejected: 'It was rejected, and is changed since: ask again.',
};
