import type { Shown } from '@obolus/contract/message';
import { type Message, message } from '@obolus/messages/message';
import type { EntityManager } from 'typeorm';
import { type Row, text } from '../queries/figures.ts';
import { HELD_BY_HAND } from '../queries/heldByHand.ts';
import { loadPayables } from '../storage/load/payables.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

export const paymentHold: DocumentCommand<'payment-hold'> = {
  read: (body, _, { user }) => ({ ...body, kind: 'payment-hold', by: user }),
  load: ({ of }, loader) => loadPayables(loader, [of]),
  header: ({ reason }) => ({ note: reason }),
  headerOf: ({ vendor }) => ({ vendor }),
  // What is owed stays owed; who lists it sees that it is held.
  changes: () => ['to-pay'],
  rows: ({ of, step }, { id }) => [{ table: facts.paymentHold, rows: [{ document_id: id, of_id: of, step }] }],
  write: ({ of, date, step, reason }, names) => ({ of: names.document(of), date, step, reason }),
  labelOf: (row) => message(row.item_name === 'held' ? 'document.payment_held' : 'document.payment_released'),
  lines: `SELECT NULL AS line_no, NULL AS amount, s.step AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM payment_hold s JOIN document o ON o.id = s.of_id WHERE s.document_id = ?`,
};

/** Why the payment of a bill is held, while it is. */
export async function holdFacts(manager: EntityManager, bill: string): Promise<{ name: Message; value: Shown }[]> {
  const [row] = (await manager.query(`SELECT ${HELD_BY_HAND} AS reason FROM document d WHERE d.id = ?`, [
    bill,
  ])) as Row[];
  const reason = text(row?.reason);
  return reason === '' ? [] : [{ name: message('document.payment_held'), value: reason }];
}
