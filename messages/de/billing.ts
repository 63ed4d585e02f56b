import type { billing as en } from '../en/billing.ts';

export const billing: Record<keyof typeof en, string> = {
  'billing.agreed_rate': 'Vereinbarter Kurs, {ordered} für 1 {billed}',
  'billing.rate_else_of_day': '{name}; sonst {rate} des Tages',
  'billing.show_other_currencies':
    'Zeigen, was in anderen Währungen bestellt ist ({hidden, plural, one {# Position} other {# Positionen}})',
  'billing.only_own_currency': 'Nur was in {currency} bestellt ist',
  'billing.tax_self_reclaimed': 'Steuer, selbst geschuldet und abziehbar',
  'billing.tax_self_kept': 'Steuer, selbst geschuldet, nicht abziehbar',
  'billing.says_self_reclaimed': 'dem Finanzamt geschuldet und sogleich abgezogen; nicht dem Lieferanten',
  'billing.says_self_kept': 'dem Finanzamt geschuldet, nicht dem Lieferanten; Teil der Kosten',
  'billing.instalment_due': 'Fällig, Rate {at}',
  'billing.instalment_amount': 'Betrag von Rate {at}',
  'billing.instalment_out': 'Rate {at} herausnehmen',
  'billing.instalment_add': 'Eine Rate hinzufügen',
  'billing.instalments_left': '{amount} der Rechnung stehen in keiner davon',
};
