export const imports = {
  'imports.new': 'New entry.',
  'imports.is_so': 'No change.',
  'imports.changes': 'Changes {fields}.',
  'imports.second': 'A second person approves {fields}.',
  'imports.wrong_lines':
    '{count, plural, one {# line is} other {# lines are}} wrong: correct the file and stage it again, or leave them out.',
  'imports.stopped': 'The load stopped: start it again to go on.',
  'imports.at_field': '{field}:',
  'imports.opening-stock': 'Opening stock',
  'imports.orders': 'Purchase orders',
  'imports.receipts': 'Goods receipts',
  'imports.job_cancelled': 'It was cancelled: start it again to go on.',
  'imports.job_stopped': 'It stopped: start it again to go on.',
} as const;
