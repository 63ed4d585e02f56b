import { useState } from 'react';
import type { AskedKind } from '@obolus/contract/approvals';
import type { PreviewReply } from '@obolus/contract/commands';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { Entering } from '../../drafts/useDraft.ts';
import { saidAgainst, server } from '../../server/api.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

interface Shown<Kind extends AskedKind> {
  readonly kind: Kind;
  readonly draft: string;
  readonly entering: Pick<Entering<unknown>, 'command' | 'preview' | 'refusals'>;
  /** What became of what stood here before; empty where nobody was asked. */
  readonly before?: Look;
}
type Look = PreviewReply['approval'];

/** Whether a second person is needed for what stands here, or was asked about it. */
export const isAsked = ({ preview, refusals }: Pick<Entering<unknown>, 'preview' | 'refusals'>): boolean =>
  (preview?.approval ?? '') !== '' || isNeeded(refusals);

const isNeeded = (refusals: Entering<unknown>['refusals']): boolean =>
  refusals.some(({ reason }) => reason === 'second_person_needed');

/** Asks a second person to approve exactly what stands here, and says how that stands. */
export function AskApproval<Kind extends AskedKind>({
  kind,
  draft,
  entering: { command, preview, refusals },
  before = '',
}: Shown<Kind>) {
  const [send, { error, isLoading, reset }] = server.useAskSecondMutation();
  const [open, setOpen] = useState(false);
  const [now, needed] = [preview?.approval ?? '', isNeeded(refusals)];
  const ask = async (note: string) => {
    const body = command as BodyOf<Kind> | undefined;
    if (body !== undefined && !(await send({ kind, draft, body, note })).error) setOpen(false);
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
