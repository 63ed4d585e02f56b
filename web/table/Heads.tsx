import type { CSSProperties, MouseEvent, TouchEvent } from 'react';
import { LOUD } from './column.ts';
import type { Columns } from './useColumns.ts';

/** The heads of a table; each has an edge at its right to be dragged. By keyboard widths are typed where columns are chosen. */
export function Heads<Line>({ model }: { model: Columns<Line> }) {
  const drag = (event: MouseEvent | TouchEvent) => {
    const head = (event.currentTarget as HTMLElement).closest('th');
    event.stopPropagation();
    if (head?.dataset.column) model.drag(head.dataset.column, head.offsetWidth, event);
  };
  return (
    <thead>
      <tr>
        {model.shown.map(({ id, title, silent, head, room = '', sort }, at) => {
          const { className = '', style } = model.layout[at] ?? {};
          return (
            <th
              key={id}
              data-column={id}
              className={`${className.replace(LOUD, '')} ${room}`}
              style={{ ...style, ...widthOf(model.widthOf(id)) }}
              aria-sort={sort}
            >
              {head ?? (silent ? <span className="sr-only">{title}</span> : title)}
              <span
                className="edge"
                aria-hidden="true"
                onMouseDown={drag}
                onTouchStart={drag}
                onDoubleClick={() => model.size(id, undefined)}
              />
            </th>
          );
        })}
      </tr>
    </thead>
  );
}

const widthOf = (width: number | undefined): CSSProperties =>
  width === undefined ? {} : { width, minWidth: width, maxWidth: width };
