import { useEffect, useRef } from 'react';
import type { ListColumn } from '@obolus/contract/listState';
import { listQuery, type AskedList } from '../server/api.ts';
import { say } from '../locale/say.ts';

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
