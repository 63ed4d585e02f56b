import type { rates as en } from '../en/rates.ts';

export const rates: Record<keyof typeof en, string> = {
  'rates.agreed': 'Vereinbarter Kurs, {ordered} für 1 {billed}',
  'rates.else_of_day': '{name}; sonst {rate} des Tages',
  'rates.show_others':
    'Zeigen, was in anderen Währungen bestellt ist ({hidden, plural, one {# Position} other {# Positionen}})',
  'rates.only_own': 'Nur was in {currency} bestellt ist',
};
