export const rows = {
  'rows.orders': '{count, plural, one {# order} other {# orders}}',
  'rows.lines': '{count, plural, one {# line} other {# lines}}',
  'rows.receipts': '{count, plural, one {# receipt} other {# receipts}}',
  'rows.decisions': '{count, plural, one {# decision} other {# decisions}}',
  'rows.credits': '{count, plural, one {# credit} other {# credits}}',
  'rows.items': '{count, plural, one {# item} other {# items}}',
  'rows.deliveries': '{count, plural, one {# delivery} other {# deliveries}}',
  'rows.entries': '{count, plural, one {# entry} other {# entries}}',
  'rows.open_items': '{count, plural, one {# open item} other {# open items}}',
  'rows.returns': '{count, plural, one {# return} other {# returns}}',
  'rows.runs': '{count, plural, one {# run} other {# runs}}',
  'rows.bills': '{count, plural, one {# bill} other {# bills}}',
} as const;
