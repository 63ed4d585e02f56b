import type { EntityManager } from 'typeorm';
import { facts } from '../storage/tables.ts';
import type { Saving } from './documentCommand.ts';

export const payableRow = ({ id }: Saving, { amount, base }: { amount: bigint; base: bigint }) => ({
  table: facts.payable,
  rows: [{ document_id: id, amount, base_amount: base }],
});

/** Two people enter the same bill at the same moment: the key of this table decides. */
export async function keepNumber(
  manager: EntityManager,
  vendor: string,
  key: string,
  document: string,
  alike: { shape: string; date: string | null; currency: string; amount: string } = {
    shape: '',
    date: null,
    currency: '',
    amount: '0',
  },
): Promise<void> {
  const { shape, date, currency, amount } = alike;
  await manager.query(
    'INSERT INTO bill_number (vendor_id, number_key, document_id, shape, date, currency, amount) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [vendor, key, document, shape, date, currency, amount],
  );
}

/** The number of a bill that is taken back is free again. */
export async function freeNumber(document: string, manager: EntityManager): Promise<void> {
  await manager.query('DELETE FROM bill_number WHERE document_id = ?', [document]);
}
