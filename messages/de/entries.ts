import type { entries as en } from '../en/entries.ts';

export const entries: Record<keyof typeof en, string> = {
  'entries.number_or_name': 'Nummer oder Name',
  'entries.save': 'Sichern',
  'entries.as_it_was': 'Zurücksetzen',
  'entries.is_set_up': '{name} ist eingerichtet.',
  'entries.take_out': 'Herausnehmen',
  'entries.another': 'Weitere',
  'entries.new': 'Neuer Eintrag: {one}',
  'entries.in_use': 'Bleibt so: in Gebrauch',
  'entries.second': 'Eine Änderung gilt, wenn eine zweite Person freigibt',
  'entries.set_up': '{one} einrichten',
  'entries.set_up_unnamed': 'Eingerichtet.',
  'entries.part_of': '{part}, {field} {at}',
  'entries.take_out_at': '{field} {at} herausnehmen',
  'entries.add_to': 'Hinzufügen: {field}',
};
