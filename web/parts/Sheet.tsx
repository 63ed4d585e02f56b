import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { MarkedAtOnce } from './marked.tsx';

interface Props {
  readonly title: string;
  readonly children: ReactNode;
  /** Given where it is opened from elsewhere; else it is open while it is shown. */
  readonly open?: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** The words of the button that opens it. */
  readonly trigger?: string;
  readonly className?: string;
}

/** Something that is done or left before one goes on with the screen below it. */
export function Sheet({ title, children, open = true, onOpenChange, trigger, className = '' }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      {trigger !== undefined && <Dialog.Trigger className="btn quiet">{trigger}</Dialog.Trigger>}
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className={`card p-5 ${className}`} aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">{title}</Dialog.Title>
          <MarkedAtOnce>{children}</MarkedAtOnce>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
