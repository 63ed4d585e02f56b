import { MAY_ANSWER, type Subject } from '@obolus/contract/approvals';
import { refusal } from '@obolus/core/state/refusal';
import { invariant } from '@obolus/core/exact/invariant';
import { askedLast } from '../storage/approvalRequests.ts';
import { applyChange } from '../setUp/approved.ts';
import type { Waiting } from '../setUp/second.ts';
import { doubtedSince } from '../queries/paidTwice.ts';
import { writeRunFile } from '../transfers/runFile.ts';
import { loadPaymentRun, loadWholeRun } from '../storage/load/paymentRuns.ts';
import { loadRelease, paymentsReleased } from './releaseOfRun.ts';
import type { EntityManager } from 'typeorm';
import { problemOfAccount } from '../transfers/accountNumbers.ts';
import { loadVendors } from '../storage/load/company.ts';
import { loadPayables } from '../storage/load/payables.ts';
import { loadOrder } from '../storage/load/orderLines.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { message } from '@obolus/messages/message';
import { rolesOf } from '../asking/roleWords.ts';

/** Whether it is about a posted document, and not about what was asked beside the books. */
const isDocument = (subject: Subject): boolean =>
  subject === 'order' || subject === 'payment-run' || subject === 'remit-to';

/** A bill's paper may name anything as an account: what is none is not paid to. */
async function asksWrongAccount(manager: EntityManager, bill: string): Promise<boolean> {
  const [row] = (await manager.query('SELECT account FROM bill_remit_to WHERE document_id = ?', [bill])) as {
    account: string;
  }[];
  return row !== undefined && problemOfAccount(row.account) !== undefined;
}

export const approval: DocumentCommand<'approval'> = {
  read: (body, reader, { user, asked, doubted, isAccountWrong }) => {
    if (isDocument(body.subject) && !/^\d+$/.test(body.of))
      reader.refusals.push(refusal('document_unknown', '/of', { document: body.of }));
    if (isAccountWrong) reader.refusals.push(refusal('account_wrong', '/of'));
    return { ...body, kind: 'approval', by: user, asked, ...(doubted?.length ? { doubted } : {}) };
  },
  // A run pays hundreds of vendors with its release.
  isLong: ({ subject, step }) => (subject === 'payment-run' && step === 'approved' ? 'in-turn' : undefined),
  forbids: ({ subject }, role) =>
    MAY_ANSWER[subject].includes(role)
      ? undefined
      : message('problem.not_for_role_answer', { role: { word: `role.${role}` }, roles: rolesOf(MAY_ANSWER[subject]) }),
  question: async (manager, { body: { subject, of, step }, locking }) => {
    if (subject === 'payment-run') return { doubted: await doubtedSince(manager, of) };
    if (subject === 'remit-to') return { isAccountWrong: step === 'approved' && (await asksWrongAccount(manager, of)) };
    if (isDocument(subject)) return {};
    return { asked: (await askedLast(manager, subject, of, locking))?.asked };
  },
  load: async ({ subject, of, step }, loader) => {
    if (subject === 'order') await loadOrder(loader, of);
    if (subject === 'payment-run') await (step === 'approved' ? loadWholeRun : loadPaymentRun)(loader, of);
    if (subject !== 'remit-to') return;
    await loadPayables(loader, [of]);
    const vendor = loader.parts.payables.get(of)?.vendor;
    if (vendor !== undefined) await loadVendors(loader, [vendor]);
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
          run_id: subject === 'payment-run' ? of : null,
          bill_id: subject === 'remit-to' ? of : null,
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
  // A change of what is set up takes effect with its approval; a run’s file is written with its release.
  async settle({ subject, of, step, by }, manager, { at }) {
    if (step !== 'approved') return;
    if (subject === 'payment-run') await writeRunFile(manager, of, at);
    if (subject !== 'set-up') return;
    const request = await askedLast(manager, subject, of, true);
    invariant(request !== undefined, 'what is approved was asked');
    await applyChange(manager, of, JSON.parse(request.body) as Waiting, { by, at });
  },
  duplicate: { index: 'approval_once', refusal: () => refusal('approval_not_awaited', '/of') },
  write: ({ subject, of, seen, date, step, reason }, names) => ({
    subject,
    of: isDocument(subject) ? names.document(of) : of,
    seen,
    date,
    step,
    reason,
  }),
  async loadFollowing({ subject, of, step }, loader) {
    if (subject === 'payment-run' && step === 'approved') await loadRelease(loader, of);
  },
  // What was released is paid, all of it or nothing.
  follows: ({ subject, of, step }, _, books) =>
    subject === 'payment-run' && step === 'approved' ? paymentsReleased(books, of) : [],
  lines: `SELECT NULL AS line_no, s.amount, s.step AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM approval s LEFT JOIN document o ON o.id = COALESCE(s.order_id, s.run_id, s.bill_id) WHERE s.document_id = ?`,
};
