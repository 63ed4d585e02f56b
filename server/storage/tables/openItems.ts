import { id, ref, line, number, figure, text, name, maybe, flag, table } from './columns.ts';

/** What each document changed of what is open: the sum of a line's changes is what is open of it, as of any place in the order of entry. */
export const openItemFacts = {
  openChange: table(
    'open_change',
    {
      document_id: id(),
      change_no: line(),
      kind: text(16),
      line_document_id: ref(),
      line_no: number(),
      part: text(60),
      vendor_id: maybe(ref()),
      item_id: maybe(ref()),
      quantity: figure(),
      amount: figure(),
      base_amount: figure(),
    },
    { indices: { open_change_by_line: ['line_document_id', 'line_no', 'kind'] } },
  ),
};

/** The sums of the changes, so that nothing has to be worked out from history. */
export const openItemState = {
  openItem: table(
    'open_item',
    {
      kind: name(16),
      line_document_id: id(),
      line_no: line(),
      part: name(60),
      vendor_id: maybe(ref()),
      item_id: maybe(ref()),
      quantity: figure(),
      amount: figure(),
      base_amount: figure(),
      /** Something of it is open: more than nothing, or an amount. */
      is_open: flag(),
    },
    {
      indices: {
        open_item_by_vendor: ['kind', 'is_open', 'vendor_id'],
        open_item_by_item: ['kind', 'is_open', 'item_id'],
        open_item_by_part: ['kind', 'is_open', 'part'],
      },
    },
  ),
};
