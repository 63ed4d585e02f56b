import { type RefObject, useRef } from 'react';
import type { GridHandle } from './Grid.tsx';

interface Lines<Line> {
  readonly grid: RefObject<GridHandle | null>;
  readonly set: (at: number, to: Partial<Line>) => void;
  readonly add: (line?: Line) => void;
  readonly remove: (at: number) => void;
  /** Takes lines that were pasted. */
  readonly write: (changed: ReadonlyMap<number, Line>) => void;
  /** Where a line stands among those that are sent, for finding what is wrong with it; -1 for a blank one. */
  readonly sentAt: (at: number) => number;
}

/** Milliseconds in which a line that was scrolled to is drawn. */
const DRAWN_AFTER = 50;

/** The lines of a grid that grows as it is filled: blank ones stay here and are not sent. */
export function useLines<Line extends object>(
  lines: readonly Line[],
  blank: Line,
  isBlank: (line: Line) => boolean,
  change: (lines: Line[]) => void,
): Lines<Line> {
  const grid = useRef<GridHandle>(null);
  const sent = new Map(
    lines.flatMap((line, position) => (isBlank(line) ? [] : [position])).map((position, at) => [position, at]),
  );
  const firstOf = (at: number) =>
    grid.current?.table?.querySelector<HTMLElement>(`tbody[data-index="${at}"] :is(input, select)`);
  return {
    grid,
    set: (at, to) => change(lines.map((line, position) => (position === at ? { ...line, ...to } : line))),
    add(line = blank) {
      const at = lines.length;
      const from = document.activeElement;
      change([...lines, line]);
      requestAnimationFrame(() => {
        const first = firstOf(at);
        if (first) return first.focus();
        // Of a long list the end is drawn only once it is in view; who has gone elsewhere meanwhile is left there.
        grid.current?.scrollTo(at);
        setTimeout(() => {
          if (document.activeElement === from || document.activeElement === document.body) firstOf(at)?.focus();
        }, DRAWN_AFTER);
      });
    },
    remove: (at) => change(lines.length > 1 ? lines.filter((_, position) => position !== at) : [blank]),
    write(changed) {
      const next = [...lines];
      for (const [at, line] of changed) next[at] = line;
      change(next);
    },
    sentAt: (at) => sent.get(at) ?? -1,
  };
}
