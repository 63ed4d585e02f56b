import { type RefObject, useEffect } from 'react';
import { toast } from 'sonner';
import { useLasting } from '../parts/useLasting.ts';
import { say } from '../locale/say.ts';
import { blockOf, type Found, pasteInto, readBlock, type Target, targetsOf, writeBlock } from './block.ts';
import type { Bounds, Column } from './column.ts';
import type { Columns } from './useColumns.ts';
import type { Range } from './useGridKeys.ts';

interface Options<Line> {
  readonly table: RefObject<HTMLTableElement | null>;
  readonly model: Columns<Line>;
  readonly lines: readonly Line[];
  readonly write: ((changed: ReadonlyMap<number, Line>) => void) | undefined;
  readonly blank: (() => Line) | undefined;
  readonly scrollTo: (index: number) => void;
}

/**
 * Cells chosen together: by dragging, with Shift, by the arrows with Shift. They are copied as a block that spreadsheets take, and a
 * block from one is pasted from the first of them on: lines that are not drawn are written like the others. What could not be
 * written is said.
 */
export function useRange<Line>({ table, model, lines, write, blank, scrollTo }: Options<Line>): Range {
  const wide = (): Bounds | undefined => {
    const { chosen } = model;
    return chosen && (chosen.top < chosen.bottom || chosen.left < chosen.right) ? chosen : undefined;
  };
  const put = async (block: readonly (readonly string[])[], chosen: Bounds): Promise<void> => {
    const targets = targetsOf(block, model.shown, chosen);
    does.land(targets, await foundOf(model.shown, targets), block.length > 1 || (block[0]?.length ?? 0) > 1);
  };
  const does = useLasting({
    /** Into the lines as they are by now: looking up took a moment. */
    land(targets: readonly Target[], found: Found, isBlock: boolean): void {
      const pasted = pasteInto(lines, model.shown, targets, found, blank);
      if (pasted.changed.size > 0) write?.(pasted.changed);
      const left = [
        pasted.unwritable.length > 0 && say('table.not_written', { columns: pasted.unwritable.join(', ') }),
        pasted.outside > 0 && say('table.outside', { cells: pasted.outside }),
        pasted.unknown.length > 0 && say('table.not_found', { texts: pasted.unknown.slice(0, 8).join(', ') }),
      ].filter(Boolean);
      const pastedInWords = say('table.pasted', { cells: pasted.cells });
      if (left.length > 0) toast.error([pastedInWords, ...left].join(' '));
      else if (isBlock) toast.success(pastedInWords);
    },
    copy(event: ClipboardEvent): void {
      // Text that is marked is copied as it is marked.
      const isMarked = isInField(event) || String(getSelection()) !== '';
      const chosen = wide() ?? (isMarked ? undefined : model.chosen);
      if (!chosen) return;
      event.clipboardData?.setData('text/plain', writeBlock(blockOf(lines, model.shown, chosen)));
      event.preventDefault();
    },
    paste(event: ClipboardEvent): void {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      const block = readBlock(text);
      const isBlock = block.length > 1 || (block[0]?.length ?? 0) > 1;
      if (write === undefined || !model.chosen || !(isBlock || wide())) return;
      event.preventDefault();
      void put(block, model.chosen);
    },
    choose: model.choose,
    chooseNone: model.chooseNone,
  });
  useEffect(() => {
    const element = table.current;
    return element ? listenTo(element, does) : undefined;
  }, [table, does]);
  return {
    isWide: () => wide() !== undefined,
    extend(way) {
      const chosen = model.extend(way);
      if (chosen && (way === 'up' || way === 'down')) scrollTo(way === 'up' ? chosen.top : chosen.bottom);
    },
    narrow() {
      const { chosen } = model;
      const column = chosen && model.shown[chosen.left];
      if (!column) return;
      model.choose({ row: chosen.top, column: column.id });
      // Who types on, types over what stands there.
      const cell = `[data-index="${chosen.top}"] [data-column="${column.id}"] input`;
      const field = table.current?.querySelector<HTMLInputElement>(cell);
      field?.focus();
      field?.select();
    },
    clear() {
      const chosen = wide();
      if (chosen) void put([['']], chosen);
    },
    fillDown() {
      const chosen = wide();
      if (!chosen) return;
      const [first = []] = blockOf(lines, model.shown, { ...chosen, bottom: chosen.top });
      void put([first], chosen);
    },
  };
}

/** What pasted texts stand for, in columns where it is looked up. */
async function foundOf<Line>(columns: readonly Column<Line>[], targets: readonly Target[]): Promise<Found> {
  const looked = columns.flatMap(({ id, find }) => {
    const texts = [
      ...new Set(targets.filter(({ column, text }) => column === id && text !== '').map(({ text }) => text)),
    ];
    return find === undefined || texts.length === 0 ? [] : [find(texts).then((found) => [id, found] as const)];
  });
  return new Map(await Promise.all(looked));
}

interface Listening {
  readonly copy: (event: ClipboardEvent) => void;
  readonly paste: (event: ClipboardEvent) => void;
  readonly choose: (from: CellAt, to?: CellAt) => void;
  readonly chooseNone: () => void;
}

interface CellAt {
  readonly row: number;
  readonly column: string;
}

const isInField = ({ target }: Event): boolean => target instanceof HTMLElement && target.matches('input, textarea');

/** The cell of a line that something of it belongs to; none for the rows below it. */
function cellOf(target: EventTarget | null): CellAt | undefined {
  const cell = target instanceof Element ? target.closest<HTMLElement>('td[data-column]') : null;
  const row = cell?.closest<HTMLElement>('[data-index]')?.dataset.index;
  const column = cell?.dataset.column;
  return row === undefined || column === undefined ? undefined : { row: Number(row), column };
}

function listenTo(table: HTMLElement, does: Listening): () => void {
  /** Where it was begun to choose, while the button is held. */
  let held: CellAt | undefined;
  let first: CellAt | undefined;
  const until = new AbortController();
  const on = <Name extends keyof HTMLElementEventMap>(name: Name, work: (event: HTMLElementEventMap[Name]) => void) =>
    table.addEventListener(name, work, { signal: until.signal });
  on('mousedown', (event) => {
    const cell = cellOf(event.target);
    if (event.button !== 0 || !cell) return;
    if (event.shiftKey && first) {
      event.preventDefault();
      return does.choose(first, cell);
    }
    held = first = cell;
    does.choose(cell);
    // What is not written in takes the keys too.
    const takesKeys = event.target instanceof Element && event.target.closest('input, select, textarea, button, a');
    if (!takesKeys) table.focus({ preventScroll: true });
  });
  on('mousemove', (event) => {
    const cell = held && event.buttons === 1 ? cellOf(event.target) : undefined;
    if (!held || !cell || (cell.row === held.row && cell.column === held.column && !table.dataset.choosing)) return;
    table.dataset.choosing = 'yes';
    getSelection()?.removeAllRanges();
    does.choose(held, cell);
  });
  document.addEventListener(
    'mouseup',
    () => {
      held = undefined;
      delete table.dataset.choosing;
    },
    { signal: until.signal },
  );
  on('focusin', ({ target }) => {
    const cell = held ? undefined : cellOf(target);
    if (!cell) return;
    first = cell;
    does.choose(cell);
  });
  on('focusout', ({ relatedTarget }) => {
    if (relatedTarget instanceof Node && !table.contains(relatedTarget)) does.chooseNone();
  });
  on('copy', does.copy);
  on('paste', does.paste);
  return () => until.abort();
}
