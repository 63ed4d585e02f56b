import type { DataSource, EntityManager } from 'typeorm';
import type { AssessedBill, IncomingBill } from '@obolus/contract/views/bench';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PostedReply, PreviewReply } from '@obolus/contract/commands';
import { baseOrThrow, formatAmount } from '@obolus/core/exact/amounts';
import { type Message, message } from '@obolus/messages/message';
import { RefusedError, RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { worded } from '../asking/wording.ts';
import { readBill } from '../billPapers/readBill.ts';
import { previewDocument } from '../commands/previewDocument.ts';
import { postDocument } from '../commands/runCommand.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { DRAFT_FOR, holdDraft } from '../storage/drafts.ts';
import { readIncomingBill } from './incoming.ts';
import { draftFor, withReason } from './takeIn.ts';
import { type Propose, readCommand } from './waiting.ts';

type Kind = 'bill' | 'credit';
type Command = BodyOf<'bill'> & BodyOf<'credit'>;

/** How a bill stands as it would be posted. */
type Standing = Omit<AssessedBill, 'id'>;

interface Meant {
  readonly id: string;
  readonly kind: Kind;
  readonly command: Command;
  /** Whether somebody said what its lines are for, or what a whole credit memo is for. */
  readonly isPlaced: boolean;
}

/**
 * How waiting bills stand, nothing held and nothing changed: those that agree within what is allowed could be posted at once; those that differ, by how
 * much; and those that somebody has to look at first.
 */
export async function assessBills(
  source: DataSource,
  user: SignedIn,
  ids: readonly string[],
  today: string,
): Promise<{ rows: AssessedBill[] }> {
  const { mine, parameters } = DRAFT_FOR(user);
  const found: {
    id: string;
    kind: Kind;
    version: number;
    held_by: string;
    structured: Buffer | null;
    vendor_id: string;
    another: string | null;
  }[] = await source.query(
    `SELECT d.id, d.kind, d.version, p.structured, p.vendor_id, JSON_VALUE(d.body, '$.another') AS another,
            IF(d.shared = 1 AND d.held_until > UTC_TIMESTAMP(6) AND d.user_id <> ?, h.name, '') AS held_by
     FROM draft d LEFT JOIN incoming_paper p ON p.id = d.id LEFT JOIN user_account h ON h.id = d.user_id
     WHERE d.kind IN ('bill', 'credit') AND ${mine} AND d.id IN (?)`,
    [user.id, ...parameters, [...ids]],
  );
  const rows: AssessedBill[] = [];
  for (const { id, held_by: heldBy, kind, version, structured, vendor_id: vendor, another } of found) {
    const assess = async (): Promise<Standing> => {
      if (heldBy !== '') return toLookAt([message('paper.held_by', { name: heldBy })]);
      // What nobody has changed yet is taken as it is proposed now.
      const proposed =
        structured && version === 1
          ? withReason(
              await draftFor(
                source.manager,
                id,
                vendor,
                readBill(structured, await baseCurrency(source.manager)),
                today,
              ),
              another ?? '',
            )
          : undefined;
      if (proposed && !proposed.command) {
        const asks = proposed.asks?.length ? proposed.asks : [message('problem.draft_incomplete')];
        return toLookAt([...asks, ...(await readIncomingBill(source.manager, id, today)).doubts]);
      }
      const command = proposed?.command as Command | undefined;
      const meant = command ? { kind: proposed?.kind as Kind, command } : await readCommand(source.manager, id);
      return standingOf(source, user.id, { id, ...meant, isPlaced: kind === 'credit' || version > 1 }, today);
    };
    rows.push({ id, ...(await orSaid(assess)) });
  }
  return { rows };
}

/**
 * Posts a waiting bill that agrees with its orders and receipts, within what is allowed: every line of its paper surely placed, its total what the paper
 * says, nothing outside. Otherwise it says why not, and leaves it.
 */
export async function postAgreed(
  source: DataSource,
  user: SignedIn,
  id: string,
  { now, today, propose }: { now: () => Date; today: string; propose: Propose },
): Promise<{ says: Message[]; posted: PostedReply | null }> {
  const { heldBy, version } = await holdDraft(source, user, id);
  if (heldBy !== '') return { says: [message('paper.held_by', { name: heldBy })], posted: null };
  await propose(id);
  let posted: PostedReply | null = null;
  try {
    const { says } = await orSaid(async () => {
      const { kind, command } = await readCommand(source.manager, id);
      const meant = { id, kind, command, isPlaced: kind === 'credit' || version > 1 };
      const standing = await standingOf(source, user.id, meant, today);
      if (standing.standing === 'agrees')
        posted = await postDocument(source, kind, command, { user: user.id, key: id, now, today, version });
      return standing;
    });
    return { says, posted };
  } finally {
    await source.query(
      'UPDATE draft SET user_id = NULL, held_until = NULL WHERE id = ? AND shared = 1 AND user_id = ? AND version = 1',
      [id, user.id],
    );
  }
}

const toLookAt = (says: readonly Message[]): Standing => ({
  standing: 'look',
  says: [...says],
  total: null,
  differs: null,
});

/** What can be done something about is said of the bill. */
async function orSaid(assess: () => Promise<Standing>): Promise<Standing> {
  try {
    return await assess();
  } catch (problem) {
    if (problem instanceof RefusedError)
      return toLookAt(problem.refusals.slice(0, 1).flatMap((refusal) => worded(refusal, problem.names).says));
    if (problem instanceof RequestError) return toLookAt(problem.says);
    throw problem;
  }
}

async function standingOf(source: DataSource, user: string, bill: Meant, today: string): Promise<Standing> {
  const preview = await previewDocument(source, bill.kind, bill.command, { user, key: bill.id, today });
  const { total } = preview;
  const paper = await paperOf(source.manager, bill.id, today);
  const said = paper?.doubts ?? [];
  const refused = preview.accepted ? [] : (preview.refusals[0]?.says ?? [message('problem.would_be_refused')]);
  const outside = preview.differences.filter((one) => one.outside || one.allowed === null);
  if (outside.length > 0) {
    const amounts = outside.map(({ amount }) => amount);
    const differ = [message('paper.differs', { amounts: { list: amounts.map((figure) => ({ figure })) } })];
    const differs = sizeOf(amounts, await baseCurrency(source.manager));
    return { standing: 'differs', says: [...(refused.length > 0 ? refused : differ), ...said], total, differs };
  }
  if (refused.length > 0) return { ...toLookAt([...refused, ...said]), total };
  const doubts = paper === undefined ? [] : [...said, ...doubtsOfEntered(paper, bill, preview)];
  return doubts.length > 0 ? { ...toLookAt(doubts), total } : { standing: 'agrees', says: [], total, differs: null };
}

/** How much differences come to, those above and those below alike. */
function sizeOf(amounts: readonly string[], currency: string): string {
  const size = amounts.reduce((sum, amount) => sum + baseOrThrow(amount.replace('-', ''), currency), 0n);
  return formatAmount(size, currency);
}

/** The paper of a bill; undefined where it has none. */
async function paperOf(manager: EntityManager, id: string, today: string): Promise<IncomingBill | undefined> {
  const has: unknown[] = await manager.query('SELECT 1 FROM incoming_paper WHERE id = ?', [id]);
  return has.length === 0 ? undefined : readIncomingBill(manager, id, today);
}

/** For what a paper and what is entered of it are not surely the same. */
function doubtsOfEntered(paper: IncomingBill, { isPlaced }: Meant, preview: PreviewReply): Message[] {
  const { lines, total, currency } = paper;
  const doubts: Message[] = [];
  // Nothing is held against a paper that can only be looked at.
  if (currency !== '' && total !== preview.total)
    doubts.push(
      preview.total === null
        ? message('paper.other_total_none', { total: { figure: total }, currency })
        : message('paper.other_total', { total: { figure: total }, currency, entered: { figure: preview.total } }),
    );
  for (const { currency: ordered, rate } of preview.crossRates)
    doubts.push(message('paper.other_currency', { billed: currency, ordered, rate: { figure: rate } }));
  // What covers nothing is a charge or an expense: else the totals would differ.
  const unsure = isPlaced ? 0 : lines.filter(({ certain, covers }) => covers.length > 0 && !certain).length;
  if (unsure > 0) doubts.push(message('paper.unsure', { count: unsure }));
  return doubts;
}
