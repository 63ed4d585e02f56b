import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import { server } from '../app/api.ts';

const ACTIONS = [
  { title: 'New order', link: '/orders/new' },
  { title: 'Receive goods', link: '/receiving' },
  { title: 'Enter a vendor bill', link: '/bench' },
  { title: 'Put charges on goods', link: '/landing' },
  { title: 'New delivery', link: '/deliveries/new' },
  { title: 'Stock and unit costs', link: '/stock' },
  { title: 'Journal', link: '/ledger' },
  { title: 'Trial balance', link: '/ledger/trial-balance' },
  { title: 'Import from CSV', link: '/setup' },
];

/** One box for documents, vendors, items, numbers from a paper, amounts, and what can be done. */
export function Search({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [text, setText] = useState('');
  const find = useDeferredValue(text.trim());
  const hits = server.useSearchQuery({ query: { find } }, { skip: find.length < 2 });
  const navigate = useNavigate();
  const go = (link: string) => {
    onOpenChange(false);
    setText('');
    void navigate(link);
  };
  const actions = ACTIONS.filter((action) => action.title.toLowerCase().includes(find.toLowerCase()));
  const found = find.length < 2 ? [] : (hits.currentData?.rows ?? []);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card" aria-describedby={undefined}>
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command shouldFilter={false} label="Find">
            <Command.Input
              value={text}
              onValueChange={setText}
              placeholder="A number from a paper, a vendor, an item, an amount …"
              className="w-full bg-transparent px-4 py-3 text-[17px] outline-none border-b border-rule placeholder:text-ink-3"
            />
            <Command.List className="py-1">
              {found.length === 0 && actions.length === 0 && <p className="px-4 py-3 text-ink-3">Nothing is called or amounts to that.</p>}
              {found.map((hit) => (
                <Command.Item
                  key={hit.what + hit.link + hit.detail}
                  value={hit.what + hit.link + hit.detail}
                  onSelect={() => go(hit.link)}
                  className="flex gap-3 px-4 py-1.5 data-[selected=true]:bg-bronze-soft cursor-pointer"
                >
                  <span className="w-20 shrink-0 text-ink-3">{hit.what}</span>
                  <span className="grow">{hit.title}</span>
                  <span className="text-ink-2">{hit.detail}</span>
                </Command.Item>
              ))}
              {actions.map((action) => (
                <Command.Item
                  key={action.link}
                  value={action.link}
                  onSelect={() => go(action.link)}
                  className="flex gap-3 px-4 py-1.5 data-[selected=true]:bg-bronze-soft cursor-pointer"
                >
                  <span className="w-20 shrink-0 text-ink-3">do</span>
                  {action.title}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
