import { FIGURE_STYLES, IMPORT_KINDS } from '../imports.ts';
import { exactly, Key, oneOf, type Static, Text, Type } from '../figures.ts';
import { AnyKind, Count, Name } from './parts.ts';
import { Says } from '../message.ts';

const draft = {
  id: Key,
  kind: AnyKind,
  title: Text(120),
  version: Count,
  updatedAt: Text(40),
  /** Who works on it now, if that is somebody else. */
  heldBy: Name,
};

/** A draft in a list: what of it says where it is entered, not what was typed. */
export const DraftRow = exactly({
  ...draft,
  placing: exactly({ vendor: Text(60), customer: Text(120), of: Text(60) }),
});
export type DraftRow = Static<typeof DraftRow>;

export const DraftView = exactly({
  ...draft,
  body: Type.Unknown({ description: 'What was typed, complete or not' }),
});
export type DraftView = Static<typeof DraftView>;

export const ImportRow = exactly({
  row: Count,
  fields: Type.Record(Type.String(), Type.String()),
  problems: Type.Array(exactly({ field: Text(60), says: Says })),
  /** What loading it does to what is there already: new, changes, nothing. */
  does: Says,
  state: oneOf(['staged', 'wrong', 'left-out', 'loaded'] as const),
});

export type ImportRow = Static<typeof ImportRow>;

export const ImportView = exactly({
  id: Key,
  kind: oneOf(IMPORT_KINDS),
  fileName: Text(200),
  /** How its figures are written; a spreadsheet holds figures themselves. */
  figures: oneOf(FIGURE_STYLES),
  state: oneOf(['staged', 'loading', 'loaded', 'stopped'] as const),
  says: Says,
  total: Count,
  wrong: Count,
  loaded: Count,
  rows: Type.Array(ImportRow),
});

export type ImportView = Static<typeof ImportView>;
