import type { first as en } from '../en/first.ts';

export const first: Record<keyof typeof en, string> = {
  'first.title': 'Erste Schritte',
  'first.next': 'Als Nächstes: {step}',
  'first.done': 'Alles ist da.',
  'first.company':
    'Name, Währung, erster offener Tag und wie Einkäufe gebucht werden. Die Währung bleibt, sobald etwas gebucht ist.',
  'first.company_is': '{name}, {currency}, offen ab {day}',
  'first.accounts': 'Konten',
  'first.accounts_why':
    'Die üblichen Konten sind da. Geben Sie ihnen eigene Nummern und Namen, von Hand oder aus einer Datei.',
  'first.warehouses_why': 'Wo Waren liegen; Lagerplätze nur, wo Sie sie brauchen.',
  'first.items_why': 'Aus einer CSV- oder XLSX-Datei, Zeile für Zeile geprüft, bevor etwas geladen wird, oder einzeln.',
  'first.vendors_why': 'Mit Währung und Zahlungsbedingungen; ihre Preise und eigenen Artikelnummern können folgen.',
  'first.stock_why': 'Was am ersten offenen Tag auf Lager ist, mit seinem Wert. Entfällt, wo nichts da ist.',
  'first.order': 'Erste Bestellung',
  'first.order_why': 'Gegen Bestelltes wird empfangen und abgerechnet.',
  'first.receipt': 'Erster Wareneingang',
  'first.receipt_why': 'Ab hier gibt es Bestand, und auf dem Abgleichtisch wird die Rechnung des Lieferanten erwartet.',
  'first.count': '{count, plural, one {# Eintrag} other {# Einträge}}',
  'first.none': 'noch keine',
  'first.none_optional': 'noch keiner, freiwillig',
};
