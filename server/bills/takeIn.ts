import type { DataSource, EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { RequestError } from '../asking/failures.ts';
import type { Given } from '../papers/given.ts';
import { idOfBytes } from '../papers/idOfBytes.ts';
import { nobodyCalled, vendorOf } from '../papers/ours.ts';
import { text, type Row } from '../queries/figures.ts';
import { isStatement, takeStatementIn } from '../customs/statement.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { leaveDraft } from '../storage/drafts.ts';
import { stands } from '../storage/load/rows.ts';
import { transaction } from '../storage/transaction.ts';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { checksumOf, isThere, keepPaper } from './keepPaper.ts';
import { draftOfCredit } from './creditOfPaper.ts';
import { openPaper, type OpenedPaper } from '../billPapers/openPaper.ts';
import { draftOfPaper } from './proposals.ts';
import { restsOn } from './restsOn.ts';
import { readBill } from '../billPapers/readBill.ts';
import { type Message, message } from '@obolus/messages/message';

/** A pro forma (UNTDID 1001): no bill comes of it. */
const PRO_FORMA = '325';

/** Of what cannot be read the first problems are said. */
const MOST_SAID = 8;

type Taken = ReplyOf<typeof api.takeBillIn>['taken'][number];

/**
 * Takes papers of bills and credit memos in: each is kept once, by its checksum, and waits as a draft with what is proposed for it under the paper's id. What
 * of it cannot be read is said, and typed; where nobody knows whose it is, it waits for somebody to say so.
 * @throws RequestError for what is no paper at all, or was taken in before
 */
export async function takeBillIn(source: DataSource, given: Given): Promise<Taken[]> {
  if (await isStatement(given.content)) return [await takeStatementIn(source, given)];
  return takeOpened(source, given, await openPaper(given.name, given.content));
}

/** The same of a file that was opened already. */
export async function takeOpened(source: DataSource, given: Given, papers: readonly OpenedPaper[]): Promise<Taken[]> {
  const taken: Taken[] = [];
  for (const [at, paper] of papers.entries())
    taken.push(await takePaper(source, { ...given, id: idOfPart(given.id, at) }, paper, papers.length === 1));
  return taken;
}

/** Parts of a stack have ids of their own, the same each time. */
const idOfPart = (id: string, at: number): string => (at === 0 ? id : idOfBytes(`${id}/${at}`));

async function takePaper(source: DataSource, given: Given, opened: OpenedPaper, alone: boolean): Promise<Taken> {
  const currency = await baseCurrency(source.manager);
  const paper = opened.structured && readBill(opened.structured, currency);
  if (paper?.besides.typeCode === PRO_FORMA) throw new RequestError(422, 'paper.pro_forma');
  const vendor = await vendorOfPaper(source.manager, paper, given);
  const says = [
    ...opened.says,
    ...(paper?.problems ?? []).slice(0, MOST_SAID),
    ...(paper && !vendor ? [nobodyCalled('paper', paper.vendor)] : []),
  ];
  const kept = {
    id: given.id,
    vendor: vendor ?? null,
    number: paper?.number.slice(0, 60) ?? '',
    state: stateOf(paper, vendor),
    says,
  };
  const before = await onceMore(source, async (manager) => {
    const [known] = (await manager.query(
      'SELECT id, COALESCE(beside, id) AS works_as, vendor_id, number, again FROM incoming_paper WHERE checksum = ? ORDER BY again DESC LIMIT 1 FOR UPDATE',
      [checksumOf(opened)],
    )) as Row[];
    if (known?.id === given.id) return true;
    const ofId: unknown[] = await manager.query(
      'SELECT 1 FROM incoming_paper WHERE id = ? UNION ALL SELECT 1 FROM draft WHERE id = ?',
      [given.id, given.id],
    );
    if (ofId.length > 0) throw new RequestError(422, 'problem.key_of_other');
    const again = (given.another ?? '').trim() !== '';
    if (known && !again && (await isAtWork(manager, text(known.works_as)))) {
      if (alone) throw new RequestError(409, 'problem.taken_in_already', { what: text(known.number) || opened.name });
      return true;
    }
    if (!again) await manager.query('DELETE FROM incoming_paper WHERE checksum = ?', [checksumOf(opened)]);
    await keepPaper(manager, given, opened, {
      state: kept.state,
      vendor,
      paper,
      says,
      again: known && again ? Number(known.again) + 1 : 0,
    });
    if (vendor === undefined) return false;
    const draft = await draftFor(manager, given.id, vendor, paper, given.today);
    await leaveDraft(manager, { id: given.id, ...withReason(draft, given.another ?? '') });
    return false;
  });
  return {
    id: kept.id,
    vendor: kept.vendor,
    number: kept.number,
    kind: paper?.kind ?? 'bill',
    state: kept.state,
    says: before ? [message('paper.taken_before')] : says,
  };
}

/** Two who take the same paper in at once: the index refuses the second, who then finds it there. */
const onceMore = <Result>(source: DataSource, work: (manager: EntityManager) => Promise<Result>): Promise<Result> =>
  transaction(source, work).catch((problem: unknown) => {
    if (isThere(problem)) return transaction(source, work);
    throw problem;
  });

/** Why the same paper is another bill stays on the bill. */
export const withReason = <Draft extends LeftDraft>(draft: Draft, another: string): Draft =>
  another.trim() === '' || draft.kind !== 'bill'
    ? draft
    : {
        ...draft,
        body: { ...draft.body, another },
        ...(draft.command ? { command: { ...draft.command, another } } : {}),
      };

interface LeftDraft {
  readonly kind: 'bill' | 'credit';
  readonly body: object;
  readonly command?: object | undefined;
  readonly asks?: readonly Message[];
}

export const stateOf = (paper: BillPaper | undefined, vendor: string | undefined): 'read' | 'typed' | 'unassigned' =>
  vendor === undefined ? 'unassigned' : paper !== undefined && paper.problems.length === 0 ? 'read' : 'typed';

/** Whose it is: by what the paper says, or the address that it was sent from. */
async function vendorOfPaper(
  manager: EntityManager,
  paper: BillPaper | undefined,
  { came, sender }: Given,
): Promise<string | undefined> {
  const orders = paper?.lines.map(({ order }) => order) ?? [];
  const said = await vendorOf(manager, paper?.vendor ?? [], orders);
  return said ?? (came === 'mail' ? vendorOf(manager, [sender], []) : undefined);
}

/** Whether a draft waits under its id, somebody is to say whose it is, or a document that stands was posted from it. */
async function isAtWork(manager: EntityManager, id: string): Promise<boolean> {
  const rows: unknown[] = await manager.query(
    `SELECT 1 FROM draft WHERE id = ? UNION ALL SELECT 1 FROM incoming_paper WHERE id = ? AND state = 'unassigned'
     UNION ALL SELECT 1 FROM document d WHERE d.idempotency_key = ? AND ${stands('d.id')} LIMIT 1`,
    [id, id, id],
  );
  return rows.length > 0;
}

/** What waits for whoever may post it: what a paper says, or where nothing of it can be read, the paper alone. */
export async function draftFor(
  manager: EntityManager,
  id: string,
  vendor: string,
  paper: BillPaper | undefined,
  today: string,
): Promise<{
  kind: 'bill' | 'credit';
  title: string;
  body: object;
  command?: object | undefined;
  asks?: readonly Message[];
  restsOn?: string;
}> {
  const rests = await restsOn(manager, today);
  const [from] = (await manager.query('SELECT name FROM vendor WHERE id = ?', [vendor])) as { name: string }[];
  const kind = paper?.kind ?? 'bill';
  const title = [from?.name, paper?.number].filter(Boolean).join(', ');
  if (paper === undefined) return { kind, title, body: { paper: id, vendor, date: today } };
  const draft =
    kind === 'credit'
      ? await draftOfCredit(manager, id, vendor, paper, today)
      : await draftOfPaper(manager, id, vendor, paper);
  return { kind, title, ...draft, restsOn: rests };
}

/** Somebody says whose a paper is: then it waits as a draft. */
export function assignPaper(source: DataSource, id: string, vendor: string, today: string): Promise<void> {
  return transaction(source, async (manager) => {
    const [row] = (await manager.query('SELECT state, structured FROM incoming_paper WHERE id = ? FOR UPDATE', [
      id,
    ])) as {
      state: string;
      structured: Buffer | null;
    }[];
    if (!row || row.state === 'refused') throw new RequestError(404, 'problem.no_such_paper');
    if (row.state !== 'unassigned') throw new RequestError(409, 'problem.vendor_said_already');
    const [known] = (await manager.query('SELECT id FROM vendor WHERE id = ?', [vendor])) as unknown[];
    if (!known) throw new RequestError(422, 'refusal.vendor_unknown');
    const paper = row.structured ? readBill(row.structured, await baseCurrency(manager)) : undefined;
    await manager.query('UPDATE incoming_paper SET vendor_id = ?, state = ? WHERE id = ?', [
      vendor,
      stateOf(paper, vendor),
      id,
    ]);
    await leaveDraft(manager, { id, ...(await draftFor(manager, id, vendor, paper, today)) });
  });
}

/** Takes a paper that was refused, or is nobody’s, off the list. */
export async function dropPaper({ manager }: DataSource, id: string): Promise<void> {
  await manager.query("DELETE FROM incoming_paper WHERE id = ? AND state IN ('refused', 'unassigned')", [id]);
}
