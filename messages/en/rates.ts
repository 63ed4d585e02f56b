export const rates = {
  'rates.agreed': 'Agreed rate, {ordered} for 1 {billed}',
  'rates.else_of_day': '{name}; else {rate} of the day',
  'rates.show_others': 'Show what was ordered in other currencies ({hidden, plural, one {# line} other {# lines}})',
  'rates.only_own': 'Only what was ordered in {currency}',
} as const;
