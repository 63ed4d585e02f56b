import { id, ref, figure, text, day, instant, long, maybe, generated, name, number, table } from './columns.ts';

/** What every document has, and what was asked for under which key. */
export const documents = {
  document: table(
    'document',
    {
      id: id(),
      kind: text(20),
      number: text(30),
      date: day(),
      vendor_id: maybe(ref()),
      customer: maybe(text(120)),
      warehouse_id: maybe(ref()),
      currency: text(3),
      rate: figure(),
      reference: text(60),
      due_day: maybe(day()),
      /** The last day for its discount, and the part that is taken off by then. */
      discount_day: maybe(day()),
      discount: maybe(figure()),
      note: text(500),
      entered_by: ref(),
      entered_at: instant(),
      idempotency_key: text(80),
    },
    {
      unique: { document_number_once: ['kind', 'number'], document_key_once: ['idempotency_key'] },
      indices: {
        document_by_kind: ['kind', 'id'],
        document_by_vendor: ['vendor_id', 'kind'],
        document_by_date: ['date'],
        document_by_entry: ['entered_at'],
      },
    },
  ),
  /** What each document was asked for and what it was decided on, so that it can be decided again (docs/decisions/014). */
  command: table('command', { document_id: id(), today: day(), rules: number(), body: long(), basis: long() }),
  /** Each thing that was set up, as a decision first rested on it, by its hash. */
  setUpVersion: table(
    'set_up_version',
    { hash: name(43), part: text(20), which_id: text(60), body: long(), kept_at: instant() },
    { indices: { set_up_version_of: ['part', 'which_id'] } },
  ),
  /** Which documents build on which: none can be reversed while another stands on it. */
  citation: table('citation', { document_id: id(), cited_id: id() }, { indices: { citation_by_cited: ['cited_id'] } }),
  reversal: table(
    'reversal',
    { document_id: id(), reversed_id: ref() },
    { unique: { reversed_once: ['reversed_id'] } },
  ),
  /** What was said of a document later: an answer to a claim, a promise. Kept beside it, under the key of whoever wrote it. */
  documentNote: table(
    'document_note',
    {
      id: { type: 'char', length: 36, primary: true },
      document_id: ref(),
      text: text(500),
      written_by: ref(),
      written_at: instant(),
    },
    { indices: { document_note_by_document: ['document_id', 'written_at'] } },
  ),
  /** Who changed what in the setting up, and when. */
  setUpChange: table(
    'set_up_change',
    {
      id: generated(),
      what: text(20),
      which_id: ref(),
      field: text(40),
      was: text(2000),
      became: text(2000),
      changed_by: ref(),
      changed_at: instant(),
      /** The keyed hash of it and of the one before. */
      key_id: text(20),
      mac: text(64),
    },
    { indices: { set_up_change_by_which: ['what', 'which_id'] } },
  ),
  idempotency: table('idempotency', {
    key: { type: 'varchar', length: 80, primary: true },
    user_id: ref(),
    body_hash: text(64),
    entered_at: instant(),
  }),
  reply: table('reply', { key: { type: 'varchar', length: 80, primary: true }, body: { type: 'mediumtext' } }),
};
