import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef } from 'react';
import type { ListColumn } from '@obolus/contract/listState';
import { listQuery, type AskedList } from '../server/api.ts';
import { say } from '../locale/say.ts';

export function Columns({
  columns,
  shown,
  change,
}: {
  columns: readonly ListColumn[];
  shown: readonly ListColumn[];
  change: (names: string[]) => void;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="act">{say('lists.columns')}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" sideOffset={4}>
          {columns.map(({ name, title }) => {
            const isShown = shown.some((column) => column.name === name);
            const names = columns
              .filter((column) => (column.name === name ? !isShown : shown.includes(column)))
              .map((column) => column.name);
            return (
              <DropdownMenu.CheckboxItem
                key={name}
                checked={isShown}
                disabled={names.length === 0}
                onCheckedChange={() => change(names)}
                onSelect={(event) => event.preventDefault()}
              >
                <span aria-hidden="true">{isShown ? '✓' : ''}</span>
                {say(title)}
              </DropdownMenu.CheckboxItem>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The same rows and columns as files. */
export function Files({ asked, columns }: { asked: AskedList; columns: readonly ListColumn[] }) {
  const said = Object.entries({ ...listQuery(asked), columns: columns.map(({ name }) => name).join(',') });
  const search = new URLSearchParams(said.filter((pair): pair is [string, string] => pair[1] !== undefined)).toString();
  const file = (ending: string) => `/api/lists/${asked.list}/file.${ending}?${search}`;
  return (
    <span className="flex gap-4">
      <a className="act" href={file('csv')} download>
        CSV
      </a>
      <a className="act" href={file('xlsx')} download>
        XLSX
      </a>
    </span>
  );
}

/** The next page, when the end of this one comes into view or somebody asks for it. */
export function Further({ busy, fetch }: { busy: boolean; fetch: () => void }) {
  const button = useRef<HTMLButtonElement>(null);
  const latest = useRef(fetch);
  latest.current = fetch;
  useEffect(() => {
    const seen = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && latest.current(),
    );
    if (button.current) seen.observe(button.current);
    return () => seen.disconnect();
  }, []);
  return (
    <button type="button" ref={button} className="act py-3" disabled={busy} onClick={fetch}>
      {busy ? say('lists.reading_further') : say('lists.further')}
    </button>
  );
}
