export const billing = {
  'billing.agreed_rate': 'Agreed rate, {ordered} for 1 {billed}',
  'billing.rate_else_of_day': '{name}; else {rate} of the day',
  'billing.show_other_currencies':
    'Show what was ordered in other currencies ({hidden, plural, one {# line} other {# lines}})',
  'billing.only_own_currency': 'Only what was ordered in {currency}',
  'billing.tax_self_reclaimed': 'tax, self-assessed and reclaimed',
  'billing.tax_self_kept': 'tax, self-assessed, not reclaimed',
  'billing.says_self_reclaimed': 'owed to the tax office and reclaimed at once; not owed to the vendor',
  'billing.says_self_kept': 'owed to the tax office, not to the vendor; part of the cost',
  'billing.instalment_due': 'Due, instalment {at}',
  'billing.instalment_amount': 'Amount of instalment {at}',
  'billing.instalment_out': 'Take out instalment {at}',
  'billing.instalment_add': 'Add an instalment',
  'billing.instalments_left': '{amount} of the bill is in none of them yet',
} as const;
