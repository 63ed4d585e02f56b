import Papa from 'papaparse';
import type { Bounds, Column } from './column.ts';

/** A block of cells as spreadsheets hand it on: lines of text, cells apart by tabs, quoted where they hold either. */
export const readBlock = (text: string): string[][] =>
  Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;

/** What a spreadsheet would take for a formula is marked as text. */
const FORMULA = /^[=@\t\r]/;

export const writeBlock = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(
    rows.map((row) => [...row]),
    { delimiter: '\t', newline: '\n', escapeFormulae: FORMULA },
  );

/** What is chosen, as a block. */
export const blockOf = <Line>(lines: readonly Line[], columns: readonly Column<Line>[], chosen: Bounds): string[][] =>
  lines
    .slice(chosen.top, chosen.bottom + 1)
    .map((line) =>
      columns.slice(chosen.left, chosen.right + 1).flatMap(({ text }) => (text === undefined ? [] : [text(line)])),
    );

export interface Target {
  readonly row: number;
  /** Empty beyond the last column. */
  readonly column: string;
  readonly text: string;
}

/**
 * Where each cell of a block goes: from the first cell that is chosen on, over columns that hold text; repeated where what is chosen is
 * a multiple of it, so that one figure fills all.
 */
export function targetsOf<Line>(
  block: readonly (readonly string[])[],
  columns: readonly Column<Line>[],
  chosen: Bounds,
): Target[] {
  const across = Math.max(1, ...block.map((row) => row.length));
  const of = columns.slice(chosen.left).filter(({ text }) => text !== undefined);
  const wide = columns.slice(chosen.left, chosen.right + 1).filter(({ text }) => text !== undefined).length;
  const tall = chosen.bottom - chosen.top + 1;
  const [rows, cells] = [times(tall, block.length), times(wide, across)];
  return Array.from({ length: rows }, (_, down) =>
    Array.from({ length: cells }, (_cell, along) => {
      const text = block[down % block.length]?.[along % across];
      return text === undefined ? [] : [{ row: chosen.top + down, column: of[along]?.id ?? '', text }];
    }).flat(),
  ).flat();
}

/** As often as it fits without a rest, else once. */
const times = (room: number, size: number): number => (room > size && room % size === 0 ? room : size);

/** What texts stand for that were looked up, by column. */
export type Found = ReadonlyMap<string, ReadonlyMap<string, string>>;

/** What became of a paste: the lines that changed or were added, and what could not be done. */
export interface Pasted<Line> {
  readonly changed: ReadonlyMap<number, Line>;
  readonly cells: number;
  /** Columns of which cells cannot be written, and another text was pasted. */
  readonly unwritable: readonly string[];
  /** Cells of the block that are beyond the last line or column. */
  readonly outside: number;
  /** What was looked for and is not there. */
  readonly unknown: readonly string[];
}

/** Writes cells into lines. Where `blank` is given lines are added; what has no place is counted. */
export function pasteInto<Line>(
  lines: readonly Line[],
  columns: readonly Column<Line>[],
  targets: readonly Target[],
  found: Found,
  blank?: () => Line,
): Pasted<Line> {
  const byId = new Map(columns.map((column) => [column.id, column]));
  const changed = new Map<number, Line>();
  const [unwritable, unknown] = [new Set<string>(), new Set<string>()];
  let [cells, outside] = [0, 0];
  for (const { row, column: id, text } of targets) {
    const column = byId.get(id);
    const before = changed.get(row) ?? lines[row] ?? blank?.();
    if (column === undefined || before === undefined) {
      if (text !== '') outside += 1;
      continue;
    }
    if (column.text?.(before) === text) continue;
    const what = column.find === undefined ? undefined : found.get(id)?.get(text);
    if (column.find !== undefined && text !== '' && what === undefined) {
      unknown.add(text);
      continue;
    }
    const after = column.write?.(before, text, what) ?? before;
    if (after === before) {
      if (text !== '') unwritable.add(column.title);
      continue;
    }
    changed.set(row, after);
    cells += 1;
  }
  return { changed, cells, unwritable: [...unwritable], outside, unknown: [...unknown] };
}
