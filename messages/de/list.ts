import type { list as en } from '../en/list.ts';

export const list: Record<keyof typeof en, string> = {
  'list.orders': 'Bestellungen',
  'list.order-lines': 'Bestellpositionen',
  'list.receipts': 'Wareneingänge',
  'list.purchases': 'Preise und Einkäufe',
  'list.decisions': 'Entscheidungen zum Abgleich',
  'list.unmatched': 'Wareneingang ohne Rechnung',
  'list.credits': 'Erwartete Gutschriften',
  'list.stock': 'Bestand & Kosten',
  'list.deliveries': 'Lieferungen',
  'list.view_outstanding': 'Offen',
  'list.view_received_not_billed': 'Eingegangen, nicht ganz berechnet',
  'list.view_late': 'Überfällig',
  'list.view_due_week': 'Fällig binnen einer Woche',
  'list.view_not_billed': 'Nicht ganz berechnet',
  'list.view_ordered': 'Bestellt',
  'list.view_billed': 'Berechnet',
  'list.view_price_changes': 'Preisänderungen',
  'list.view_credits': 'Verlangte Gutschriften',
  'list.view_second': 'Von zweiter Person freigegeben',
  'list.view_in_use': 'In Gebrauch',
};
