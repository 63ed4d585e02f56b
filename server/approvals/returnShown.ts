import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { formatQuantity, quantity } from '@obolus/core/exact/amounts';
import { message } from '@obolus/messages/message';
import { big, type Row, text } from '../queries/figures.ts';

/** Goods that are to go back: of each line how many came, and how many of them go. */
export async function returnShown(
  manager: EntityManager,
  { vendor, lines }: BodyOf<'return'>,
): Promise<Pick<ApprovalView, 'title' | 'link' | 'changes'>> {
  const [of] = (await manager.query('SELECT name FROM vendor WHERE id = ?', [vendor])) as Row[];
  const received: Row[] = await manager.query(
    `SELECT r.document_id, r.line_no, r.quantity, i.name, d.number FROM receipt_line r JOIN item i ON i.id = r.item_id JOIN document d ON d.id = r.document_id
     WHERE (r.document_id, r.line_no) IN (?)`,
    [lines.map((line) => line.of.split('/'))],
  );
  const known = new Map(received.map((row) => [`${text(row.document_id)}/${text(row.line_no)}`, row]));
  return {
    title: message('approval.title_return', { vendor: text(of?.name) }),
    link: '',
    changes: lines.map((line) => {
      const row = known.get(line.of);
      return {
        what: message(line.reason ? 'approval.return_line_because' : 'approval.return_line', {
          item: text(row?.name),
          receipt: text(row?.number),
          reason: line.reason ?? '',
        }),
        isFigure: true,
        was: row ? formatQuantity(quantity(big(row.quantity))) : '',
        became: line.quantity,
      };
    }),
  };
}
