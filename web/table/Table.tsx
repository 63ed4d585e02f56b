import { type CSSProperties, type ReactNode, type RefCallback, type RefObject, useLayoutEffect, useRef } from 'react';
import { type Bounds, type Column, LOUD, type Place } from './column.ts';
import { ChooseColumns } from './ChooseColumns.tsx';
import { Heads } from './Heads.tsx';
import { TableWidth } from './Line.tsx';
import { Room } from './Room.tsx';
import type { Columns } from './useColumns.ts';
import type { RowsInView } from './useRowsInView.ts';

/** A row of the foot: what stands in each column, by its id. */
export interface Sums {
  readonly cells: Readonly<Record<string, ReactNode>>;
  /** Without the double rule. */
  readonly plain?: true;
}

interface Props<Line> {
  readonly label: string;
  readonly columns: readonly Column<Line>[];
  readonly model: Columns<Line>;
  readonly count: number;
  readonly inView: RowsInView;
  readonly table: RefObject<HTMLTableElement | null>;
  readonly listen?: RefCallback<HTMLElement> | undefined;
  readonly draw: (at: number, place: Place) => ReactNode;
  /** Rows of the foot, by column. */
  readonly sums?: readonly Sums[] | undefined;
  /** What stands below all of it, across all columns. */
  readonly foot?: ReactNode;
  readonly className?: string;
  /** Columns are chosen elsewhere. */
  readonly plain?: true;
}

/** A table as whoever is signed in looks at it: heads whose edges are dragged, lines in view, and what stands below. */
export function Table<Line>({
  label,
  columns,
  model,
  count,
  inView,
  table,
  listen,
  draw,
  sums = [],
  foot,
  className = '',
  plain,
}: Props<Line>) {
  useFixed(table, model);
  const placeAt = usePlaces();
  const { chosen, layout } = model;
  return (
    <TableWidth value={layout.length}>
      <div className="with-columns">
        <table
          ref={listen ?? table}
          className={`sheet ${className}`}
          aria-label={label}
          aria-rowcount={count + 1}
          data-lines={count}
          tabIndex={-1}
          style={widthsOf(model)}
        >
          <Heads model={model} />
          <Room height={inView.above} />
          {inView.rows.map(({ index }) =>
            draw(
              index,
              placeAt({
                index,
                layout,
                chosen: chosenIn(chosen, index),
                measure: inView.ref,
              }),
            ),
          )}
          <Room height={inView.below} />
          {(sums.length > 0 || foot !== undefined) && (
            <tfoot>
              {sums.map(({ cells, plain }, at) => (
                <tr key={at} className={plain && 'plain'}>
                  {layout.map(({ id, className, style }) => (
                    <td key={id} className={className.replace(LOUD, '')} style={style}>
                      {cells[id]}
                    </td>
                  ))}
                </tr>
              ))}
              {foot !== undefined && (
                <tr className="plain">
                  <td colSpan={layout.length}>{foot}</td>
                </tr>
              )}
            </tfoot>
          )}
        </table>
        {!plain && <ChooseColumns label={label} columns={columns} model={model} />}
      </div>
    </TableWidth>
  );
}

/** The cells of a line that are chosen: one alone is where somebody is, and needs no mark. */
const chosenIn = (chosen: Bounds | undefined, index: number): string =>
  chosen === undefined ||
  index < chosen.top ||
  index > chosen.bottom ||
  (chosen.top === chosen.bottom && chosen.left === chosen.right)
    ? ''
    : `${chosen.left}-${chosen.right}`;

/** The same place as long as nothing of it changed, so that a line is drawn again only where it did. */
function usePlaces(): (place: Place) => Place {
  const places = useRef(new Map<number, Place>());
  return (place) => {
    const before = places.current.get(place.index);
    const isSame =
      before?.layout === place.layout && before.chosen === place.chosen && before.measure === place.measure;
    if (isSame) return before;
    places.current.set(place.index, place);
    return place;
  };
}

const widthsOf = <Line,>({ kept }: Columns<Line>): CSSProperties =>
  Object.fromEntries(Object.entries(kept.widths).map(([id, width]) => [`--width-${id}`, `${width}px`]));

/** Where each column that stays in sight has to stop: as far as those before it are wide. */
function useFixed<Line>(table: RefObject<HTMLTableElement | null>, { kept }: Columns<Line>): void {
  const fixed = kept.fixed.join('\n');
  useLayoutEffect(() => {
    const element = table.current;
    const heads = [...(element?.tHead?.querySelectorAll<HTMLElement>('th.stays') ?? [])];
    if (element === null || heads.length === 0) return undefined;
    const measure = () => {
      let left = 0;
      for (const head of heads) {
        element.style.setProperty(`--left-${head.dataset.column}`, `${left}px`);
        left += head.offsetWidth;
      }
    };
    measure();
    const seen = new ResizeObserver(measure);
    for (const head of heads) seen.observe(head);
    return () => seen.disconnect();
  }, [table, fixed]);
}
