import { figure, id, line, name, table } from './columns.ts';

/** What can be worked out from the journal, kept so that no list has to (`server/sums`). */
export const sums = {
  /** Journal lines by account, kind of posting and month, up to the place in the ledger that `summed` says. */
  accountSum: table('account_sum', { account_id: id(), account: name(40), month: name(7), amount: figure() }),
  /** Changes of value by pool and month of posting. */
  poolSum: table('pool_sum', { pool_id: id(), month: name(7), amount: figure() }),
  summed: table('summed', { id: line(), number: figure() }),
  /** What a document may be found by: its numbers and names, whole and word by word, without signs. */
  searchWord: table('search_word', { word: name(60), document_id: id() }),
};
