import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { compareFigures } from './exact.ts';

export interface Column<Row> {
  readonly title: string;
  readonly show: (row: Row) => ReactNode;
  /** What the column sorts and filters by. */
  readonly text: (row: Row) => string;
  readonly figure?: boolean;
  readonly name?: boolean;
}

interface Props<Row> {
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly keyOf: (row: Row) => string;
  readonly linkOf?: (row: Row) => string;
  readonly label: string;
  readonly find?: string;
  readonly empty: ReactNode;
  readonly foot?: (rows: readonly Row[]) => ReactNode;
}

/** A list: filtered as one types, sorted by any column, walked with the arrow keys, opened with Enter. */
export function ListTable<Row>({ rows, columns, keyOf, linkOf, label, find = '', empty, foot }: Props<Row>) {
  const [filter, setFilter] = useState(find);
  const [sort, setSort] = useState<{ column: number; down: boolean } | undefined>(undefined);
  const box = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useSlash(box);
  const wanted = filter.trim().toLowerCase();
  const kept = wanted ? rows.filter((row) => columns.some((column) => column.text(row).toLowerCase().includes(wanted))) : rows;
  const by = sort && columns[sort.column];
  const shown = by
    ? [...kept].sort((a, b) => (sort.down ? -1 : 1) * (by.figure ? compareFigures(by.text(a), by.text(b)) : by.text(a).localeCompare(by.text(b))))
    : kept;
  if (rows.length === 0) return <div className="empty">{empty}</div>;
  return (
    <>
      <div className="pb-2">
        <input
          ref={box}
          className="cell max-w-[300px]"
          placeholder="Filter"
          aria-label={`Filter ${label}`}
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
        />
        <span className="dim pl-3">
          {shown.length === rows.length ? `${rows.length}` : `${shown.length} of ${rows.length}`} <kbd>/</kbd>
        </span>
      </div>
      <table className="sheet" aria-label={label}>
        <thead>
          <tr>
            {columns.map((column, position) => (
              <th
                key={column.title}
                className={column.figure ? 'num' : ''}
                aria-sort={sort?.column === position ? (sort.down ? 'descending' : 'ascending') : undefined}
              >
                <button type="button" onClick={() => setSort({ column: position, down: sort?.column === position ? !sort.down : false })}>
                  {column.title}
                  {sort?.column === position ? (sort.down ? ' ↓' : ' ↑') : ''}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody onKeyDown={walkRows}>
          {shown.map((row) => {
            const link = linkOf?.(row);
            return (
              <tr
                key={keyOf(row)}
                {...(link
                  ? {
                      tabIndex: 0,
                      'data-row': true,
                      className: 'cursor-pointer',
                      onClick: () => void navigate(link),
                      onKeyDown: openWithEnter(() => void navigate(link)),
                    }
                  : {})}
              >
                {columns.map((column) => (
                  <td
                    key={column.title}
                    className={[column.figure ? 'num' : '', column.name ? 'name' : ''].join(' ')}
                    title={column.name ? column.text(row) : undefined}
                  >
                    {column.show(row)}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
        {foot && <tfoot>{foot(shown)}</tfoot>}
      </table>
      {shown.length === 0 && <p className="dim py-4">Nothing here is called that.</p>}
    </>
  );
}

const openWithEnter = (open: () => void) => (event: KeyboardEvent) => {
  if (event.key === 'Enter' && event.target === event.currentTarget) open();
};

function walkRows(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-row]')];
  const next = rows.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1);
  rows[next]?.focus();
  if (rows[next]) event.preventDefault();
}

function useSlash(box: { current: HTMLInputElement | null }): void {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select');
      if (event.key !== '/' || typing) return;
      event.preventDefault();
      box.current?.focus();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [box]);
}
