import type { item as en } from '../en/item.ts';

export const item: Record<keyof typeof en, string> = {
  'item.set_up': 'Einrichtung',
  'item.nothing_on_order': 'Nichts ist bestellt.',
  'item.never_here': 'Davon war nie etwas hier.',
  'item.ordered_billed': 'Bestellt und berechnet',
  'item.never_ordered': 'Es wurde nie bestellt.',
  'item.price_over_time': 'Preis je {unit} im Lauf der Zeit, in {currency}',
  'item.price_of_one': 'Preis je {unit}, {currency}',
  'item.kept_in': 'Geführt in {unit}, Bewertung: {method}. Preise unten je {unit}, in {currency} zum Kurs jedes Belegs',
};
