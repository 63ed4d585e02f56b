import type { charge as en } from '../en/charge.ts';

export const charge: Record<keyof typeof en, string> = {
  'charge.freight': 'Fracht',
  'charge.duty': 'Zoll',
  'charge.insurance': 'Versicherung',
  'charge.brokerage': 'Zollabwicklung',
  'charge.handling': 'Umschlag',
  'charge.inspection': 'Prüfung',
  'charge.storage': 'Lagergeld nach Verzögerung',
  'charge.demurrage': 'Überliegegeld',
  'charge.detention': 'Standgeld',
  'charge.fine': 'Bußgeld',
  'charge.penalty': 'Vertragsstrafe',
  'charge.interest': 'Zinsen',
  'charge.return-freight': 'Rückfracht',
  'charge.restocking': 'Wiedereinlagerung',
};
