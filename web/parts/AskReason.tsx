import { Dialog } from 'radix-ui';
import { useState, type FormEvent, type ReactNode } from 'react';
import { DialogFoot } from './DialogFoot.tsx';

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
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          <form onSubmit={submit}>
            <Dialog.Title className="font-book text-[18px] font-semibold pb-2">{title}</Dialog.Title>
            {children}
            <label className="block pt-2">
              <span className="cap block">{needed ? 'Why' : 'A word to it, if you like'}</span>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
