import type { ReactNode } from 'react';

/** A column of a table: how it is headed, and what of a line goes to a spreadsheet and comes from one. */
export interface Column<Line = never> {
  /** Letters, digits and hyphens: it names a variable of the style too. */
  readonly id: string;
  /** Its name in words, for its head and where columns are chosen. */
  readonly title: string;
  /** Its name is read out only, and it is always shown: it holds buttons or what lies between two others. */
  readonly silent?: true;
  /** What stands in its head in place of the name. */
  readonly head?: ReactNode;
  /** How the lines are sorted by it. */
  readonly sort?: 'ascending' | 'descending' | undefined;
  /** Of every cell, its head too: `num` for figures, `name` for the one that takes the room that is left. */
  readonly className?: string;
  /** Of the head alone: how wide it is at least. */
  readonly room?: string;
  /** Without it a line cannot be told from another, or not be worked on. */
  readonly always?: true;
  /** As it is copied; a column without it is no part of a block of cells. */
  readonly text?: (line: Line) => string;
  /**
   * A line as it is once this was pasted into it: the same line where it cannot be. What was found for the text stands beside
   * it, where it is looked up first.
   */
  readonly write?: (line: Line, text: string, found: string | undefined) => Line;
  /** Looks up what pasted texts stand for; what is not found is said and leaves its cell as it is. */
  readonly find?: (texts: readonly string[]) => Promise<ReadonlyMap<string, string>>;
}

/** A column as it is drawn for whoever is signed in. */
export interface LaidColumn {
  readonly id: string;
  readonly className: string;
  readonly style: Readonly<Record<string, string>> | undefined;
}

/** Of a rectangle of cells, by their places among the lines and the columns that are shown; all inclusive. */
export interface Bounds {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** Where a line is drawn: whoever draws it hands this on. Each part is the same from one drawing to the next, unless it changed. */
export interface Place {
  readonly index: number;
  readonly layout: readonly LaidColumn[];
  /** The first and last of its cells that are chosen, as `2-4`; empty for none. */
  readonly chosen: string;
  /** Takes the line's height, once it is drawn. */
  readonly measure: (line: HTMLElement | null) => void;
}

/** How the cells of a column look that its head and its sums do not. */
export const LOUD = /\b(dim|strong|name|lookup)\b/g;
