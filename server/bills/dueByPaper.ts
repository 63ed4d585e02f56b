import type { EntityManager } from 'typeorm';
import { dueDay } from '@obolus/core/purchasing/terms';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { type Row, text } from '../queries/figures.ts';
import { isTrue } from '../storage/load/rows.ts';

/** When a paper says that it is due, beside the vendor's own terms. */
export interface DueSaid {
  /** As the paper says it. */
  readonly paper: string;
  /** By the vendor's terms. */
  readonly terms: string;
  /** Whether the company takes what the paper says. */
  readonly isTaken: boolean;
}

/** Undefined where the paper says no one day, or the one that its vendor's terms make. */
export async function dueSaidBy(
  manager: EntityManager,
  vendor: string,
  { date, dues }: BillPaper,
): Promise<DueSaid | undefined> {
  const [paper, another] = dues;
  if (paper === undefined || another !== undefined || date === '') return undefined;
  const [row] = (await manager.query(
    'SELECT t.days, t.after_month, c.due_by_paper FROM vendor v JOIN terms t ON t.id = v.terms_id JOIN company c ON c.id = 1 WHERE v.id = ?',
    [vendor],
  )) as Row[];
  if (!row) return undefined;
  const terms = dueDay({ days: Number(row.days), afterMonth: isTrue(row.after_month) }, date);
  return paper === terms ? undefined : { paper: text(paper), terms, isTaken: isTrue(row.due_by_paper) };
}
