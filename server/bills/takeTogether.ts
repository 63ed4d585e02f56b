import type { DataSource } from 'typeorm';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { type Message, message } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { type OpenedPaper, openPaper } from '../billPapers/openPaper.ts';
import { readBill } from '../billPapers/readBill.ts';
import { isStatement } from '../customs/statement.ts';
import type { Given } from '../papers/given.ts';
import { foldedName } from '../papers/ours.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { holdDraft, leaveDraft } from '../storage/drafts.ts';
import { transaction } from '../storage/transaction.ts';
import { isThere, keepPaper, keepRead } from './keepPaper.ts';
import { draftFor, stateOf, takeBillIn, takeOpened } from './takeIn.ts';

/** A part of a mail that cannot be taken in, and why. */
export interface NotTaken {
  readonly name: string;
  readonly bytes: number;
  readonly says: readonly Message[];
  /** What failed here, for the log; empty where it is the part that is not right. */
  readonly failure: string;
}

/** A part of a mail that was opened. */
interface Part {
  readonly given: Given;
  readonly papers: readonly OpenedPaper[];
  /** What it is called but for its ending. */
  readonly stem: string;
  /** Which bill it is, where it is one that can be read: the same for the same in another format. */
  readonly bill: string | undefined;
}

/**
 * Takes in what came with one mail. A bill that came in two formats is one bill with two papers, and so is a bill and the PDF or picture of it: it is
 * called the same, or it is the only PDF beside the only bill. Each part that cannot be taken in is told, and keeps no other back.
 */
export async function takeTogether(source: DataSource, given: readonly Given[]): Promise<NotTaken[]> {
  const refused: NotTaken[] = [];
  const orRefused = async ({ name, content }: Given, work: () => Promise<unknown>): Promise<boolean> => {
    try {
      await work();
      return true;
    } catch (problem) {
      const [says, failure] =
        problem instanceof RequestError
          ? [problem.says, '']
          : [[message('paper.not_read')], problem instanceof Error ? (problem.stack ?? problem.message) : 'unknown'];
      refused.push({ name, bytes: content.length, says, failure });
      return false;
    }
  };
  const currency = await baseCurrency(source.manager);
  const parts: Part[] = [];
  for (const one of given)
    await orRefused(one, async () => {
      if (await isStatement(one.content)) await takeBillIn(source, one);
      else parts.push(partOf(one, await openPaper(one.name, one.content), currency));
    });
  const mains = new Map(parts.map((part) => [part, mainOf(part, parts)]));
  const taken = new Set<Part>();
  for (const [part, main] of mains)
    if (main === undefined && (await orRefused(part.given, () => takeOpened(source, part.given, part.papers))))
      taken.add(part);
  for (const [{ given: one, papers }, main] of mains) {
    if (main === undefined) continue;
    // What it would lie beside is not here: it is a paper by itself, and not lost with it.
    if (!taken.has(main)) await orRefused(one, () => takeOpened(source, one, papers));
    else for (const paper of papers) await orRefused(one, () => keepBeside(source, one, paper, main.given.id));
  }
  return refused;
}

function partOf(given: Given, papers: readonly OpenedPaper[], currency: string): Part {
  const [only, another] = papers;
  const stem = foldedName(given.name.replace(/\.\w+$/, ''));
  const alone = { given, papers, stem, bill: undefined };
  if (only?.structured === undefined || another !== undefined) return alone;
  try {
    const { kind, number, vendor } = readBill(only.structured, currency);
    const key = billNumberKey(number);
    return key === '' ? alone : { ...alone, bill: JSON.stringify([kind, key, foldedName(vendor[0] ?? '')]) };
  } catch (problem) {
    if (problem instanceof RequestError) return alone;
    throw problem;
  }
}

/** The part that another lies beside; undefined where it is a bill, or a paper, by itself. */
function mainOf(part: Part, parts: readonly Part[]): Part | undefined {
  const bills = parts.filter(({ bill }) => bill !== undefined);
  if (part.bill !== undefined) {
    const first = bills.find(({ bill }) => bill === part.bill);
    return first === part ? undefined : first;
  }
  const isUnread = part.papers.every(({ structured }) => structured === undefined);
  if (!isUnread) return undefined;
  const called = bills.filter(({ stem }) => stem === part.stem);
  if (called.length === 1) return called[0];
  const isPdf = ({ papers }: Part) => papers.some(({ type }) => type === 'application/pdf');
  const pdfs = parts.filter((other) => other.bill === undefined && isPdf(other));
  return bills.length === 1 && pdfs.length === 1 && pdfs[0] === part ? bills[0] : undefined;
}

/** Keeps a paper beside the one that a bill is entered from; one that is kept already stays where it is. */
async function keepBeside(source: DataSource, given: Given, paper: OpenedPaper, main: string): Promise<void> {
  try {
    await transaction(source, (manager) => keepPaper(manager, given, paper, { state: 'beside', beside: main }));
  } catch (problem) {
    if (!isThere(problem)) throw problem;
  }
}

/** Puts a waiting paper, and what lies beside it, beside another of the same bill and vendor: its own draft is no more. */
export async function joinPapers(source: DataSource, user: SignedIn, id: string, main: string): Promise<void> {
  for (const draft of [id, main]) {
    const { heldBy } = await holdDraft(source, user, draft);
    if (heldBy !== '') throw new RequestError(409, 'problem.taken', { name: heldBy });
  }
  await transaction(source, async (manager) => {
    const rows = (await manager.query(
      `SELECT p.id, p.vendor_id, d.kind FROM incoming_paper p JOIN draft d ON d.id = p.id WHERE p.id IN (?) FOR UPDATE`,
      [[id, main]],
    )) as { id: string; vendor_id: string | null; kind: string }[];
    const [one, other] = rows;
    if (id === main || !one || !other) throw new RequestError(404, 'problem.no_paper_of_bill');
    if (one.vendor_id !== other.vendor_id || one.kind !== other.kind)
      throw new RequestError(422, 'problem.papers_of_two_bills');
    await manager.query("UPDATE incoming_paper SET state = 'beside', beside = ? WHERE id = ? OR beside = ?", [
      main,
      id,
      id,
    ]);
    await manager.query('DELETE FROM draft WHERE id = ?', [id]);
  });
}

/** Takes a paper out from beside the one that a bill is entered from: it waits by itself again, as one of the same vendor. */
export async function takeOut(source: DataSource, user: SignedIn, id: string, today: string): Promise<void> {
  const [lies] = (await source.query("SELECT beside FROM incoming_paper WHERE id = ? AND state = 'beside'", [id])) as {
    beside: string;
  }[];
  if (!lies) throw new RequestError(404, 'problem.no_such_paper');
  const { heldBy } = await holdDraft(source, user, lies.beside);
  if (heldBy !== '') throw new RequestError(409, 'problem.taken', { name: heldBy });
  await transaction(source, async (manager) => {
    const [row] = (await manager.query(
      `SELECT p.structured, m.vendor_id AS vendor FROM incoming_paper p JOIN incoming_paper m ON m.id = p.beside WHERE p.id = ? AND p.state = 'beside' FOR UPDATE`,
      [id],
    )) as { structured: Buffer | null; vendor: string | null }[];
    if (!row?.vendor) throw new RequestError(404, 'problem.no_such_paper');
    const { structured, vendor } = row;
    const paper = structured ? readBill(structured, await baseCurrency(manager)) : undefined;
    await manager.query('UPDATE incoming_paper SET state = ?, beside = NULL WHERE id = ?', [
      stateOf(paper, vendor),
      id,
    ]);
    await keepRead(manager, id, vendor, paper);
    await leaveDraft(manager, { id, ...(await draftFor(manager, id, vendor, paper, today)) });
  });
}
