import type { KeyboardEvent, ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Condition, ListRow, ListState, ListColumn, List as Described } from '@obolus/contract/listState';
import type { ListName } from '@obolus/contract/lists';
import { showDay, showFigure } from '../locale/figures.ts';
import type { KeptState } from './useListState.ts';
import { say } from '../locale/say.ts';

export interface Props {
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

export function Heading({
  column: { name, title, as, calculated },
  described,
  state,
  set,
}: { column: ListColumn; described: Described } & KeptState) {
  const sorted = (state.sort ?? described.sort) === name;
  const down = state.sort === undefined ? described.down === true : state.down === true;
  const turn = () => set({ ...state, sort: name, down: sorted ? !down : false });
  return (
    <th className={as === 'figure' ? 'num' : ''} aria-sort={sorted ? (down ? 'descending' : 'ascending') : undefined}>
      {calculated ? (
        say(title)
      ) : (
        <button type="button" onClick={turn}>
          {say(title)}
          {sorted ? (down ? ' ↓' : ' ↑') : ''}
        </button>
      )}
    </th>
  );
}

const NAMES = new Set(['item', 'name', 'vendor', 'customer']);

export function Row({
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
      {columns.map(({ name, as, words }, at) => {
        const cell = row.cells[name] ?? '';
        const word = words?.[cell];
        const text = word === undefined ? cell : say(word);
        const shown = show[name]?.(row) ?? (as === 'figure' ? showFigure(text) : as === 'day' ? showDay(text) : text);
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
            {at === 0 && text !== '' ? (
              // The row is walked by keys and opened by a click anywhere; as a link it opens beside, and its address is copied.
              <Link
                to={row.link}
                tabIndex={-1}
                className="hover:text-bronze"
                onClick={(event) => event.stopPropagation()}
              >
                {shown}
              </Link>
            ) : (
              shown
            )}
          </td>
        );
      })}
    </tr>
  );
}

export function walkRows(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-row]')];
  const next = rows.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1);
  rows[next]?.focus();
  if (rows[next]) event.preventDefault();
}
