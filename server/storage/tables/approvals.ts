import { figure, flag, generated, id, instant, long, maybe, ref, table, text } from './columns.ts';

/** What a second person answered: exactly what was asked, by whom, what it came to and the limit that it was above. */
export const approvalFacts = {
  approval: table(
    'approval',
    {
      document_id: id(),
      subject: text(20),
      subject_id: text(60),
      /** Of an order; its version that was answered. */
      order_id: maybe(ref()),
      version_id: maybe(ref()),
      /** Of a payment run. */
      run_id: maybe(ref()),
      /** Of a bill that asks to be paid elsewhere. */
      bill_id: maybe(ref()),
      /** Of what is not posted. */
      request_id: maybe(ref()),
      asked_by: maybe(ref()),
      seen: text(64),
      step: text(10),
      amount: maybe(figure()),
      above: maybe(figure()),
    },
    {
      indices: { approval_by_order: ['order_id'], approval_by_subject: ['subject', 'subject_id', 'seen'] },
      unique: { approval_once: ['request_id'], approval_of_run_once: ['run_id'], approval_of_bill_once: ['bill_id'] },
    },
  ),
};

/** What somebody asked a second person to approve, just as it would be posted or set up. */
export const approvalState = {
  approvalRequest: table(
    'approval_request',
    {
      id: generated(),
      subject: text(10),
      subject_id: text(60),
      body_hash: text(64),
      body: long(),
      amount: maybe(figure()),
      above: maybe(figure()),
      note: text(200),
      asked_by: ref(),
      asked_at: instant(),
      /** Something else was asked of the same before it was answered. */
      is_overtaken: flag(),
    },
    { indices: { approval_request_by_subject: ['subject', 'subject_id'] } },
  ),
};
