import type { EntityManager } from 'typeorm';
import type { EntryView } from '@obolus/contract/commands';
import type { AccountKey } from '@obolus/core/books/accounts';
import { type Entry, type EntryLine, readable } from '@obolus/core/books/journal';
import { base, documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import type { DocumentView } from '@obolus/contract/views/documents';
import { isTrue } from '../storage/load/rows.ts';
import type { Chart } from '../storage/load/loader.ts';
import { accountOf } from '../storage/savePosted.ts';
import { big, type Row, text } from './figures.ts';

/** Entries as users read them: accounts, items and vendors by name. */
export async function viewEntries(
  manager: EntityManager,
  entries: readonly Entry[],
  currency: string,
  chart: Chart,
): Promise<EntryView[]> {
  const lines = entries.flatMap((entry) => entry.lines);
  const names = await namesOf(manager, {
    account: lines.map((line) => accountOf(chart, line)),
    item: lines.flatMap((line) => line.item ?? []),
    vendor: lines.flatMap((line) => line.vendor ?? []),
    bank_account: lines.flatMap((line) => line.bank ?? []),
  });
  const currencies = await currenciesOf(
    manager,
    lines.flatMap(({ bank, held }) => (held === undefined ? [] : (bank ?? []))),
  );
  return entries.map((entry) => ({
    date: entry.date,
    lines: entryLines(entry, currency, {
      account: (line) => names.get(`account ${accountOf(chart, line)}`) ?? '',
      item: (item) => names.get(`item ${item}`) ?? '',
      vendor: (vendor) => names.get(`vendor ${vendor}`) ?? '',
      bank: (bank) => names.get(`bank_account ${bank}`) ?? '',
      kept: (bank) => currencies.get(bank) ?? '',
    }),
  }));
}

/** What accounts, items and vendors are called. */
interface NamesOf {
  account(line: Pick<EntryLine, 'account' | 'expense'>): string;
  item(id: string): string;
  vendor(id: string): string;
  bank(id: string): string;
  /** The currency of a bank account. */
  kept(bank: string): string;
}

/** The lines of an entry, with the names of what they are about. */
function entryLines(entry: Entry, currency: string, nameOf: NamesOf): EntryView['lines'] {
  return readable(entry).map(
    ({ account, amount, item, vendor, expense, bank, held, department, location, project }) => {
      const about = {
        item: item && nameOf.item(item),
        vendor: vendor && nameOf.vendor(vendor),
        expense,
        bank: bank && nameOf.bank(bank),
        held:
          held === undefined || bank === undefined
            ? undefined
            : { amount: formatAmount(held, nameOf.kept(bank)), currency: nameOf.kept(bank) },
        department,
        location,
        project,
      };
      const said = Object.fromEntries(Object.entries(about).filter(([, value]) => value !== undefined));
      const accountName = nameOf.account({ account, expense });
      return { account, accountName, amount: formatAmount(amount, currency), ...said };
    },
  );
}

/** The currencies of bank accounts, where a line says what moved on one in another than that of the books. */
async function currenciesOf(manager: EntityManager, accounts: readonly string[]): Promise<Map<string, string>> {
  if (accounts.length === 0) return new Map();
  const rows: Row[] = await manager.query('SELECT id, currency FROM bank_account WHERE id IN (?)', [accounts]);
  return new Map(rows.map((row) => [text(row.id), text(row.currency)]));
}

const itself = (name: string): string => name;

/** What entries of these tables are called, by table and id, in one question. */
async function namesOf(
  manager: EntityManager,
  ids: Readonly<Record<'account' | 'item' | 'vendor' | 'bank_account', readonly string[]>>,
): Promise<Map<string, string>> {
  const asked = Object.entries(ids).filter(([, some]) => some.length > 0);
  if (asked.length === 0) return new Map();
  const rows = (await manager.query(
    asked.map(([table]) => `SELECT '${table}' AS what, id, name FROM ${table} WHERE id IN (?)`).join(' UNION ALL '),
    asked.map(([, some]) => [...new Set(some)]),
  )) as { what: string; id: string; name: string }[];
  return new Map(rows.map((row) => [`${row.what} ${row.id}`, row.name]));
}

/** What a journal's lines are read by: `l` with its item `i` and vendor `v`. */
export const JOURNAL_COLUMNS =
  'l.account, l.amount, l.of_values, l.expense, l.held, (SELECT b.name FROM bank_account b WHERE b.id = l.bank_account_id) AS bank, (SELECT b.currency FROM bank_account b WHERE b.id = l.bank_account_id) AS kept, l.department, l.location, l.project, i.name AS item, v.name AS vendor, (SELECT ac.name FROM account ac WHERE ac.id = l.account_id) AS account_name';

/** The lines of an entry as users read them: what the document's figures and what values made, summed. */
export function journalLines(rows: readonly Row[], currency: string): DocumentView['entries'][number]['lines'] {
  const lines = rows.flatMap((row): EntryLine[] => {
    if (row.account == null) return [];
    const { item, vendor, expense, bank, department, location, project } = row;
    const held = row.held == null ? undefined : documentAmount(big(row.held));
    const about = { item, vendor, expense, bank, held, department, location, project };
    const said = Object.fromEntries(Object.entries(about).filter(([, value]) => value != null));
    return [
      { account: row.account as AccountKey, amount: base(big(row.amount)), ofValues: isTrue(row.of_values), ...said },
    ];
  });
  // A kind of posting may have used another account once: each line keeps the one that it is on.
  const names = new Map(rows.map((row) => [`${row.account} ${row.expense ?? ''}`, text(row.account_name)]));
  const currencies = new Map(rows.map((row) => [text(row.bank), text(row.kept)]));
  const kept = (bank: string): string => currencies.get(bank) ?? '';
  const account: NamesOf['account'] = (line) => names.get(`${line.account} ${line.expense ?? ''}`) ?? '';
  return entryLines({ date: '', lines }, currency, { account, item: itself, vendor: itself, bank: itself, kept });
}
