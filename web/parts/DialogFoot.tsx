import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { say } from '../locale/say.ts';

/** The end of a form in a dialog: what is wrong with it, then to do it or to leave it. */
export function DialogFoot({ wrong, action, disabled }: { wrong: ReactNode; action: string; disabled: boolean }) {
  return (
    <>
      <p className="wrong min-h-[20px] pt-1" role="alert">
        {wrong}
      </p>
      <div className="flex gap-2 pt-2">
        <button type="submit" className="btn" disabled={disabled}>
          {action}
        </button>
        <Dialog.Close className="btn quiet">{say('parts.cancel')}</Dialog.Close>
      </div>
    </>
  );
}
