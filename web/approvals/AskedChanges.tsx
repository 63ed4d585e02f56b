import type { AskedChange } from '@obolus/contract/views/setUp';
import { MAY_ANSWER } from '@obolus/contract/approvals';
import { useMe } from '../server/me.ts';
import { Answer } from './Answer.tsx';
import { Changes } from './Changes.tsx';
import { say } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

interface Shown {
  readonly asked: readonly AskedChange[];
  /** What is changed, in a sentence, and its fields. */
  readonly title: string;
  readonly fieldOf: (field: string) => { readonly label: MessageId; readonly as: string } | undefined;
}

const labelled = (label: MessageId | undefined) => label && say(label);

/** Changes of what is set up that take effect when a second person approves them. */
export function AskedChanges({ asked, title, fieldOf }: Shown) {
  const { user } = useMe();
  return asked.map(({ of, seen, fields, by, mine }) => (
    <section
      key={of}
      className="mb-4 border-l-4 border-bronze bg-sheet px-4 py-3 max-w-[940px]"
      aria-label={say('approvals.change_waits', { title })}
    >
      <p className="pb-1">{say(mine ? 'approvals.asked_by_self' : 'approvals.asked_by_other', { by })}</p>
      <Changes
        label={say('approvals.to_change', { title })}
        changes={fields.map(({ field, was, became }) => ({
          what: labelled(fieldOf(field)?.label) ?? field,
          was,
          became,
          isFigure: fieldOf(field)?.as === 'figure',
        }))}
      />
      {!mine && MAY_ANSWER['set-up'].includes(user.role) && (
        <div className="pt-2">
          <Answer subject="set-up" {...{ of, seen, title }} />
        </div>
      )}
    </section>
  ));
}
