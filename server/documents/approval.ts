import { MAY_ANSWER } from '@obolus/contract/approvals';
import { refusal } from '@obolus/core/state/refusal';
import { invariant } from '@obolus/core/exact/invariant';
import { askedLast } from '../storage/approvalRequests.ts';
import { applyChange } from '../setUp/approved.ts';
import type { Waiting } from '../setUp/second.ts';
import { loadOrder } from '../storage/load/orderLines.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { message } from '@obolus/messages/message';
import { rolesOf } from '../asking/roleWords.ts';

export const approval: DocumentCommand<'approval'> = {
  read: (body, reader, { user, asked }) => {
    if (body.subject === 'order' && !/^\d+$/.test(body.of))
      reader.refusals.push(refusal('document_unknown', '/of', { document: body.of }));
    return { ...body, kind: 'approval', by: user, asked };
  },
  forbids: ({ subject }, role) =>
    MAY_ANSWER[subject].includes(role)
      ? undefined
      : message('problem.not_for_role_answer', { role: { word: `role.${role}` }, roles: rolesOf(MAY_ANSWER[subject]) }),
  question: async (manager, { body: { subject, of }, locking }) => {
    if (subject === 'order') return {};
    return { asked: (await askedLast(manager, subject, of, locking))?.asked };
  },
  load: async ({ subject, of }, loader) => {
    if (subject === 'order') await loadOrder(loader, of);
  },
  header: ({ reason }) => ({ note: reason }),
  headerOf: ({ vendor }) => (vendor === undefined ? {} : { vendor }),
  rows: ({ subject, of, seen, step, version, asked, amount, above }, { id }) => [
    {
      table: facts.approval,
      rows: [
        {
          document_id: id,
          subject,
          subject_id: of,
          order_id: subject === 'order' ? of : null,
          version_id: version ?? null,
          request_id: asked?.request ?? null,
          asked_by: asked?.by ?? null,
          seen,
          step,
          amount: amount ?? null,
          above: above ?? null,
        },
      ],
    },
  ],
  // A change of what is set up takes effect with its approval.
  async settle({ subject, of, step, by }, manager, { at }) {
    if (subject !== 'set-up' || step !== 'approved') return;
    const request = await askedLast(manager, subject, of, true);
    invariant(request !== undefined, 'what is approved was asked');
    await applyChange(manager, of, JSON.parse(request.body) as Waiting, { by, at });
  },
  duplicate: { index: 'approval_once', refusal: () => refusal('approval_not_awaited', '/of') },
  write: ({ subject, of, seen, date, step, reason }, names) => ({
    subject,
    of: subject === 'order' ? names.document(of) : of,
    seen,
    date,
    step,
    reason,
  }),
  lines: `SELECT NULL AS line_no, s.amount, s.step AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM approval s LEFT JOIN document o ON o.id = s.order_id WHERE s.document_id = ?`,
};
