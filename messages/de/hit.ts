import type { hit as en } from '../en/hit.ts';

export const hit: Record<keyof typeof en, string> = {
  'hit.item': 'Artikel',
  'hit.vendor': 'Lieferant',
  'hit.amount': '{amount} in der Buchung, {day}',
};
