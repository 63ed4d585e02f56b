import type { returns as en } from '../en/returns.ts';

export const returns: Record<keyof typeof en, string> = {
  'returns.about': 'Ware, die an Lieferanten zurückging, und was daraus wurde',
  'returns.none': 'Nichts ging zurück',
  'returns.none_more': 'Ware geht von ihrem Wareneingang aus zurück: diesen öffnen und Ware zurücksenden wählen.',
  'returns.return': 'Rücksendung',
  'returns.new_about': 'Nicht Berechnetes mindert die kommende Rechnung; Berechnetes wartet auf eine Gutschrift',
  'returns.number': 'Rücksendenummer des Lieferanten',
  'returns.find': 'Eingegangene Ware suchen',
  'returns.find_hint': 'Artikel, Wareneingang oder Bestellung',
  'returns.nothing_here': 'Von diesem Lieferanten kann nichts zurückgehen',
  'returns.nothing_found': 'Keine eingegangene Ware heißt so',
  'returns.lines': 'Eingegangene Ware, die zurückgehen kann',
  'returns.left': 'Kann zurückgehen',
  'returns.goes_back': 'Geht zurück',
  'returns.billed': 'Berechnet',
  'returns.instead': 'Dafür',
  'returns.not_billed': 'nicht berechnet',
  'returns.credit': 'Gutschrift',
  'returns.replacement': 'andere Ware',
  'returns.quantity_of': 'Zurück von {name}',
  'returns.instead_of': 'Dafür, für {name}',
  'returns.reason_of': 'Grund für {name}',
  'returns.confirm': 'Sie gehen trotzdem zurück, zum Wert nach der Methode',
  'returns.post': 'Rücksendung buchen',
  'returns.begin': 'Eingeben, wie viel zurückgeht.',
  'returns.own_cost': 'Ware geht zu dem zurück, wozu sie kam: eigener Preis und ihr Anteil an Nebenkosten.',
  'returns.return_goods': 'Ware zurücksenden',
  'returns.accounts_agree':
    'Lieferanten schulden {sum}: Gutzuschreibende Rücksendungen und Erwartete Gutschriften sagen dasselbe.',
  'returns.accounts_differ':
    'Lieferanten schulden {sum}; Gutzuschreibende Rücksendungen und Erwartete Gutschriften sagen {accounts}. Bitte den Nachweis starten.',
};
