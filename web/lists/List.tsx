import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  LISTS,
  type Condition,
  type ListColumn,
  type ListName,
  type ListRow,
  type ListState,
  type List as Described,
} from '@obolus/contract/lists';
import { listQuery, server, type AskedList } from '../app/api.ts';
import { count, showDay, showFigure } from '../parts/figures.ts';
import { Problem } from '../parts/Problem.tsx';
import { useSettled } from '../parts/useSettled.ts';
import { FindField } from './FindField.tsx';
import { firstCondition, ListConditions, saidConditions } from './ListConditions.tsx';
import { ListViews } from './ListViews.tsx';
import { useAddressState, useOwnState, type KeptState } from './useListState.ts';

interface Props {
  readonly list: ListName;
  /** What this screen is about: holds whatever else is asked. */
  readonly fixed?: readonly Condition[];
  /** How it is looked at first. */
  readonly first?: ListState;
  /** Columns that this screen says by itself. */
  readonly without?: readonly string[];
  /** Cells that are more than their text. */
  readonly show?: Readonly<Record<string, (row: ListRow) => ReactNode>>;
  readonly empty: ReactNode;
  /** What it is on this screen, where that is not what it is by itself. */
  readonly title?: string;
}

const NOTHING: ListState = {};
const ASKED_AFTER = 150;
const NONE: readonly Condition[] = [];

/** The list of a screen: how it is looked at stands in the address. */
export function List(props: Props) {
  const kept = useAddressState(props.first ?? NOTHING);
  return <Shown {...props} {...kept} slash />;
}

/** One list of several on a screen. */
export function ListBeside(props: Props) {
  const kept = useOwnState(props.first ?? NOTHING);
  return <Shown {...props} {...kept} />;
}

/** Rows that are sorted, filtered and paged by the server, walked with the arrow keys and opened with Enter; the same for every list. */
function Shown({
  list,
  fixed = NONE,
  without = [],
  show = {},
  empty,
  title,
  state,
  set,
  slash = false,
}: Props & KeptState & { slash?: boolean }) {
  const described: Described = LISTS[list];
  const columns = described.columns.filter(({ name, hidden }) => !hidden && !without.includes(name));
  const shown = columns.filter(({ name, apart }) =>
    state.columns === undefined ? !apart : state.columns.includes(name),
  );
  const where = state.where ?? [];
  const asked: AskedList = {
    list,
    sort: state.sort,
    down: state.down,
    find: state.find,
    where: [...fixed, ...saidConditions(where)],
  };
  const settled = useSettled(asked, ASKED_AFTER);
  const pages = server.useListInfiniteQuery(settled);
  const first = pages.currentData?.pages[0] ?? pages.data?.pages[0];
  const rows = (pages.currentData ?? pages.data)?.pages.flatMap((page) => page.rows) ?? [];
  const isNarrowed = (state.find ?? '') !== '' || asked.where.length > fixed.length;
  const box = useRef<HTMLInputElement>(null);
  useSlash(slash ? box : undefined);
  if (pages.isError && first === undefined) return <Problem error={pages.error} again={pages.refetch} />;
  if (first?.count === 0 && !isNarrowed)
    return title === undefined ? (
      <div className="empty">{empty}</div>
    ) : (
      <section aria-label={title}>
        <h2 className="title">{title}</h2>
        <div className="dim">{empty}</div>
      </section>
    );
  return (
    <section aria-label={title ?? described.title} aria-busy={pages.isFetching}>
      {title === undefined && <ListViews list={list} known={described.views ?? []} all={ALL} state={state} set={set} />}
      <div className="list-tools">
        {title !== undefined && <h2 className="title">{title}</h2>}
        {(title === undefined || isNarrowed || first?.next) && (
          <FindField
            box={box}
            label={`Find in ${(title ?? described.title).toLowerCase()}`}
            placeholder={slash ? 'Find in it   /' : 'Find in it'}
            value={state.find ?? ''}
            onChange={(find) => set({ ...state, find })}
          />
        )}
        <span className="dim" role="status">
          {first?.count == null ? '' : count(first.count, described.rows)}
        </span>
        <button
          type="button"
          className="act"
          onClick={() => set({ ...state, where: [...where, firstCondition(columns)] })}
        >
          {where.length === 0 ? 'Only where …' : 'and …'}
        </button>
        <Columns columns={columns} shown={shown} change={(names) => set({ ...state, columns: names })} />
        <span className="grow" />
        <Files asked={asked} columns={shown} />
      </div>
      {where.length > 0 && (
        <ListConditions columns={columns} where={where} change={(to) => set({ ...state, where: to })} />
      )}
      {pages.isError && (
        <p className="wrong py-1" role="alert">
          {'detail' in pages.error ? String(pages.error.detail) : 'The list could not be read.'}
        </p>
      )}
      <table className="sheet" aria-label={title ?? described.title}>
        <thead>
          <tr>
            {shown.map((column) => (
              <Heading key={column.name} column={column} described={described} state={state} set={set} />
            ))}
          </tr>
        </thead>
        <tbody onKeyDown={walkRows}>
          {rows.map((row) => (
            <Row key={row.id} row={row} columns={shown} show={show} />
          ))}
        </tbody>
        {rows.length > 0 && shown.some(({ sum }) => sum) && (
          <tfoot>
            <tr>
              {shown.map(({ name, sum }, at) => (
                <td key={name} className={sum ? 'num' : ''}>
                  {sum ? showFigure(first?.sums[name]) : at === 0 ? 'Together' : ''}
                </td>
              ))}
            </tr>
          </tfoot>
        )}
      </table>
      {rows.length === 0 && first !== undefined && (
        <p className="dim py-4">Nothing fits what is asked for. Take a condition away, or choose “All”.</p>
      )}
      {pages.hasNextPage && (
        <Further key={rows.length} busy={pages.isFetchingNextPage} fetch={() => void pages.fetchNextPage()} />
      )}
    </section>
  );
}

const ALL = { name: 'All', state: { where: [] } };

function Heading({
  column: { name, title, as, told },
  described,
  state,
  set,
}: { column: ListColumn; described: Described } & KeptState) {
  const sorted = (state.sort ?? described.sort) === name;
  const down = state.sort === undefined ? described.down === true : state.down === true;
  const turn = () => set({ ...state, sort: name, down: sorted ? !down : false });
  return (
    <th className={as === 'figure' ? 'num' : ''} aria-sort={sorted ? (down ? 'descending' : 'ascending') : undefined}>
      {told ? (
        title
      ) : (
        <button type="button" onClick={turn}>
          {title}
          {sorted ? (down ? ' ↓' : ' ↑') : ''}
        </button>
      )}
    </th>
  );
}

const NAMES = new Set(['item', 'name', 'vendor', 'customer']);

function Row({
  row,
  columns,
  show,
}: {
  row: ListRow;
  columns: readonly ListColumn[];
  show: NonNullable<Props['show']>;
}) {
  const navigate = useNavigate();
  const named = columns.find(({ name }) => NAMES.has(name))?.name;
  const open = () => void navigate(row.link);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && event.target === event.currentTarget) open();
  };
  return (
    <tr tabIndex={0} data-row className="cursor-pointer" onClick={open} onKeyDown={onKeyDown}>
      {columns.map(({ name, as }, at) => {
        const text = row.cells[name] ?? '';
        return (
          <td
            key={name}
            className={[
              as === 'figure' ? 'num' : '',
              name === named ? 'name' : as === 'text' ? 'words' : '',
              at === 0 ? 'strong' : '',
            ].join(' ')}
            title={as === 'text' ? text : undefined}
          >
            {show[name]?.(row) ?? (as === 'figure' ? showFigure(text) : as === 'day' ? showDay(text) : text)}
          </td>
        );
      })}
    </tr>
  );
}

function Columns({
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
      <DropdownMenu.Trigger className="act">Columns</DropdownMenu.Trigger>
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
                {title}
              </DropdownMenu.CheckboxItem>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The same rows and columns as files. */
function Files({ asked, columns }: { asked: AskedList; columns: readonly ListColumn[] }) {
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
function Further({ busy, fetch }: { busy: boolean; fetch: () => void }) {
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
      {busy ? 'Reading further …' : 'Further'}
    </button>
  );
}

function walkRows(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-row]')];
  const next = rows.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1);
  rows[next]?.focus();
  if (rows[next]) event.preventDefault();
}

/** A slash goes to the field in which the list is searched. */
function useSlash(box: { current: HTMLInputElement | null } | undefined): void {
  useEffect(() => {
    if (!box) return;
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
