import { type ReactNode, type RefObject, useRef } from 'react';
import type { Column, Place } from './column.ts';
import { type Sums, Table } from './Table.tsx';
import { useColumns } from './useColumns.ts';
import { type GridKeys, useGridKeys } from './useGridKeys.ts';
import { useRange } from './useRange.ts';
import { type RowsInView, useRowsInView } from './useRowsInView.ts';

interface Props<Line> extends Omit<GridKeys, 'range' | 'table'> {
  /** By which it is kept how somebody looks at it. */
  readonly name: string;
  readonly label: string;
  readonly columns: readonly Column<Line>[];
  readonly lines: readonly Line[];
  readonly draw: (at: number, place: Place) => ReactNode;
  /** Takes lines that were pasted into, by their places; places beyond the last are new lines. */
  readonly write?: (changed: ReadonlyMap<number, Line>) => void;
  /** A new line, where pasting may add them. */
  readonly blank?: () => Line;
  readonly sums?: readonly Sums[];
  readonly foot?: ReactNode;
  readonly className?: string;
  readonly handle?: RefObject<GridHandle | null>;
}

/** For whoever draws the grid: to bring a line into view. */
export interface GridHandle {
  readonly table: HTMLTableElement | null;
  readonly scrollTo: RowsInView['scrollTo'];
}

/**
 * A table that is written in: only what is in view is drawn, its keys are the same everywhere, cells are chosen together, copied to a
 * spreadsheet and pasted from one.
 */
export function Grid<Line>({
  name,
  label,
  columns,
  lines,
  draw,
  write,
  blank,
  sums,
  foot,
  className = 'ruled',
  handle,
  ...keys
}: Props<Line>) {
  const table = useRef<HTMLTableElement>(null);
  const model = useColumns(name, columns, lines.length);
  const inView = useRowsInView(table, lines.length);
  if (handle)
    handle.current = {
      get table() {
        return table.current;
      },
      scrollTo: inView.scrollTo,
    };
  const range = useRange({ table, model, lines, write, blank, scrollTo: inView.scrollTo });
  const listen = useGridKeys({ ...keys, table, range });
  return (
    <Table {...{ label, columns, model, inView, table, listen, draw, sums, foot, className }} count={lines.length} />
  );
}
