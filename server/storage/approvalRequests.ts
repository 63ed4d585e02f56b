import type { EntityManager } from 'typeorm';
import { ASKED_AS, type DraftSubject, type Subject } from '@obolus/contract/approvals';
import type { Asked } from '@obolus/core/state/approval';
import { base } from '@obolus/core/exact/amounts';
import { hashOfBody } from './bodyHash.ts';
import { big, isTrue, type Row, text } from './load/rows.ts';

/** What is asked of a second person: exactly what would be posted or set up. Amounts in minor units of the base currency. */
export interface Request {
  readonly subject: Exclude<Subject, 'order'>;
  readonly of: string;
  readonly body: unknown;
  readonly amount?: bigint | undefined;
  readonly above?: bigint | undefined;
  readonly note: string;
  readonly by: string;
  /** When, as the database takes it. */
  readonly at: string;
}

/** Asks a second person; what was asked of the same and not answered is overtaken. */
export async function ask(manager: EntityManager, request: Request): Promise<void> {
  const { subject, of, body, amount, above, note, by, at } = request;
  await manager.query(
    `UPDATE approval_request SET is_overtaken = 1 WHERE subject = ? AND subject_id = ? AND ${UNANSWERED('approval_request')}`,
    [subject, of],
  );
  await manager.query(
    'INSERT INTO approval_request (subject, subject_id, body_hash, body, amount, above, note, asked_by, asked_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
    [subject, of, hashOfBody(body), JSON.stringify(body), amount ?? null, above ?? null, note, by, at],
  );
}

/** SQL: a request that nobody answered, nor asked otherwise since. */
export const UNANSWERED = (request: string): string =>
  `${request}.is_overtaken = 0 AND NOT EXISTS (SELECT 1 FROM approval x WHERE x.request_id = ${request}.id)`;

const OF_DRAFTS = Object.values(ASKED_AS)
  .map((subject) => `'${subject}'`)
  .join(', ');

/** SQL: requests `q` that wait; of what is not posted while its draft is there. */
export const WAITING = `${UNANSWERED('q')} AND (q.subject NOT IN (${OF_DRAFTS}) OR EXISTS (SELECT 1 FROM draft d WHERE d.id = q.subject_id))`;

/** What was asked last of a subject, as the core takes it, and its body; undefined where nothing was. It is answered once: posting locks it. */
export async function askedLast(
  manager: EntityManager,
  subject: Subject,
  of: string,
  locking: boolean,
): Promise<{ asked: Asked; body: string } | undefined> {
  const [row] = (await manager.query(
    `SELECT q.*, EXISTS (SELECT 1 FROM approval a WHERE a.request_id = q.id) AS is_answered FROM approval_request q WHERE q.subject = ? AND q.subject_id = ? ORDER BY q.id DESC LIMIT 1${locking ? ' FOR UPDATE' : ''}`,
    [subject, of],
  )) as Row[];
  if (!row) return undefined;
  const amountOf = (column: string) => (row[column] == null ? undefined : base(big(row[column])));
  return {
    asked: {
      request: text(row.id),
      by: text(row.asked_by),
      concerns: concernedBy(of),
      seen: text(row.body_hash),
      isAnswered: isTrue(row.is_answered),
      amount: amountOf('amount'),
      above: amountOf('above'),
    },
    body: text(row.body),
  };
}

/** The person whose own limit is asked about (`people/3/limits`). */
export const concernedBy = (of: string): string | undefined => /^people\/(\d+)\//.exec(of)?.[1];

/** Whether somebody other than whoever posts it approved exactly this body of a draft. */
export async function isApproved(
  manager: EntityManager,
  subject: DraftSubject,
  draft: string,
  body: unknown,
  by: string,
): Promise<boolean> {
  const rows: unknown[] = await manager.query(
    "SELECT 1 FROM approval a JOIN document d ON d.id = a.document_id WHERE a.subject = ? AND a.subject_id = ? AND a.seen = ? AND a.step = 'approved' AND d.entered_by <> ? LIMIT 1",
    [subject, draft, hashOfBody(body), by],
  );
  return rows.length > 0;
}

/** How exactly this body of a draft stands with the second person: as it was asked and answered last; empty where nobody was asked. */
export async function approvalOfBody(
  manager: EntityManager,
  subject: DraftSubject,
  draft: string,
  body: unknown,
): Promise<'' | 'asked' | 'approved' | 'rejected'> {
  const [last] = (await manager.query(
    "SELECT COALESCE(a.step, 'asked') AS answer FROM approval_request q LEFT JOIN approval a ON a.request_id = q.id WHERE q.subject = ? AND q.subject_id = ? AND q.body_hash = ? ORDER BY q.id DESC LIMIT 1",
    [subject, draft, hashOfBody(body)],
  )) as { answer: 'asked' | 'approved' | 'rejected' }[];
  return last?.answer ?? '';
}
