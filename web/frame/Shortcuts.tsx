import { Dialog } from 'radix-ui';

const KEYS: readonly [string, string][] = [
  ['Ctrl K', 'Find a document, a vendor, an item, a number or an amount; or something to do'],
  ['Ctrl Enter', 'Post what the footing shows'],
  ['Enter', 'In a grid: the next field; in the last field of the last line: a new line'],
  ['↑ ↓', 'In a grid, a list or boxes to tick: the line above or below'],
  ['Ctrl Delete', 'In a grid: take the line out'],
  ['Alt ↓ ↑', 'On the match bench: the next bill that waits, or the one before'],
  ['F8', 'On the match bench: the next difference to be decided'],
  ['N', 'In a list: a new document of its kind'],
  ['/', 'In a list: filter it'],
  ['?', 'This sheet'],
  ['Esc', 'Close what is open'],
];

export function Shortcuts({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-book text-[18px] font-semibold pb-2">Keys</Dialog.Title>
          <dl className="grid grid-cols-[110px_1fr] gap-y-2">
            {KEYS.map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt>
                  <kbd>{keys}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="btn quiet mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
