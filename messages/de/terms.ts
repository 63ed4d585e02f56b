import type { terms as en } from '../en/terms.ts';

export const terms: Record<keyof typeof en, string> = {
  'terms.on_receipt': 'Bei Erhalt der Rechnung',
  'terms.days': '{days} Tage',
};
