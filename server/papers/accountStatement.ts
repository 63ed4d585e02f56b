import type { AccountStatementRead } from '@obolus/contract/views/payables';
import { RequestError } from '../asking/failures.ts';
import { message } from '@obolus/messages/message';
import { isSpreadsheet, readFile } from './readFile.ts';

/** The columns of a vendor's statement of account (docs/csv-files.md): a row for each bill, credit memo or payment. */
export const ACCOUNT_STATEMENT = {
  required: ['date'],
  optional: ['reference', 'text', 'amount', 'debit', 'credit', 'balance'],
};

/**
 * A vendor's statement of account as it is written: figures and days are those of whoever reads it, unless they come from a workbook. What the vendor
 * debits is owed by us; what it credits stands below zero.
 * @throws RequestError for a file that is no statement
 */
export async function readAccountStatement(content: Buffer): Promise<AccountStatementRead> {
  const rows = await readFile(content, ACCOUNT_STATEMENT);
  const [first = {}] = rows;
  if (!('amount' in first) && !('debit' in first) && !('credit' in first))
    throw new RequestError(422, [message('file.columns_missing', { names: 'amount' })]);
  return {
    from: isSpreadsheet(content) ? 'workbook' : 'text',
    lines: rows.map(({ date = '', reference = '', text = '', amount = '', debit = '', credit = '', balance = '' }) => ({
      date: date.slice(0, 40),
      reference: reference.slice(0, 60),
      text: text.slice(0, 140),
      amount: (amount || debit || below(credit)).slice(0, 40),
      balance: balance.slice(0, 40),
    })),
  };
}

const below = (credit: string): string => (credit === '' || credit.startsWith('-') ? credit : `-${credit}`);
