import { useState } from 'react';
import type { PreviewReply } from '@obolus/contract/commands';
import { saidAgainst } from '../../server/api.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

interface Shown {
  /** Sends what is asked, with a word to it; whether it was taken. */
  readonly send: (note: string) => Promise<boolean>;
  /** How the sending goes. */
  readonly sending: { readonly error?: unknown; readonly isLoading: boolean; readonly reset: () => void };
  /** What became of it the last time, and of exactly what stands here now; empty where nobody was asked. */
  readonly before: Look;
  readonly now: Look;
  readonly needed: boolean;
}
type Look = PreviewReply['approval'];

/** Asks a second person to approve exactly what stands here, and says how that stands. */
export function AskApproval({ send, sending: { error, isLoading, reset }, before, now, needed }: Shown) {
  const [open, setOpen] = useState(false);
  const ask = async (note: string) => {
    if (await send(note)) setOpen(false);
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
          onDo={(note) => void ask(note)}
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
