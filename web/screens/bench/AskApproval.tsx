import { useState } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PreviewReply } from '@obolus/contract/commands';
import { saidAgainst, server } from '../../server/api.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

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
      <h2 className="cap">{say('bench.second_person')}</h2>
      <p className="dim pb-1">{saysOf(now, before, needed)}</p>
      {needed && now !== 'asked' && (
        <button type="button" className="btn quiet" onClick={() => setOpen(true)}>
          {say('bench.ask_approval_ask')}
        </button>
      )}
      {open && (
        <AskReason
          title={say('bench.ask_approval')}
          action={say('bench.ask')}
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

const saysOf = (now: Look, before: Look, needed: boolean): string => {
  const says = SAYS_NOW[now] ?? (needed ? SAYS_BEFORE[before] : undefined);
  return says === undefined ? '' : say(says);
};

/** Of exactly what stands here now. */
const SAYS_NOW: Readonly<Partial<Record<Look, MessageId>>> = {
  asked: 'bench.approval_asked',
  approved: 'bench.approval_given',
  rejected: 'bench.approval_rejected',
};

/** Of what stood here before, where it was something else. */
const SAYS_BEFORE: Readonly<Record<Look, MessageId>> = {
  '': 'bench.approval_needed',
  asked: 'bench.approval_asked_before',
  approved: 'bench.approval_given_before',
  rejected: 'bench.approval_rejected_before',
};
