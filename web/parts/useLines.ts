import { useRef, type RefObject } from 'react';

interface Lines<Line> {
  readonly table: RefObject<HTMLTableElement | null>;
  readonly set: (at: number, to: Partial<Line>) => void;
  readonly add: (line?: Line) => void;
  readonly remove: (at: number) => void;
  /** Where a line stands among those that are sent, for finding what is wrong with it; -1 for a blank one. */
  readonly sentAt: (at: number) => number;
}

/** The lines of a grid that grows as it is filled: blank ones stay here and are not sent. */
export function useLines<Line extends object>(
  lines: readonly Line[],
  blank: Line,
  isBlank: (line: Line) => boolean,
  change: (lines: Line[]) => void,
): Lines<Line> {
  const table = useRef<HTMLTableElement>(null);
  const sent = new Map(
    lines.flatMap((line, position) => (isBlank(line) ? [] : [position])).map((position, at) => [position, at]),
  );
  return {
    table,
    set: (at, to) => change(lines.map((line, position) => (position === at ? { ...line, ...to } : line))),
    add(line = blank) {
      change([...lines, line]);
      requestAnimationFrame(() =>
        table.current?.querySelector<HTMLElement>('tbody:last-of-type tr:last-child :is(input, select)')?.focus(),
      );
    },
    remove: (at) => change(lines.length > 1 ? lines.filter((_, position) => position !== at) : [blank]),
    sentAt: (at) => sent.get(at) ?? -1,
  };
}
