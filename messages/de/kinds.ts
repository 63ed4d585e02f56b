import type { kinds as en } from '../en/kinds.ts';

export const kinds: Record<keyof typeof en, string> = {
  'kinds.invoice': 'Rechnung stellen',
  'kinds.enter_bill': 'Rechnung erfassen',
  'kinds.check_charged': 'Berechnet und erhoben',
};
