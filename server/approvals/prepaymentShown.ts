import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { documentAmountOrThrow, formatAmount } from '@obolus/core/exact/amounts';
import { message } from '@obolus/messages/message';
import { type Row, text } from '../queries/figures.ts';

/** Money that is to be paid before anything is billed, and what for. */
export async function prepaymentShown(
  manager: EntityManager,
  { vendor, amount, currency, order = '', refundable = false }: BodyOf<'prepayment'>,
): Promise<Pick<ApprovalView, 'title' | 'link' | 'total'>> {
  const [of] = (await manager.query(
    'SELECT v.name, o.number FROM vendor v LEFT JOIN document o ON o.id = ? WHERE v.id = ?',
    [order || null, vendor],
  )) as Row[];
  const called = { vendor: text(of?.name) };
  return {
    title:
      of?.number == null
        ? message(refundable ? 'approval.title_deposit' : 'approval.title_ahead', called)
        : message('approval.title_prepayment', { ...called, order: text(of.number) }),
    link: order === '' ? '' : `/orders/${order}`,
    total: { amount: formatAmount(documentAmountOrThrow(amount, currency), currency), currency },
  };
}
