import {
  cellSelectionFeature,
  columnPinningFeature,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useMemo } from 'react';
import type { Layout } from '@obolus/contract/views/me';
import type { Bounds, Column, LaidColumn } from './column.ts';
import { useKeptLayout } from './useKeptLayout.ts';

const features = tableFeatures({
  columnVisibilityFeature,
  columnPinningFeature,
  columnSizingFeature,
  columnResizingFeature,
  cellSelectionFeature,
});

interface CellAt {
  readonly row: number;
  readonly column: string;
}

type Way = 'up' | 'down' | 'left' | 'right';

/** The columns of a table as whoever is signed in looks at them, and the cells that are chosen. The library behind it is known here only. */
export interface Columns<Line> {
  /** Those that are shown, in their order; the same from one drawing to the next, unless somebody changed it. */
  readonly shown: readonly Column<Line>[];
  readonly layout: readonly LaidColumn[];
  readonly kept: Layout;
  readonly widthOf: (id: string) => number | undefined;
  readonly hide: (id: string, hidden: boolean) => void;
  readonly fix: (id: string, fixed: boolean) => void;
  /** In pixels; undefined for as wide as what stands in it. */
  readonly size: (id: string, width: number | undefined) => void;
  /** All columns as they come. */
  readonly reset: () => void;
  /** Begins to drag the edge of a column that is so wide now. */
  readonly drag: (id: string, width: number, event: unknown) => void;
  readonly chosen: Bounds | undefined;
  readonly choose: (from: CellAt, to?: CellAt) => void;
  readonly extend: (way: Way) => Bounds | undefined;
  readonly chooseNone: () => void;
}

export function useColumns<Line>(name: string, columns: readonly Column<Line>[], count: number): Columns<Line> {
  const [start, keep] = useKeptLayout(name);
  const described = columns.map(({ id, className = '', always }) => `${id}|${className}|${always ?? ''}`).join('\n');
  const definitions = useMemo(
    () => described.split('\n').map((column) => ({ id: column.split('|')[0] ?? '', accessorFn: () => '' })),
    [described],
  );
  const data = useMemo(() => Array.from({ length: count }, (_, at) => ({ at })), [count]);
  const table = useTable({
    features,
    columns: definitions,
    data,
    getRowId: ({ at }) => String(at),
    autoResetCellSelection: false,
    columnResizeMode: 'onChange',
    enableMultiCellRangeSelection: false,
    initialState: {
      columnVisibility: Object.fromEntries(start.hidden.map((id) => [id, false])),
      columnPinning: { start: [...start.fixed], end: [] },
      columnSizing: start.widths,
    },
  });
  const { columnVisibility, columnPinning, columnSizing, columnResizing } = table.state;
  const kept: Layout = {
    hidden: Object.keys(columnVisibility).filter((id) => !columnVisibility[id]),
    fixed: columnPinning.start,
    widths: Object.fromEntries(Object.entries(columnSizing).map(([id, width]) => [id, bounded(width)])),
  };
  keep(kept, columnResizing.isResizingColumn === false);

  const byId = new Map(columns.map((column) => [column.id, column]));
  const isShown = ({ id, always }: Column<Line>) => always || columnVisibility[id] !== false;
  const inOrder = [
    ...columnPinning.start.flatMap((id) => byId.get(id) ?? []),
    ...columns.filter(({ id }) => !columnPinning.start.includes(id)),
  ].filter(isShown);
  const order = inOrder.map(({ id, className = '' }) => `${id}|${className}`).join('\n');
  const fixed = columnPinning.start.join('\n');
  const sized = Object.keys(columnSizing).sort().join('\n');
  const layout = useMemo(
    () => order.split('\n').map((column) => laid(column, fixed.split('\n'), sized.split('\n'))),
    [order, fixed, sized],
  );
  const place = ({ row, column }: CellAt) => [String(row), column] as const;
  const bounds = (): Bounds | undefined => {
    const [found] = table.getCellSelectionBounds();
    return (
      found && {
        top: found.minRowIndex,
        bottom: found.maxRowIndex,
        left: found.minColumnIndex,
        right: found.maxColumnIndex,
      }
    );
  };
  return {
    shown: inOrder,
    layout,
    kept,
    widthOf: (id) => kept.widths[id],
    hide: (id, hidden) => table.setColumnVisibility((before) => ({ ...before, [id]: !hidden })),
    fix: (id, isFixed) =>
      table.setColumnPinning(({ start: before, end }) => ({
        start: isFixed ? [...before.filter((other) => other !== id), id] : before.filter((other) => other !== id),
        end,
      })),
    size: (id, width) =>
      table.setColumnSizing(({ [id]: _before, ...others }) =>
        width === undefined ? others : { ...others, [id]: width },
      ),
    reset() {
      table.setColumnVisibility({});
      table.setColumnPinning({ start: [], end: [] });
      table.setColumnSizing({});
    },
    drag(id, width, event) {
      table.setColumnSizing((before) => ({ ...before, [id]: width }));
      table
        .getFlatHeaders()
        .find((header) => header.column.id === id)
        ?.getResizeHandler()(event);
    },
    chosen: bounds(),
    choose(from, to = from) {
      const [anchorRowId, anchorColumnId] = place(from);
      const [focusRowId, focusColumnId] = place(to);
      table.selectCellRange({ anchorRowId, anchorColumnId, focusRowId, focusColumnId });
    },
    extend(way) {
      table.extendCellSelection(way);
      return bounds();
    },
    chooseNone: () => table.resetCellSelection(true),
  };
}

const NARROWEST = 30;
const WIDEST = 1200;
const bounded = (width: number): number => Math.round(Math.min(Math.max(width, NARROWEST), WIDEST));

/** How wide a column is and where a fixed one stays are variables of the table's style: no line is drawn again for them. */
function laid(column: string, fixed: readonly string[], sized: readonly string[]): LaidColumn {
  const [id = '', className = ''] = column.split('|');
  const isFixed = fixed.includes(id);
  const isSized = sized.includes(id);
  return {
    id,
    className: [className, isFixed ? 'stays' : '', isSized ? 'sized' : ''].filter(Boolean).join(' '),
    style:
      isFixed || isSized
        ? {
            ...(isFixed ? { left: `var(--left-${id})` } : {}),
            ...(isSized ? { maxWidth: `var(--width-${id})` } : {}),
          }
        : undefined,
  };
}
