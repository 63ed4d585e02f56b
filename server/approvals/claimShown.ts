import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { message } from '@obolus/messages/message';
import { type Row, text } from '../queries/figures.ts';

/** What is let go of a vendor's debts: each line with what came in money of it, and why the rest is let go. */
export async function claimShown(
  manager: EntityManager,
  { vendor, reason, lines }: BodyOf<'claim-closing'>,
): Promise<Pick<ApprovalView, 'title' | 'link' | 'changes'>> {
  const [of] = (await manager.query('SELECT name FROM vendor WHERE id = ?', [vendor])) as Row[];
  const cited: Row[] = await manager.query('SELECT id, number FROM document WHERE id IN (?)', [
    lines.map((line) => line.of.split('/')[0] ?? ''),
  ]);
  const numbers = new Map(cited.map((row) => [text(row.id), text(row.number)]));
  return {
    title: message('approval.title_claim', { vendor: text(of?.name), reason }),
    link: '',
    changes: lines.map((line) => ({
      what: message('approval.claim_line', { document: numbers.get(line.of.split('/')[0] ?? '') ?? '' }),
      isFigure: true,
      was: line.quantity || line.amount || '',
      became: line.received || '0',
    })),
  };
}
