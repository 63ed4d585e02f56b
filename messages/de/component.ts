import type { component as en } from '../en/component.ts';

export const component: Record<keyof typeof en, string> = {
  'component.goods': 'Ware',
  'component.carried': 'Mit der Ware übernommen',
  'component.conversion': 'Fertigung',
  'component.discount': 'Skonto',
  'component.invoiced': 'Berechnet',
  'component.lost': 'Verloren',
  'component.rebate': 'Bonus',
  'component.standard': 'Standardkosten',
  'component.tax': 'Steuer',
  'component.price difference': 'Preisabweichung',
  'component.price-variance': 'Preisabweichung',
};
