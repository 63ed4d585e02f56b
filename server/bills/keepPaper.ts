import { createHash } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { Message } from '@obolus/messages/message';
import type { BillPaper } from '../billPapers/billPaper.ts';
import type { OpenedPaper } from '../billPapers/openPaper.ts';
import type { AsksPayee } from '../billPapers/paidElsewhere.ts';
import type { Given } from '../papers/given.ts';
import { keptSays } from '../storage/said.ts';
import { duplicateOf, sqlInstant } from '../storage/transaction.ts';

/** How a paper waits, or lies beside the one that a bill is entered from. */
interface Kept {
  readonly state: 'read' | 'typed' | 'unassigned' | 'beside';
  readonly vendor?: string | undefined;
  readonly paper?: BillPaper | undefined;
  readonly says?: readonly Message[];
  /** How often the same bytes were taken in before, for a reason. */
  readonly again?: number;
  readonly beside?: string;
}

export const checksumOf = ({ content }: OpenedPaper): string => createHash('sha256').update(content).digest('hex');

/** Keeps a paper as it came, with what is known of it. The same bytes twice, or another paper under its id, break an index. */
export async function keepPaper(
  manager: EntityManager,
  given: Given,
  opened: OpenedPaper,
  { state, vendor, paper, says = [], again = 0, beside }: Kept,
): Promise<void> {
  await manager.query(
    `INSERT INTO incoming_paper (id, came, sender, name, media_type, bytes, checksum, again, content, structured, beside, kept_by, kept_at, state, says)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      given.id,
      given.came,
      given.sender.slice(0, 160),
      opened.name.slice(0, 200),
      opened.type,
      opened.content.length,
      checksumOf(opened),
      again,
      opened.content,
      opened.structured ?? null,
      beside ?? null,
      given.by,
      sqlInstant(given.at),
      state,
      keptSays(says),
    ],
  );
  await keepRead(manager, given.id, vendor, paper);
}

/** Whether a paper was not kept because it is there already. */
export const isThere = (problem: unknown): boolean =>
  duplicateOf(problem, 'incoming_paper_once') || duplicateOf(problem, 'PRIMARY');

/** Keeps what was read of a paper, and whose it is. */
export async function keepRead(
  manager: EntityManager,
  id: string,
  vendor: string | undefined,
  paper: BillPaper | undefined,
): Promise<void> {
  await manager.query(
    'UPDATE incoming_paper SET vendor_id = ?, asks_payee = ?, number = ?, currency = ?, total = ? WHERE id = ?',
    [
      vendor ?? null,
      paper ? asksPayee(paper) : null,
      paper?.number.slice(0, 60) ?? '',
      paper?.currency ?? '',
      paper && paper.currency !== '' ? paper.total : null,
      id,
    ],
  );
}

/** Whom it asks to be paid to, as it is kept with it: null where it says nothing of that. */
const asksPayee = ({ besides: { payee, accounts } }: BillPaper): string | null =>
  payee.length === 0 && accounts.length === 0 ? null : JSON.stringify({ payee, accounts } satisfies AsksPayee);
