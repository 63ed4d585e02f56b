import type { EntryView } from '@obolus/contract/commands';
import { readable } from '@obolus/core/books/journal';
import { formatAmount } from '@obolus/core/exact/amounts';
import type { PostedDocument } from '@obolus/core/posting/kinds';
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

type Line = Pick<EntryView['lines'][number], 'account' | 'amount'> & { readonly [about: string]: string | undefined };

const lineAsText = (date: string, { account, amount, item, vendor, expense, department, location, project }: Line) =>
  [date, account, amount, ...[item, vendor, expense, department, location, project].map((said) => said ?? '-')].join(
    ' ',
  );

export const entriesAsText = ({ entries }: Posted<PostedDocument>, currency: string): string[] =>
  entries.flatMap((entry) =>
    readable(entry).map((line) =>
      lineAsText(entry.date, { ...line, amount: formatAmount(line.amount, currency) } as unknown as Line),
    ),
  );

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
