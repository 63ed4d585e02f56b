import type { EntryView } from '@obolus/contract/commands';
import { type EntryLine, readable } from '@obolus/core/books/journal';
import { formatAmount } from '@obolus/core/exact/amounts';
import type { PostedDocument } from '@obolus/core/posting/kinds';
import { currencyOfAccount } from '@obolus/core/state/bankAccount';
import type { Books } from '@obolus/core/state/books';
import type { Posted } from '@obolus/core/state/decision';
import type { Reply } from '../testing/client.ts';

export interface Difference {
  readonly step: string;
  readonly says: string;
}

export const refusalsIn = ({ body }: Reply): string => {
  const said = (body.errors ?? body.refusals ?? []) as { reason: string }[];
  return [...new Set(said.map(({ reason }) => reason))].sort().join(' ');
};

type Line = Omit<EntryView['lines'][number], 'accountName'>;

const lineAsText = (
  date: string,
  { account, amount, item, vendor, expense, bank, held, department, location, project }: Line,
) =>
  [
    date,
    account,
    amount,
    ...[item, vendor, expense, bank, held && `${held.currency} ${held.amount}`, department, location, project].map(
      (said) => said ?? '-',
    ),
  ].join(' ');

export const entriesAsText = ({ entries }: Posted<PostedDocument>, books: Books): string[] =>
  entries.flatMap((entry) =>
    readable(entry).map((line) =>
      lineAsText(entry.date, {
        ...line,
        amount: formatAmount(line.amount, books.company.currency),
        held: heldIn(books, line),
      } as Line),
    ),
  );

function heldIn(books: Books, { bank, held }: Pick<EntryLine, 'bank' | 'held'>): Line['held'] {
  const currency = currencyOfAccount(books, bank);
  return held === undefined ? undefined : { amount: formatAmount(held, currency), currency };
}

export const entryViewsAsText = (entries: readonly EntryView[] = []): string[] =>
  entries.flatMap(({ date, lines }) => lines.map((line) => lineAsText(date, line)));

/** What is in one list and not in the other. */
export function compare(does: string, should: readonly string[], is: readonly string[]): string[] {
  const left = [...is];
  const missing = should.filter((line) => {
    const at = left.indexOf(line);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  if (missing.length + left.length === 0) return [];
  return [`${does} ${left.join('; ') || 'nothing more'} instead of ${missing.join('; ') || 'nothing more'}`];
}

export const balanceOf = (debit: string, credit: string): string => (/^0(\.0*)?$/.test(debit) ? `-${credit}` : debit);
