import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { Shown } from '@obolus/contract/message';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import type { BillDocument } from '@obolus/core/purchasing/bill/command';
import { instalmentsBy } from '@obolus/core/purchasing/instalments';
import { type Message, message } from '@obolus/messages/message';
import type { EntityManager } from 'typeorm';
import { big, type Row, showAmount, text } from '../../queries/figures.ts';
import type { TableRows } from '../../storage/documentRows.ts';
import { facts } from '../../storage/tables.ts';
import { lineAt, type Saving } from '../documentCommand.ts';

/** When all of a bill is due, where that is not by its terms. */
export function dueOf(due: string | undefined, instalments: NonNullable<BodyOf<'bill'>['instalments']>) {
  const last = instalments.at(-1);
  if (last) return { due: last.due, inParts: true as const };
  return due ? { due } : {};
}

/** The parts in which a bill is due, as it says or as its terms do; none where a day is stated for all of it. */
export function instalmentRows({ instalments = [], date, total }: BillDocument, saving: Saving, due = ''): TableRows {
  const byTerms = due === '' ? instalmentsBy(saving.terms, date, total.amount) : [];
  const parts = instalments.length > 0 ? instalments : byTerms;
  let later: bigint = total.amount;
  return {
    table: facts.billInstalment,
    uncited: true,
    rows: parts.map((part, position) => {
      later -= part.amount;
      return { ...lineAt(saving, position), due_day: part.due, amount: part.amount, later };
    }),
  };
}

/** When each of its parts is due, and what of it is still open. */
export async function instalmentFacts(manager: EntityManager, id: string): Promise<{ name: Message; value: Shown }[]> {
  const rows: Row[] = await manager.query(
    `SELECT p.line_no, p.due_day, p.amount, d.currency, GREATEST(LEAST(p.amount, COALESCE(x.amount, 0) - p.later), 0) AS open FROM bill_instalment p JOIN document d ON d.id = p.document_id
     LEFT JOIN open_item x ON x.kind = 'to-pay' AND x.line_document_id = p.document_id WHERE p.document_id = ? ORDER BY p.line_no`,
    [id],
  );
  return rows.map((row) => {
    const currency = text(row.currency);
    const [amount, open] = [documentAmount(big(row.amount)), big(row.open)];
    const said = { day: { day: text(row.due_day) }, amount: { figure: formatAmount(amount, currency) } };
    const rest = { ...said, open: { figure: showAmount(open, currency) } };
    return {
      name: message('document.instalment', { number: text(row.line_no) }),
      value:
        open === 0n
          ? message('document.instalment_paid', said)
          : message(open === amount ? 'document.instalment_due' : 'document.instalment_open', rest),
    };
  });
}
