import type { EntityManager } from 'typeorm';
import { negated } from '@obolus/core/state/bankAccount';
import type { DocumentAmount } from '@obolus/core/exact/amounts';
import { type Moved, NOTHING_MOVED } from '@obolus/core/state/paying';
import { text } from '../queries/figures.ts';
import { query } from '../storage/load/rows.ts';
import type { TableRows } from '../storage/documentRows.ts';
import { facts } from '../storage/tables.ts';

interface Movement {
  readonly account?: string | undefined;
  /** In the currency of the document. */
  readonly amount: DocumentAmount;
  readonly left: Moved;
  readonly fee?: Moved;
  /** Whether somebody said what the bank took. */
  readonly isSaid?: boolean;
}

/** What a document moved on a bank account of the company's: what left it, below zero what came into it. */
export const leftBank = (
  { account, amount, left, fee = NOTHING_MOVED, isSaid = false }: Movement,
  document: string,
): TableRows => ({
  table: facts.bankMovement,
  rows: [
    {
      document_id: document,
      bank_account_id: account ?? null,
      amount,
      held: left.held,
      base_amount: left.base,
      fee: fee.held,
      fee_base: fee.base,
      is_said: isSaid ? 1 : 0,
    },
  ],
});

/** Nothing where no money came. */
export function cameIntoBank(
  { account, amount, came }: { account?: string | undefined; amount: DocumentAmount; came: Moved },
  document: string,
): TableRows[] {
  if (amount === 0n) return [];
  const left = negated({ held: amount, base: came.base });
  return [leftBank({ account, amount: left.held, left: negated(came) }, document)];
}

/** The currency in which a body says what the bank took: that of the account which it names, else of the books. */
export async function accountCurrency(
  manager: EntityManager,
  {
    body: { account = '' },
    baseCurrency,
    locking,
  }: { body: { account?: string }; baseCurrency: string; locking: boolean },
): Promise<{ accountCurrency: string }> {
  const lock = locking ? ' LOCK IN SHARE MODE' : '';
  const [row] =
    account === ''
      ? []
      : await query({ manager, locking }, `SELECT currency FROM bank_account WHERE id = ?${lock}`, [account]);
  return { accountCurrency: row ? text(row.currency) : baseCurrency };
}

/** The account that a body names. */
export const accountIn = ({ account }: { account?: string }): { account?: string } => (account ? { account } : {});
