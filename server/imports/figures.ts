import type { EntryImport, FigureStyle } from '@obolus/contract/imports';
import { type EntryFields, partsOf, type RegisterField, writeParts } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { readFigure, type Separators } from '@obolus/core/reading/figure';

const SEPARATORS: Readonly<Record<FigureStyle, Separators>> = {
  '1,234.50': { decimal: '.', group: ',', size: 3 },
  '12,34,567.50': { decimal: '.', group: ',', size: 2 },
  '1.234,50': { decimal: ',', group: '.', size: 3 },
  '1 234,50': { decimal: ',', group: ' ', size: 3 },
  '1’234.50': { decimal: '.', group: '’', size: 3 },
};

/** How a file may write a figure, as plain as a decimal with a point. */
const plainIn =
  (style: FigureStyle) =>
  (text: string): string => {
    const found = text.trim() === '' ? undefined : readFigure(text, SEPARATORS[style]);
    if (found === undefined) return text;
    // Marked, so that what is doubtful is never taken for the figure that it also looks like.
    return found.is === 'figure' ? found.figure : `?${text}`;
  };

/** The rows of a file with its figures as plain decimals; `figures` names the columns of documents that hold them. */
export function withPlainFigures(
  rows: readonly EntryFields[],
  style: FigureStyle,
  figures: { readonly of: EntryImport } | { readonly columns: readonly string[] },
): EntryFields[] {
  const plain = plainIn(style);
  const change =
    'of' in figures
      ? Object.fromEntries(REGISTERS[figures.of].fields.map((field) => [field.name, changeOf(field, plain)]))
      : Object.fromEntries(figures.columns.map((name) => [name, name === 'lots' ? lotsWith(plain) : plain]));
  return rows.map((fields) =>
    Object.fromEntries(Object.entries(fields).map(([name, text]) => [name, change[name]?.(text) ?? text])),
  );
}

type Change = (text: string) => string;

function changeOf({ as, parts = [] }: RegisterField, plain: Change): Change | undefined {
  if (as === 'figure') return plain;
  if (!parts.some((part) => part.as === 'figure')) return undefined;
  return (text) =>
    writeParts(
      partsOf(text).map((words) => words.map((word, at) => (parts[at]?.as === 'figure' ? plain(word) : word))),
    );
}

/** Lots as `A-1: 20 | A-2: 16`. */
const lotsWith =
  (plain: Change): Change =>
  (text) =>
    text
      .split('|')
      .map((part) => {
        const [lot = '', ...quantity] = part.split(':');
        return quantity.length === 0 ? part : `${lot}: ${plain(quantity.join(':').trim())}`;
      })
      .join('|');
