import type { ledger as en } from '../en/ledger.ts';

export const ledger: Record<keyof typeof en, string> = {
  'ledger.one_account': 'Buchungen eines Kontos ·',
  'ledger.show_all': 'alle zeigen',
  'ledger.about': 'Jede Buchung in der Folge des Hauptbuchs, jede mit der vorigen verknüpft',
  'ledger.none': 'Noch nichts ist gebucht',
  'ledger.none_more':
    'Wareneingänge, Rechnungen, Nebenkosten, Lieferungen und Kundenrechnungen hinterlassen hier je eine Buchung.',
  'ledger.no': 'Nr.',
  'ledger.debit_in': 'Soll, {currency}',
  'ledger.credit_in': 'Haben, {currency}',
  'ledger.later': 'Spätere Buchungen',
  'ledger.earlier': 'Frühere Buchungen',
  'ledger.hash': 'Prüfsumme {hash}',
  'ledger.nothing_moved': 'kein Wert bewegt',
  'ledger.by_posting_date': 'Nach Buchungsdatum, in {currency}',
  'ledger.as_of': 'Stand',
  'ledger.stock_agrees': '✓ Die Vorräte im Hauptbuch, {inventory}, sind auf den Cent genau, was der Bestand wert ist.',
  'ledger.stock_differs':
    '▲ Die Vorräte im Hauptbuch sind {inventory}, der Bestand ist {stock} wert: {gap} auseinander.',
};
