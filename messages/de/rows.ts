import type { rows as en } from '../en/rows.ts';

export const rows: Record<keyof typeof en, string> = {
  'rows.orders': '{count, plural, one {# Bestellung} other {# Bestellungen}}',
  'rows.lines': '{count, plural, one {# Position} other {# Positionen}}',
  'rows.receipts': '{count, plural, one {# Wareneingang} other {# Wareneingänge}}',
  'rows.decisions': '{count, plural, one {# Entscheidung} other {# Entscheidungen}}',
  'rows.credits': '{count, plural, one {# Gutschrift} other {# Gutschriften}}',
  'rows.items': '{count, plural, one {# Artikel} other {# Artikel}}',
  'rows.deliveries': '{count, plural, one {# Lieferung} other {# Lieferungen}}',
  'rows.entries': '{count, plural, one {# Eintrag} other {# Einträge}}',
  'rows.open_items': '{count, plural, one {# offener Posten} other {# offene Posten}}',
  'rows.returns': '{count, plural, one {# Rücksendung} other {# Rücksendungen}}',
  'rows.runs': '{count, plural, one {# Lauf} other {# Läufe}}',
  'rows.bills': '{count, plural, one {# Rechnung} other {# Rechnungen}}',
  'rows.checks': '{count, plural, one {# Scheck} other {# Schecks}}',
};
