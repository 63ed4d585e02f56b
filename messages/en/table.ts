export const table = {
  'table.columns_of': 'Columns of “{label}”',
  'table.column': 'Column',
  'table.shown': 'Shown',
  'table.fixed': 'Keep in sight',
  'table.width': 'Width',
  'table.by_itself': 'by content',
  'table.shown_of': 'Show {title}',
  'table.fixed_of': 'Keep {title} in sight',
  'table.width_of': 'Width of {title} in pixels',
  'table.as_it_comes': 'Reset all columns',
  'table.pasted': '{cells, plural, =0 {No cell was changed.} one {# cell was pasted.} other {# cells were pasted.}}',
  'table.not_written': 'Not everything can be pasted into: {columns}.',
  'table.outside':
    '{cells, plural, one {# cell is} other {# cells are}} beyond the last line or column and {cells, plural, one {was} other {were}} left out.',
  'table.not_found': 'Nothing is known as: {texts}.',
} as const;
