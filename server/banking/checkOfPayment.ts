import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { checkPayable } from '@obolus/core/paying/check';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { readCheckbooks } from '../storage/load/checkbooks.ts';
import { readBankPayments } from '../storage/load/paymentRuns.ts';
import { query, text } from '../storage/load/rows.ts';

/** The check that stands for a payment or prepayment; where none does and one may be written, the accounts that have forms. */
export async function checkOfPayment(manager: EntityManager, id: string): Promise<ReplyOf<typeof api.paymentCheck>> {
  const reading = { manager, locking: false };
  const [payment] = await readBankPayments(reading, [id]);
  const check = payment?.check;
  if (check) return { standing: { id: check.document, number: check.number.toString() }, accounts: [] };
  if (!payment || checkPayable(payment, await baseCurrency(manager)).length > 0)
    return { standing: null, accounts: [] };
  const accounts = await query(
    reading,
    'SELECT id, name FROM bank_account WHERE retired = 0 AND first_check IS NOT NULL ORDER BY code',
  );
  const ids = accounts.map((row) => text(row.id));
  const books = ids.length === 0 ? [] : await readCheckbooks(reading, ids);
  return {
    standing: null,
    accounts: accounts.flatMap((row) => {
      const book = books.find(({ account }) => account === text(row.id));
      return book ? [{ id: book.account, name: text(row.name), next: book.next.toString() }] : [];
    }),
  };
}
