import { exactly, Key, oneOf, type Static, Text, Type } from '../figures.ts';
import { Shown } from '../message.ts';

/** What stands together on a bill (EN 16931: its groups of terms). */
export const PAPER_SECTIONS = [
  'document',
  'seller',
  'buyer',
  'payee',
  'references',
  'delivery',
  'lines',
  'allowances',
  'tax',
  'totals',
  'payment',
  'notes',
  'attached',
  'file',
] as const;
export type PaperSection = (typeof PAPER_SECTIONS)[number];

/** Where a value of a line stands in the table of lines; empty for what stands below it. */
export const PAPER_COLUMNS = ['', 'number', 'item', 'quantity', 'price', 'amount'] as const;

/** A value of a structured bill, as text. */
export const PaperValue = exactly({
  label: Shown,
  says: Text(2000),
  as: oneOf(['text', 'figure', 'day'] as const),
  /** Of a figure: its currency or unit. */
  about: Text(40),
  column: oneOf(PAPER_COLUMNS),
  isUnderstood: Type.Boolean(),
  /** Of a file inside the paper: its number, by which it is opened. */
  attached: Type.Union([Type.Integer({ minimum: 1 }), Type.Null()]),
});
export type PaperValue = Static<typeof PaperValue>;

/** A party, a line, an allowance, a tax: what is said of one of them. */
export const PaperPart = exactly({ section: oneOf(PAPER_SECTIONS), values: Type.Array(PaperValue) });
export type PaperPart = Static<typeof PaperPart>;

/** The paper of a bill as people read it: no parts where nothing of it is structured, and it is only looked at. */
export const ReadablePaper = exactly({
  name: Text(200),
  number: Text(60),
  type: Text(40, 'Its media type, as it came'),
  parts: Type.Array(PaperPart),
  /** Other papers of the same bill: the one that it is entered from, and those beside it. */
  others: Type.Array(exactly({ id: Key, name: Text(200) })),
});
export type ReadablePaper = Static<typeof ReadablePaper>;
