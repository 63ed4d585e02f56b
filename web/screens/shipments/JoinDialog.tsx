import type { ReactNode } from 'react';
import { say } from '../../locale/say.ts';
import { Cell } from '../../parts/Cells.tsx';
import { DialogFoot } from '../../parts/DialogFoot.tsx';
import { Sheet } from '../../parts/Sheet.tsx';

interface Props {
  readonly title: string;
  /** What the goods are looked for by. */
  readonly find: string;
  readonly typed: string;
  readonly onType: (typed: string) => void;
  /** The goods that may join, to be ticked. */
  readonly children: ReactNode;
  /** What is said beside them. */
  readonly beside?: ReactNode;
  readonly wrong: string;
  readonly disabled: boolean;
  readonly onJoin: () => Promise<void>;
  readonly onDone: () => void;
}

/** Goods are looked for and ticked, and join a shipment. */
export function JoinDialog({ title, find, typed, onType, children, beside, wrong, disabled, onJoin, onDone }: Props) {
  return (
    <Sheet title={title} onOpenChange={onDone} className="w-[880px]">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void onJoin();
        }}
      >
        <Cell label={find} placeholder={find} autoFocus value={typed} onChange={onType} />
        <div className="h-[46vh] overflow-auto pt-2" tabIndex={0}>
          {children}
        </div>
        {beside}
        <DialogFoot wrong={wrong} action={say('shipments.join')} disabled={disabled} />
      </form>
    </Sheet>
  );
}
