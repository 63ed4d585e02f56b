import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { checkPayable } from '@obolus/core/paying/check';
import { readCheckbooks } from '../storage/load/bankAccounts.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { readBankPayments } from '../storage/load/paymentRuns.ts';
import { query, text } from '../storage/load/rows.ts';

/** The check that stands for a payment or prepayment; where none does and one may be written, the accounts that have forms. */
export async function checkOfPayment(manager: EntityManager, id: string): Promise<ReplyOf<typeof api.paymentCheck>> {
  const reading = { manager, locking: false };
  const [payment] = await readBankPayments(reading, [id]);
  const check = payment?.check;
  if (check) return { standing: { id: check.document, number: check.number.toString() }, accounts: [] };
  if (!payment) return { standing: null, accounts: [] };
  const home = await baseCurrency(manager);
  const accounts = await query(
    reading,
    'SELECT id, name FROM bank_account WHERE retired = 0 AND first_check IS NOT NULL ORDER BY code',
  );
  const ids = accounts.map((row) => text(row.id));
  const books = await readCheckbooks(reading, ids);
  return {
    standing: null,
    accounts: accounts.flatMap((row) => {
      const account = text(row.id);
      const { currency = '', nextCheck } = books.get(account) ?? {};
      if (nextCheck === undefined || checkPayable(payment, { account, currency }, home).length > 0) return [];
      return [{ id: account, name: text(row.name), next: nextCheck.toString() }];
    }),
  };
}
