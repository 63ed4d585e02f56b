import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useSettled } from '../parts/useSettled.ts';
import { server } from '../server/api.ts';
import { say, shown } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';

/** Milliseconds. */
const REST = 150;

const ACTIONS: readonly { title: MessageId; link: string }[] = [
  { title: 'frame.do_new_order', link: '/orders/new' },
  { title: 'frame.do_receive', link: '/receiving' },
  { title: 'frame.do_bill', link: '/bench' },
  { title: 'frame.do_charges', link: '/landing' },
  { title: 'frame.do_customs', link: '/landing/customs-entry' },
  { title: 'frame.do_delivery', link: '/deliveries/new' },
  { title: 'frame.do_stock', link: '/stock' },
  { title: 'frame.do_journal', link: '/ledger' },
  { title: 'frame.do_trial', link: '/ledger/trial-balance' },
  { title: 'frame.do_import', link: '/setup/imports' },
];

/** What a hit is: a kind of document, an item, a vendor. */
const whatIs = (what: string): MessageId =>
  what === 'item' || what === 'vendor' ? `hit.${what}` : `kind.${what as DocumentKind}`;

/** One box for documents, vendors, items, numbers from a paper, amounts, and what can be done. */
export function Search({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [text, setText] = useState('');
  const [lit, setLit] = useState('');
  const [eager, setEager] = useState(false);
  const find = text.trim();
  const asking = find.length >= 2;
  // Asked once the typing rests; until then nothing that was found for other words is shown.
  const settled = useSettled(find, REST);
  const hits = server.useSearchQuery({ query: { find: settled } }, { skip: !asking || settled !== find });
  const navigate = useNavigate();
  const go = (link: string) => {
    onOpenChange(false);
    setEager(false);
    setText('');
    void navigate(link);
  };
  const found = asking ? (hits.currentData?.rows ?? []) : [];
  const choices = [
    ...found.map((hit) => ({
      key: hit.what + hit.link + JSON.stringify(hit.detail),
      link: hit.link,
      title: hit.title,
      what: say(whatIs(hit.what)),
      detail: shown(hit.detail),
    })),
    ...ACTIONS.map(({ title, link }) => ({ title: say(title), link }))
      .filter((action) => action.title.toLowerCase().includes(find.toLowerCase()))
      .map((action) => ({
        ...action,
        what: say('frame.do'),
        detail: '',
        key: action.link,
      })),
  ];
  const first = choices[0]?.key ?? '';
  useEffect(() => setLit(first), [first]);
  // Enter pressed while the answer is on its way takes the first of what comes.
  const busy = asking && (hits.isFetching || settled !== find);
  const target = choices[0]?.link;
  const takeFirst = () => {
    if (!eager || busy) return;
    setEager(false);
    if (target) go(target);
  };
  useEffect(takeFirst);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="card" aria-describedby={undefined}>
          <Dialog.Title className="sr-only">{say('frame.find')}</Dialog.Title>
          <Command shouldFilter={false} label={say('frame.find')} value={lit} onValueChange={setLit}>
            <Command.Input
              value={text}
              onValueChange={setText}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' || !busy) return;
                event.preventDefault();
                setEager(true);
              }}
              placeholder={say('frame.find_hint')}
              className="w-full bg-transparent px-4 py-3 text-[17px] outline-none border-b border-rule placeholder:text-ink-3"
            />
            <Command.List className="py-1" label={say('frame.found')}>
              {choices.length === 0 && (
                <p className="px-4 py-3 text-ink-3">{busy ? say('frame.looking') : say('frame.nothing_found')}</p>
              )}
              {choices.map((choice) => (
                <Command.Item
                  key={choice.key}
                  value={choice.key}
                  onSelect={() => go(choice.link)}
                  className="flex gap-3 px-4 py-1.5 data-[selected=true]:bg-bronze-soft cursor-pointer"
                >
                  <span className="w-20 shrink-0 text-ink-3">{choice.what}</span>
                  <span className="grow">{choice.title}</span>
                  <span className="text-ink-2">{choice.detail}</span>
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
