import type { file as en } from '../en/file.ts';

export const file: Record<keyof typeof en, string> = {
  'file.too_many_lines': 'Höchstens {most, number} Zeilen auf einmal: die Datei teilen.',
  'file.no_lines': 'Die Datei hat keine Zeilen.',
  'file.only_header': 'Die Datei hat keine Zeilen unter ihrer Kopfzeile.',
  'file.no_csv': 'Die Datei ist kein CSV wie erwartet: {why}',
  'file.no_sheet': 'Die Datei ist keine hier lesbare Tabelle oder zu groß: als XLSX oder CSV speichern.',
  'file.columns_missing': 'Die Spalten stimmen nicht, es fehlen: {names}.',
  'file.columns_unknown': 'Die Spalten stimmen nicht, unbekannt: {names}.',
  'file.columns_expected': 'Erwartet: {names}.',
};
