import { useState, type FormEvent, type ReactNode } from 'react';
import { DialogFoot } from './DialogFoot.tsx';
import { Sheet } from './Sheet.tsx';
import { say } from '../locale/say.ts';

interface Props {
  readonly title: string;
  readonly action: string;
  /** Whether it cannot be done without saying why. */
  readonly needed: boolean;
  /** What the server said against it. */
  readonly wrong: string | undefined;
  readonly busy: boolean;
  readonly onClose: () => void;
  readonly onDo: (reason: string) => void;
  readonly children?: ReactNode;
}

/** Asks why before something is done that stays in the history. Open while it is shown. */
export function AskReason({ title, action, needed, wrong, busy, onClose, onDo, children }: Props) {
  const [reason, setReason] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!busy) onDo(reason);
  };
  return (
    <Sheet title={title} onOpenChange={(open) => !open && onClose()}>
      <form onSubmit={submit}>
        {children}
        <label className="block pt-2">
          <span className="cap block">{needed ? say('parts.why') : say('parts.optional_note')}</span>
          <input
            className="cell boxed"
            autoFocus
            value={reason}
            maxLength={200}
            aria-invalid={wrong ? true : undefined}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <DialogFoot wrong={wrong} action={action} disabled={busy || (needed && reason.trim() === '')} />
      </form>
    </Sheet>
  );
}
