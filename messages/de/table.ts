import type { table as en } from '../en/table.ts';

export const table: Record<keyof typeof en, string> = {
  'table.columns_of': 'Spalten von „{label}“',
  'table.column': 'Spalte',
  'table.shown': 'Sichtbar',
  'table.fixed': 'Fest',
  'table.width': 'Breite',
  'table.by_itself': 'nach Inhalt',
  'table.shown_of': '{title} zeigen',
  'table.fixed_of': '{title} fest stehen lassen',
  'table.width_of': 'Breite von {title} in Pixeln',
  'table.as_it_comes': 'Alle Spalten zurücksetzen',
  'table.pasted':
    '{cells, plural, =0 {Keine Zelle wurde geändert.} one {# Zelle wurde eingefügt.} other {# Zellen wurden eingefügt.}}',
  'table.not_written': 'Nicht alles lässt sich einfügen in: {columns}.',
  'table.outside':
    '{cells, plural, one {# Zelle liegt} other {# Zellen liegen}} hinter der letzten Zeile oder Spalte und {cells, plural, one {wurde} other {wurden}} weggelassen.',
  'table.not_found': 'Nicht bekannt ist: {texts}.',
};
