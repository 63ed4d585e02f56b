export const file = {
  'file.too_many_lines': 'At most {most, number} lines at once: split the file.',
  'file.no_lines': 'The file has no lines.',
  'file.only_header': 'The file has no lines below its header.',
  'file.no_csv': 'The file is not CSV as expected: {why}',
  'file.no_sheet':
    'The file is no spreadsheet that can be read here, or one that is too large: save it as XLSX or CSV.',
  'file.columns_missing': 'The columns are not right, missing: {names}.',
  'file.columns_unknown': 'The columns are not right, not known: {names}.',
  'file.columns_expected': 'Expected: {names}.',
} as const;
