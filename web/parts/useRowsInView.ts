import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useState, type RefObject } from 'react';

/** Lines that are drawn: those in view and some around them. Each stands in a `tbody` of its own, which is measured by `ref`. */
export interface RowsInView {
  readonly rows: readonly { readonly index: number }[];
  /** The room that the lines above and below take. */
  readonly above: number;
  readonly below: number;
  readonly ref: (line: HTMLElement | null) => void;
  readonly scrollTo: (index: number) => void;
}

/** Of a line without anything below it; where this is not so, every line that comes into view is drawn twice. */
const USUAL_HEIGHT = 32;
/** Enough for the arrow keys to find the next line drawn; every one is laid out and painted with each frame that is scrolled. */
const AROUND = 4;

/** Draws of a long table only what is in view, in the scrolling `.body` around it. */
export function useRowsInView(table: RefObject<HTMLTableElement | null>, count: number): RowsInView {
  const [before, setBefore] = useState(0);
  const scroller = () => table.current?.closest<HTMLElement>('.body') ?? null;
  const virtual = useVirtualizer({
    count,
    getScrollElement: scroller,
    estimateSize: () => USUAL_HEIGHT,
    overscan: AROUND,
    scrollMargin: before,
  });
  // With each draw: whatever stands above may have grown.
  const measure = () => {
    const [body, head] = [scroller(), table.current?.tHead];
    if (body && head)
      setBefore(head.getBoundingClientRect().bottom - body.getBoundingClientRect().top + body.scrollTop);
  };
  useLayoutEffect(measure);
  const rows = virtual.getVirtualItems();
  const [first, last] = [rows[0], rows.at(-1)];
  return {
    rows,
    above: first ? first.start - before : 0,
    below: last ? virtual.getTotalSize() - (last.end - before) : 0,
    ref: virtual.measureElement,
    scrollTo: (index) => virtual.scrollToIndex(index),
  };
}
