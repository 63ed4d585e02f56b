import { createContext, type HTMLAttributes, type ReactNode, useContext } from 'react';
import type { Place } from './column.ts';

/** How many columns a table shows. */
const WidthOf = createContext(1);
export const TableWidth = WidthOf.Provider;
export const useTableWidth = (): number => useContext(WidthOf);

interface Props {
  readonly place: Place;
  /** What stands in each column, by its id. */
  readonly cells: Readonly<Record<string, ReactNode>>;
  readonly className?: string | undefined;
  /** Of all that belongs to the line. */
  readonly around?: string | undefined;
  /** Whether something of it is to be decided: the key to the next difference finds it. */
  readonly isDifference?: true;
  readonly title?: Readonly<Record<string, string | undefined>>;
  /** Rows that belong to the line. */
  readonly children?: ReactNode;
  /** Of its row: how it is walked to and opened. */
  readonly row?: HTMLAttributes<HTMLTableRowElement>;
  /** By which others find it. */
  readonly id?: string;
}

/** A line of a table, with its cells where whoever is signed in has them, and what belongs to it below. */
export function Line({
  place: { index, layout, chosen, measure },
  cells,
  className,
  around,
  title,
  isDifference,
  row,
  children,
  id,
}: Props) {
  const [first = 0, last = -1] = chosen === '' ? [] : chosen.split('-').map(Number);
  return (
    <tbody ref={measure} data-index={index} data-line={id} className={around}>
      <tr aria-rowindex={index + 2} className={className} data-difference={isDifference} {...row}>
        {layout.map((column, at) => (
          <td
            key={column.id}
            data-column={column.id}
            data-chosen={(at >= first && at <= last) || undefined}
            className={column.className}
            style={column.style}
            title={title?.[column.id]}
          >
            {cells[column.id]}
          </td>
        ))}
      </tr>
      {children}
    </tbody>
  );
}

/** A row across all columns that belongs to the line above it. */
export function Below({ children, className, row, ...data }: BelowProps) {
  const width = useTableWidth();
  return (
    <tr data-more className={row} {...data}>
      <td colSpan={width} className={className}>
        {children}
      </td>
    </tr>
  );
}

interface BelowProps {
  readonly children: ReactNode;
  readonly className?: string;
  /** Of the row itself. */
  readonly row?: string;
  readonly 'data-difference'?: boolean;
}
