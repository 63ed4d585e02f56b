import { Dialog } from 'radix-ui';
import { Sheet } from '../parts/Sheet.tsx';
import { say } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const KEYS: readonly [keys: string, does: MessageId][] = [
  ['Ctrl K', 'frame.key_find'],
  ['Ctrl Enter', 'frame.key_post'],
  ['Enter', 'frame.key_enter'],
  ['↑ ↓', 'frame.key_lines'],
  ['Ctrl Delete', 'frame.key_take_out'],
  ['Alt ↓ ↑', 'frame.key_next_bill'],
  ['F8', 'frame.key_next_difference'],
  ['N', 'frame.key_new'],
  ['/', 'frame.key_filter'],
  ['?', 'frame.key_sheet'],
  ['Esc', 'frame.key_close'],
];

export function Shortcuts({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title={say('frame.keys')} open={open} onOpenChange={onOpenChange}>
      <dl className="grid grid-cols-[110px_1fr] gap-y-2">
        {KEYS.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt>
              <kbd>{keys}</kbd>
            </dt>
            <dd>{say(does)}</dd>
          </div>
        ))}
      </dl>
      <Dialog.Close className="btn quiet mt-4">{say('frame.close')}</Dialog.Close>
    </Sheet>
  );
}
