export const vendor = {
  'vendor.invoices_in': 'Invoices in {currency}; {terms}',
  'vendor.set_up': 'Setup',
  'vendor.received_not_billed': 'Received and not billed',
  'vendor.all_billed': 'Everything that came is billed.',
  'vendor.prices_moved': 'Prices, and how they moved',
  'vendor.nothing_ordered': 'Nothing was ordered yet.',
  'vendor.on_time_in_full': 'On time and in full',
  'vendor.none_due': 'No line with a due day was due yet.',
  'vendor.on_time': 'On time',
  'vendor.in_full': 'In full',
  'vendor.both': 'Both',
  'vendor.both_of_all': 'Both, share of all',
} as const;
