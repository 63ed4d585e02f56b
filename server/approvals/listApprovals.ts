import type { DataSource, EntityManager } from 'typeorm';
import { MAY_ANSWER, type Subject } from '@obolus/contract/approvals';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import type { SignedIn } from '../asking/signedIn.ts';
import { billShown } from '../bills/billShown.ts';
import { askedShown, isShownAsAsked } from './askedShown.ts';
import { ordersAwaiting, PAYEE_ASKED, RUN_WAITS } from '../queries/awaiting.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { viewOrder } from '../queries/orders.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { concernedBy, WAITING } from '../storage/approvalRequests.ts';
import { upTo } from '../storage/upTo.ts';
import { message, type MessageId } from '@obolus/messages/message';

/** What waits for a second person, the oldest first; then the last that were answered. */
export async function listApprovals(
  source: DataSource,
  user: SignedIn,
  today: string,
): Promise<{ rows: ApprovalView[]; more: boolean }> {
  const currency = await baseCurrency(source.manager);
  const waiting = [
    ...(await waitingOrders(source.manager, user, currency)),
    ...(await waitingRuns(source.manager, user, currency)),
    ...(await waitingPayees(source.manager, user, currency)),
    ...(await waitingRequests(source, user, today, currency)),
  ].sort((a, b) => (a.askedAt < b.askedAt ? -1 : 1));
  const { rows, more } = await answered(source.manager, currency);
  return { rows: [...waiting, ...rows], more };
}

const NOTHING = {
  paper: '',
  total: null,
  amount: null,
  above: null,
  note: '',
  answer: '' as const,
  reason: '',
  answeredBy: '',
  answeredAt: '',
  differences: [],
  doubts: [],
  changes: [],
};

/** Whether somebody asked for it themselves, and whether it is theirs to answer. */
const standing = (user: SignedIn, subject: Subject, by: readonly string[], concerns?: string) => {
  const mine = by.includes(user.id);
  return { mine, mayAnswer: !mine && concerns !== user.id && MAY_ANSWER[subject].includes(user.role) };
};

async function waitingOrders(manager: EntityManager, user: SignedIn, currency: string): Promise<ApprovalView[]> {
  const views: ApprovalView[] = [];
  for (const { id, versions } of await ordersAwaiting(manager, currency)) {
    const order = await viewOrder(manager, currency, id);
    const last = order.history.findLast(({ step }) => step === 'placed' || step === 'changed');
    const approved = order.history.findLast(({ step }) => step === 'approved')?.version ?? 0;
    views.push({
      ...NOTHING,
      subject: 'order',
      of: id,
      seen: String(versions.length),
      title: message('approval.title_order', { number: order.number, vendor: order.vendor.name }),
      link: `/orders/${id}`,
      amount: order.base,
      above: order.limit,
      note: last?.reason ?? '',
      askedBy: last?.by ?? '',
      askedAt: await enteredAt(manager, versions.at(-1)?.document ?? id),
      ...standing(
        user,
        'order',
        versions.map(({ by }) => by),
      ),
      changes: order.history
        .filter(({ version }) => approved > 0 && version > approved)
        .flatMap(({ changes }) =>
          changes.map(({ label, what, was, is }) => ({
            what: message('approval.change_of_line', { label, what: { word: `change.${what}` as MessageId } }),
            was,
            became: is,
            isFigure: typeof is === 'string' && /^-?\d+(\.\d+)?$/.test(is),
          })),
        ),
    });
  }
  return views;
}

async function waitingRuns(manager: EntityManager, user: SignedIn, currency: string): Promise<ApprovalView[]> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.entered_by, d.entered_at, u.name, r.amount FROM document d JOIN payment_run r ON r.document_id = d.id JOIN user_account u ON u.id = d.entered_by WHERE ${RUN_WAITS} ORDER BY d.id`,
  );
  return rows.map((row) => ({
    ...NOTHING,
    subject: 'payment-run',
    of: text(row.id),
    seen: '1',
    title: message('approval.title_run', { number: text(row.number), day: { day: text(row.date) } }),
    link: `/payables/runs/${text(row.id)}`,
    amount: showAmount(row.amount, currency),
    askedBy: text(row.name),
    askedAt: text(row.entered_at),
    ...standing(user, 'payment-run', [text(row.entered_by)]),
  }));
}

/** Bills that ask to be paid elsewhere, beside what is on file. */
async function waitingPayees(manager: EntityManager, user: SignedIn, currency: string): Promise<ApprovalView[]> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.reference, d.entered_by, d.entered_at, u.name AS entered, y.base_amount, ${PAYEE_COLUMNS}, EXISTS (SELECT 1 FROM incoming_paper k WHERE k.id = d.idempotency_key AND k.content IS NOT NULL) AS has_paper, d.idempotency_key
     FROM document d JOIN bill_remit_to m ON m.document_id = d.id JOIN payable y ON y.document_id = d.id JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by WHERE ${PAYEE_ASKED} ORDER BY d.id`,
  );
  return rows.map((row) => ({
    ...NOTHING,
    subject: 'remit-to',
    of: text(row.id),
    seen: '1',
    ...payeeAsked(row),
    amount: showAmount(row.base_amount, currency),
    askedBy: text(row.entered),
    askedAt: text(row.entered_at),
    paper: Number(row.has_paper) === 1 ? text(row.idempotency_key) : '',
    ...standing(user, 'remit-to', [text(row.entered_by)]),
  }));
}

const PAYEE_COLUMNS = 'v.name AS vendor, v.bank_account, m.payee, m.account';

/** Whom bill `row` asks to be paid to, beside what is on file. */
function payeeAsked(row: Row): Pick<ApprovalView, 'title' | 'link' | 'changes'> {
  const [payee, account] = [text(row.payee), text(row.account)];
  const change = (what: MessageId, was: string, became: string) => ({
    what: message(what),
    was,
    became,
    isFigure: false,
  });
  return {
    title: message('approval.title_payee', { number: text(row.reference), vendor: text(row.vendor) }),
    link: `/documents/${text(row.id)}`,
    changes: [
      ...(payee === '' ? [] : [change('approval.payee', text(row.vendor), payee)]),
      ...(account === '' ? [] : [change('word.bank_account', text(row.bank_account), account)]),
    ],
  };
}

async function enteredAt(manager: EntityManager, document: string): Promise<string> {
  const [row] = (await manager.query('SELECT entered_at FROM document WHERE id = ?', [document])) as Row[];
  return text(row?.entered_at);
}

async function waitingRequests(
  source: DataSource,
  user: SignedIn,
  today: string,
  currency: string,
): Promise<ApprovalView[]> {
  const rows: Row[] = await source.query(
    `SELECT q.*, u.name AS asked, EXISTS (SELECT 1 FROM incoming_paper p WHERE p.id = q.subject_id AND p.content IS NOT NULL) AS has_paper
     FROM approval_request q JOIN user_account u ON u.id = q.asked_by WHERE ${WAITING} ORDER BY q.id`,
  );
  const views: ApprovalView[] = [];
  // One after the other: a hundred previews at once would take every connection.
  for (const row of rows) {
    const subject = text(row.subject) as Subject;
    const of = text(row.subject_id);
    const body: unknown = JSON.parse(text(row.body));
    views.push({
      ...NOTHING,
      subject,
      of,
      seen: text(row.body_hash),
      amount: row.amount == null ? null : showAmount(row.amount, currency),
      above: row.above == null ? null : showAmount(row.above, currency),
      note: text(row.note),
      askedBy: text(row.asked),
      askedAt: text(row.asked_at),
      ...standing(user, subject, [text(row.asked_by)], concernedBy(of)),
      paper: Number(row.has_paper) === 1 ? of : '',
      ...(subject === 'bill'
        ? await billShown(source, of, body as never, { user: text(row.asked_by), today })
        : await askedShown(source.manager, subject, of, body, currency)),
    });
  }
  return views;
}

const ANSWERED_SHOWN = 30;

async function answered(manager: EntityManager, currency: string): Promise<{ rows: ApprovalView[]; more: boolean }> {
  const found: Row[] = await manager.query(
    `SELECT a.*, d.note AS reason, d.entered_at, b.name AS answered, q.note, q.asked_at, q.body, COALESCE(u.name, s.name) AS asked, COALESCE(v.name, '') AS vendor, v.bank_account, m.payee, m.account, o.id, o.reference, o.number AS order_number, o.date AS order_date, COALESCE(o.entered_at, q.asked_at) AS asked_when
     FROM approval a JOIN document d ON d.id = a.document_id JOIN user_account b ON b.id = d.entered_by LEFT JOIN approval_request q ON q.id = a.request_id LEFT JOIN user_account u ON u.id = a.asked_by
       LEFT JOIN document o ON o.id = COALESCE(a.order_id, a.run_id, a.bill_id) LEFT JOIN bill_remit_to m ON m.document_id = a.bill_id LEFT JOIN user_account s ON s.id = o.entered_by LEFT JOIN vendor v ON v.id = COALESCE(o.vendor_id, IF(a.subject = 'bill', JSON_VALUE(q.body, '$.vendor'), NULL))
     ORDER BY a.document_id DESC LIMIT ${ANSWERED_SHOWN + 1}`,
  );
  const { rows, more } = upTo(ANSWERED_SHOWN, found);
  const views: ApprovalView[] = [];
  for (const row of rows) {
    const subject = text(row.subject) as Subject;
    const of = text(row.subject_id);
    const body = row.body == null ? undefined : (JSON.parse(text(row.body)) as { reference?: string });
    const about = isShownAsAsked(subject)
      ? await askedShown(manager, subject, of, body, currency)
      : answeredDocument(subject, of, row, body?.reference ?? '');
    views.push({
      ...NOTHING,
      ...about,
      subject,
      of,
      seen: text(row.seen),
      amount: row.amount == null ? null : showAmount(row.amount, currency),
      above: row.above == null ? null : showAmount(row.above, currency),
      note: text(row.note),
      askedBy: text(row.asked),
      askedAt: text(row.asked_when),
      mine: false,
      mayAnswer: false,
      answer: text(row.step) as 'approved',
      reason: text(row.reason),
      answeredBy: text(row.answered),
      answeredAt: text(row.entered_at),
    });
  }
  return { rows: views, more };
}

/** What was answered of a document, and where it is looked at. */
function answeredDocument(
  subject: Subject,
  of: string,
  row: Row,
  reference: string,
): Partial<ApprovalView> & Pick<ApprovalView, 'title' | 'link'> {
  const number = text(row.order_number);
  if (subject === 'remit-to') return payeeAsked(row);
  if (subject === 'order')
    return { title: message('approval.title_order', { number, vendor: text(row.vendor) }), link: `/orders/${of}` };
  return subject === 'payment-run'
    ? {
        title: message('approval.title_run', { number, day: { day: text(row.order_date) } }),
        link: `/payables/runs/${of}`,
      }
    : { title: `${text(row.vendor)}, ${reference}`, link: '' };
}
