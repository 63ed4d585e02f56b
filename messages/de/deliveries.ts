import type { deliveries as en } from '../en/deliveries.ts';

export const deliveries: Record<keyof typeof en, string> = {
  'deliveries.about': 'Ware, die hinausging, und ihr Weg in den Wareneinsatz',
  'deliveries.not_invoiced': 'Noch nicht berechnet',
  'deliveries.delivered_not_invoiced': 'Geliefert und nicht berechnet',
  'deliveries.none': 'Noch nichts ging hinaus',
  'deliveries.none_more': 'Eine Lieferung nimmt Ware aus dem Bestand, zu den Kosten nach ihrem Verfahren.',
  'deliveries.new_about':
    'Ware geht zu den Kosten ihres Verfahrens hinaus; die Kundenrechnung bringt sie in den Wareneinsatz',
  'deliveries.from_warehouse': 'Aus Lager',
  'deliveries.lines_of_delivery': 'Positionen der Lieferung',
  'deliveries.line_at': 'Position {at}',
  'deliveries.post_delivery': 'Lieferung buchen',
  'deliveries.begin': 'Den Kunden, die Artikel und die hinausgehende Menge erfassen.',
  'deliveries.invoice_about': 'In {currency}; die Kosten des Berechneten gehen in den Wareneinsatz',
  'deliveries.lines_of_invoice': 'Positionen der Rechnung',
  'deliveries.left_to_invoice': 'Nicht berechnet',
  'deliveries.quantity_of': 'Menge, {name}',
  'deliveries.price_of': 'Preis, {name}',
  'deliveries.post_invoice': 'Rechnung buchen',
  'deliveries.begin_invoice': 'Den Verkaufspreis des Berechneten erfassen.',
  'deliveries.at_cost': '{deliveries}, zu Kosten',
  'deliveries.invoice': 'Rechnung',
};
