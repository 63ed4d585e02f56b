import type { EntityManager } from 'typeorm';
import { folded as foldedNumber } from '@obolus/core/matching/goods';
import type { RemitTo } from '@obolus/core/state/owed';
import { foldedName } from '../papers/ours.ts';
import type { Besides } from './stated.ts';
import { type Row, text } from '../queries/figures.ts';
import { problemOfBankCode } from '../transfers/accountNumbers.ts';

/** What a paper says of whom it is to be paid to. */
export type AsksPayee = Pick<Besides, 'payee' | 'accounts'>;

/** Whom a bill asks to be paid to, as its paper says it. */
export type Elsewhere = Omit<RemitTo, 'by'>;

/**
 * Whom a paper asks to be paid to, where that is neither the vendor nor whom it is paid to as a rule, or not at its account on file; a vendor without an account there is one
 * that nothing can be compared with. Undefined where both are as they are known.
 */
export async function paidElsewhere(
  manager: EntityManager,
  vendor: string,
  { payee, accounts }: AsksPayee,
): Promise<Elsewhere | undefined> {
  if (payee.length === 0 && accounts.length === 0) return undefined;
  const [row] = (await manager.query('SELECT name, tax_number, gln, payee, bank_account FROM vendor WHERE id = ?', [
    vendor,
  ])) as Row[];
  const names = [row?.name, row?.tax_number, row?.gln, row?.payee]
    .map((name) => foldedName(text(name)))
    .filter(Boolean);
  const isOther = payee.length > 0 && !payee.some((name) => names.includes(foldedName(name)));
  const own = foldedNumber(text(row?.bank_account));
  const isKnown = own !== '' && accounts.some(({ account }) => foldedNumber(account) === own);
  const isElsewhere = accounts.length > 0 && own !== '' && !isKnown;
  if (!isOther && !isElsewhere) return undefined;
  const [first] = isKnown ? [] : accounts;
  return {
    payee: isOther ? (payee[0] ?? '').slice(0, 140) : '',
    account: first?.account.slice(0, 60) ?? '',
    bankCode: first === undefined || problemOfBankCode(first.bankCode) ? '' : first.bankCode,
  };
}

/** The same of the paper that a bill is entered from. */
export async function paidElsewhereByPaper(
  manager: EntityManager,
  draft: string | undefined,
  vendor: string,
): Promise<Elsewhere | undefined> {
  if (draft === undefined) return undefined;
  const [paper] = (await manager.query('SELECT asks_payee FROM incoming_paper WHERE id = ?', [draft])) as Row[];
  return paper?.asks_payee == null
    ? undefined
    : paidElsewhere(manager, vendor, JSON.parse(text(paper.asks_payee)) as AsksPayee);
}
