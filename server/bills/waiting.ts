import type { DataSource, EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import { type BodyOf, KINDS } from '@obolus/contract/kinds/kinds';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { RequestError } from '../asking/failures.ts';
import { previewDocument } from '../commands/previewDocument.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { readBody } from '../asking/validate.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { DRAFT_FOR, holdDraft } from '../storage/drafts.ts';
import { upTo } from '../storage/upTo.ts';
import { readBill } from '../billPapers/readBill.ts';
import { restsOn } from './restsOn.ts';
import { draftFor, withReason } from './takeIn.ts';
import { message } from '@obolus/messages/message';
import { readSays } from '../storage/said.ts';

type Waiting = ReplyOf<typeof api.waitingBills>['rows'][number];

const MOST = 500;

/** Bills and credit memos that wait to be entered: papers that came, what a receipt left, what somebody began; and papers that were refused. */
export async function listWaitingBills(
  { manager }: DataSource,
  user: SignedIn,
): Promise<{ rows: Waiting[]; more: boolean }> {
  const { mine, parameters } = DRAFT_FOR(user);
  const found: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.title, COALESCE(JSON_VALUE(d.body, '$.vendor'), p.vendor_id) AS vendor_id, v.name AS vendor, COALESCE(NULLIF(JSON_VALUE(d.body, '$.reference'), ''), p.number, '') AS number,
            COALESCE(p.currency, JSON_VALUE(d.body, '$.currency'), '') AS currency, p.total, COALESCE(p.came, IF(d.shared = 1, 'receipt', 'typed')) AS came, COALESCE(p.sender, '') AS sender,
            COALESCE(p.name, '') AS name, COALESCE(p.kept_at, d.updated_at) AS at, IF(p.state = 'typed', 'typed', 'ready') AS state, IF(d.says <> '', d.says, COALESCE(p.says, '')) AS says,
            d.note, d.look_again, d.post_on, IF(d.shared = 1 AND d.held_until > UTC_TIMESTAMP(6) AND d.user_id <> ?, h.name, '') AS held_by,
            (SELECT COALESCE(a.step, 'asked') FROM approval_request q LEFT JOIN approval a ON a.request_id = q.id WHERE q.subject = 'bill' AND q.subject_id = d.id ORDER BY q.id DESC LIMIT 1) AS approval, d.command IS NOT NULL AS complete
     FROM draft d LEFT JOIN incoming_paper p ON p.id = d.id LEFT JOIN vendor v ON v.id = COALESCE(JSON_VALUE(d.body, '$.vendor'), p.vendor_id) LEFT JOIN user_account h ON h.id = d.user_id
     WHERE d.kind IN ('bill', 'credit') AND ${mine}
     UNION ALL
     SELECT p.id, 'bill', p.name, p.vendor_id, v.name, p.number, p.currency, p.total, p.came, p.sender, p.name, p.kept_at, p.state, p.says, '', NULL, NULL, '', NULL, 0
     FROM incoming_paper p LEFT JOIN vendor v ON v.id = p.vendor_id WHERE p.state IN ('unassigned', 'refused')
     ORDER BY at, id LIMIT ${MOST + 1}`,
    [user.id, ...parameters],
  );
  const { rows, more } = upTo(MOST, found);
  const waiting = rows.map((row) => ({
    id: text(row.id),
    kind: text(row.kind) as Waiting['kind'],
    title: text(row.title),
    number: text(row.number),
    vendor: row.vendor == null ? null : { id: text(row.vendor_id), name: text(row.vendor) },
    currency: text(row.currency),
    total: row.total == null ? null : showAmount(row.total, text(row.currency)),
    came: text(row.came) as Waiting['came'],
    sender: text(row.sender),
    name: text(row.name),
    at: text(row.at),
    state: text(row.state) as Waiting['state'],
    says: readSays(row.says),
    note: text(row.note),
    lookAgain: row.look_again ?? null,
    postOn: row.post_on ?? null,
    heldBy: text(row.held_by),
    approval: text(row.approval) as Waiting['approval'],
    complete: Number(row.complete ?? 0) !== 0,
  }));
  return { rows: waiting, more };
}

/** Opens a waiting bill: whoever opens it holds it; what nobody has changed yet gets what is proposed now. */
export async function openWaiting(
  source: DataSource,
  user: SignedIn,
  id: string,
  propose: Propose,
): Promise<{ heldBy: string; version: number }> {
  const held = await holdDraft(source, user, id);
  if (held.heldBy === '') await propose(id);
  return held;
}

/** Proposes anew for a waiting paper, where it keeps nobody else waiting. */
export type Propose = (id: string) => Promise<void>;

/** A paper of more bytes, a hundred lines or so, is read and proposed for in another thread; a short one is done before that thread would begin. */
const LONG_PAPER = 60_000;

/** Proposes anew here, or for a long paper as the workers do it, unless the books are as they were when it was proposed. */
export const proposingBeside =
  ({ manager }: DataSource, today: string, beside: Propose): Propose =>
  async (id) => {
    const [paper] = (await manager.query(
      'SELECT LENGTH(p.structured) AS bytes, d.rests_on FROM draft d JOIN incoming_paper p ON p.id = d.id WHERE d.id = ? AND d.version = 1 AND p.structured IS NOT NULL',
      [id],
    )) as { bytes: string; rests_on: string }[];
    if (!paper || paper.rests_on === (await restsOn(manager, today))) return;
    await (BigInt(paper.bytes) > LONG_PAPER ? beside(id) : proposeAnew(manager, id, today));
  };

/** A draft that is as its paper made it follows what has come meanwhile. */
export async function proposeAnew(manager: EntityManager, id: string, today: string): Promise<void> {
  const [row] = (await manager.query(
    "SELECT p.structured, p.vendor_id, JSON_VALUE(d.body, '$.another') AS another FROM draft d JOIN incoming_paper p ON p.id = d.id WHERE d.id = ? AND d.version = 1 AND p.structured IS NOT NULL",
    [id],
  )) as { structured: Buffer; vendor_id: string; another: string | null }[];
  if (!row) return;
  const made = await draftFor(manager, id, row.vendor_id, readBill(row.structured, await baseCurrency(manager)), today);
  const { kind, body, command, restsOn: rests } = withReason(made, row.another ?? '');
  await manager.query('UPDATE draft SET kind = ?, body = ?, command = ?, rests_on = ? WHERE id = ? AND version = 1', [
    kind,
    JSON.stringify(body),
    command ? JSON.stringify(command) : null,
    rests ?? '',
    id,
  ]);
}

/** Keeps a word to a draft, a day on which it is to be looked at again, or one on which it posts by itself: what would be refused now is not planned. */
export async function planDraft(
  source: DataSource,
  user: SignedIn,
  id: string,
  plan: { note: string; lookAgain: string; postOn: string },
  today: string,
): Promise<void> {
  const { heldBy } = await holdDraft(source, user, id);
  if (heldBy !== '') throw new RequestError(409, 'problem.taken', { name: heldBy });
  if (plan.postOn !== '') {
    if (plan.postOn <= today) throw new RequestError(422, 'problem.post_later_day');
    const { kind, command } = await readCommand(source.manager, id);
    const preview = await previewDocument(source, kind, command, { user: user.id, key: id, today });
    if (!preview.accepted)
      throw new RequestError(422, preview.refusals[0]?.says ?? [message('problem.would_be_refused')]);
  }
  await source.query("UPDATE draft SET note = ?, look_again = ?, post_on = ?, post_by = ?, says = '' WHERE id = ?", [
    plan.note,
    plan.lookAgain || null,
    plan.postOn || null,
    plan.postOn ? user.id : null,
    id,
  ]);
}

/** The command that a draft stands for. */
export async function readCommand(
  manager: EntityManager,
  id: string,
): Promise<{ kind: 'bill' | 'credit'; command: BodyOf<'bill'> & BodyOf<'credit'> }> {
  const [row] = (await manager.query("SELECT kind, command FROM draft WHERE id = ? AND kind IN ('bill', 'credit')", [
    id,
  ])) as {
    kind: 'bill' | 'credit';
    command: string | null;
  }[];
  if (!row) throw new RequestError(404, 'problem.draft_gone');
  if (row.command === null) throw new RequestError(422, 'problem.draft_incomplete');
  const command = readBody(KINDS[row.kind].body, JSON.parse(row.command)) as BodyOf<'bill'> & BodyOf<'credit'>;
  return { kind: row.kind, command };
}
