import type { change as en } from '../en/change.ts';

export const change: Record<keyof typeof en, string> = {
  'change.quantity': 'Menge',
  'change.price': 'Preis',
  'change.discount': 'Rabatt',
  'change.due': 'Fällig',
  'change.warehouse': 'Lager',
  'change.tax': 'Steuerschlüssel',
  'change.shipment': 'Sendung',
  'change.department': 'Abteilung',
  'change.location': 'Standort',
  'change.project': 'Projekt',
  'change.new-line': 'Neue Position',
};
