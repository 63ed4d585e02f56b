import { id, ref, line, number, figure, text, instant, table } from './columns.ts';

/** The chain of documents, and the numbers of the ledger: only the procedure `seal_document` writes them. */
export const chain = {
  ledgerHead: table('ledger_head', { id: line(), number: figure(), place: figure(), hash: text(64) }),
  /** The number of each entry of the journal. */
  ledgerLink: table(
    'ledger_link',
    { number: id(), document_id: ref(), entry_no: number() },
    { unique: { ledger_link_once: ['document_id', 'entry_no'] } },
  ),
  /** Each document's seal: the keyed hash of all that it inserted, chained to the one before. */
  seal: table(
    'seal',
    {
      place: id(),
      document_id: ref(),
      key_id: text(20),
      mac: text(64),
      previous_hash: text(64),
      hash: text(64),
      sealed_at: instant(),
    },
    { unique: { sealed_once: ['document_id'] } },
  ),
};
