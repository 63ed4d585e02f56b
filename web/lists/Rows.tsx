import { type KeyboardEvent, memo, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Condition, ListRow, ListState, ListColumn, List as Described } from '@obolus/contract/listState';
import type { ListName } from '@obolus/contract/lists';
import { showDay, showFigure } from '../locale/figures.ts';
import type { KeptState } from './useListState.ts';
import type { Column, Place } from '../table/column.ts';
import { Line } from '../table/Line.tsx';
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

/** A column of a list, headed by what sorts the list by it. */
export function listColumn(
  { name, title, as, calculated }: ListColumn,
  described: Described,
  named: string | undefined,
  { state, set }: KeptState,
): Column<ListRow> {
  const isSorted = (state.sort ?? described.sort) === name;
  const down = state.sort === undefined ? described.down === true : state.down === true;
  const word = say(title);
  return {
    id: name,
    title: word,
    className: as === 'figure' ? 'num' : name === named ? 'name' : as === 'text' ? 'words' : '',
    sort: isSorted ? (down ? 'descending' : 'ascending') : undefined,
    head: calculated ? undefined : (
      <button type="button" onClick={() => set({ ...state, sort: name, down: isSorted ? !down : false })}>
        {word}
        {isSorted ? (down ? ' ↓' : ' ↑') : ''}
      </button>
    ),
    text: ({ cells }) => cells[name] ?? '',
  };
}

/** What a row is called by: it takes the room that the others leave. */
export const namedBy = (columns: readonly ListColumn[]): string | undefined =>
  columns.find(({ name }) => NAMES.has(name))?.name;

const NAMES = new Set(['item', 'name', 'vendor', 'customer']);

export const Row = memo(function Row({
  row,
  place,
  columns,
  show,
}: {
  row: ListRow;
  place: Place;
  columns: readonly ListColumn[];
  show: NonNullable<Props['show']>;
}) {
  const navigate = useNavigate();
  const open = () => void navigate(row.link);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && event.target === event.currentTarget) open();
  };
  const cells = columns.map(({ name, as, words }) => {
    const cell = row.cells[name] ?? '';
    const word = words?.[cell];
    const text = word === undefined ? cell : say(word);
    return {
      name,
      title: as === 'text' ? text : undefined,
      shown: show[name]?.(row) ?? (as === 'figure' ? showFigure(text) : as === 'day' ? showDay(text) : text),
    };
  });
  const first = place.layout[0]?.id;
  return (
    <Line
      place={place}
      row={{ tabIndex: 0, onClick: open, onKeyDown }}
      className="cursor-pointer"
      title={Object.fromEntries(cells.map(({ name, title }) => [name, title]))}
      cells={Object.fromEntries(
        cells.map(({ name, shown }) => [
          name,
          name === first && shown !== '' ? (
            // The row is walked by keys and opened by a click anywhere; as a link it opens beside, and its address is copied.
            <Link
              to={row.link}
              tabIndex={-1}
              className="strong hover:text-bronze"
              onClick={(event) => event.stopPropagation()}
            >
              {shown}
            </Link>
          ) : (
            shown
          ),
        ]),
      )}
    />
  );
});

export function walkRows(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('tbody > tr[tabindex]')];
  const next = rows.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1);
  rows[next]?.focus();
  if (rows[next]) event.preventDefault();
}
