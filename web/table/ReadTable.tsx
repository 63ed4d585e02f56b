import { type ReactNode, useRef } from 'react';
import type { Column, Place } from './column.ts';
import { type Sums, Table } from './Table.tsx';
import { useColumns } from './useColumns.ts';
import { useRowsInView } from './useRowsInView.ts';

interface Props<Line> {
  /** By which it is kept how somebody looks at it. */
  readonly name: string;
  readonly label: string;
  readonly columns: readonly Column<Line>[];
  readonly lines: readonly Line[];
  readonly draw: (line: Line, at: number, place: Place) => ReactNode;
  readonly sums?: readonly Sums[];
  readonly className?: string;
}

/** A table that is only read. */
export function ReadTable<Line>({ name, columns, lines, draw, ...rest }: Props<Line>) {
  const table = useRef<HTMLTableElement>(null);
  const model = useColumns(name, columns, lines.length);
  const inView = useRowsInView(table, lines.length);
  return (
    <Table
      {...{ columns, model, inView, table, ...rest }}
      count={lines.length}
      draw={(at, place) => {
        const line = lines[at];
        return line === undefined ? null : draw(line, at, place);
      }}
    />
  );
}
