import { id, ref, line, number, figure, text, instant, table } from './columns.ts';

/** The chain of the ledger: only the procedure `seal_entry` writes it. */
export const chain = {
  ledgerHead: table('ledger_head', { id: line(), number: figure(), hash: text(64) }),
  ledgerLink: table(
    'ledger_link',
    {
      number: id(),
      document_id: ref(),
      entry_no: number(),
      digest: text(64),
      previous_hash: text(64),
      hash: text(64),
      sealed_at: instant(),
    },
    { unique: { ledger_link_once: ['document_id', 'entry_no'] } },
  ),
};
