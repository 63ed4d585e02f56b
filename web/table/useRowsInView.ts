import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

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

const NOT_MEASURED = () => {};

/** On paper there is no view to be scrolled: all is drawn before it is printed. */
function usePrinting(): boolean {
  const [isPrinting, setPrinting] = useState(false);
  useEffect(() => {
    const set = (to: boolean) => () => flushSync(() => setPrinting(to));
    const [before, after] = [set(true), set(false)];
    addEventListener('beforeprint', before);
    addEventListener('afterprint', after);
    return () => {
      removeEventListener('beforeprint', before);
      removeEventListener('afterprint', after);
    };
  }, []);
  return isPrinting;
}

/** Draws of a long table only what is in view, in the scrolling `.body` around it. */
export function useRowsInView(table: RefObject<HTMLTableElement | null>, count: number): RowsInView {
  const [before, setBefore] = useState(0);
  const scroller = () =>
    table.current?.closest<HTMLElement>('.body') ?? (document.scrollingElement as HTMLElement | null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: scroller,
    estimateSize: () => USUAL_HEIGHT,
    overscan: AROUND,
    scrollMargin: before,
  });
  const measure = () => {
    const [body, head] = [scroller(), table.current?.tHead];
    if (body && head)
      setBefore(head.getBoundingClientRect().bottom - body.getBoundingClientRect().top + body.scrollTop);
  };
  const atFirst = useRef(measure);
  useLayoutEffect(() => atFirst.current(), []);
  // With each draw whatever stands above may have grown; once it is painted, so that nothing is laid out twice for it.
  useEffect(() => {
    const frame = requestAnimationFrame(measure);
    return () => cancelAnimationFrame(frame);
  });
  const isPrinting = usePrinting();
  if (isPrinting)
    return {
      rows: Array.from({ length: count }, (_, index) => ({ index })),
      above: 0,
      below: 0,
      ref: NOT_MEASURED,
      scrollTo: () => {},
    };
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
