import type { DataSource, EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { groupBy } from '../storage/groupBy.ts';
import { snapshot } from '../storage/transaction.ts';
import { balancesOn, stockOn } from '../sums/balances.ts';
import { JOURNAL_COLUMNS, journalLines } from './entries.ts';
import { big, type Row, showAmount, text } from './figures.ts';

const PAGE = 60;

/** The journal, latest first; with an account, the entries that touch it. Paged by the ledger's number. */
export async function readJournal(
  manager: EntityManager,
  currency: string,
  before: string | undefined,
  account: string | undefined,
): Promise<ReplyOf<typeof api.journal>> {
  const touching =
    account === undefined
      ? ''
      : 'AND EXISTS (SELECT 1 FROM journal_line a WHERE a.document_id = k.document_id AND a.entry_no = k.entry_no AND a.account_id = ?)';
  const links: Row[] = await manager.query(
    `SELECT k.number, s.hash, k.document_id, k.entry_no, e.date, d.kind, d.number AS document_number FROM ledger_link k JOIN seal s ON s.document_id = k.document_id JOIN entry e ON e.document_id = k.document_id AND e.entry_no = k.entry_no
     JOIN document d ON d.id = k.document_id WHERE (? IS NULL OR k.number < ?) ${touching} ORDER BY k.number DESC LIMIT ${PAGE}`,
    [before ?? null, before ?? null, ...(account === undefined ? [] : [account])],
  );
  if (links.length === 0) return { rows: [] };
  const lines: Row[] = await manager.query(
    `SELECT l.document_id, l.entry_no, ${JOURNAL_COLUMNS} FROM journal_line l LEFT JOIN item i ON i.id = l.item_id LEFT JOIN vendor v ON v.id = l.vendor_id
     WHERE l.document_id IN (?) ORDER BY l.document_id, l.entry_no, l.line_no`,
    [[...new Set(links.map((link) => link.document_id))]],
  );
  const byEntry = groupBy(lines, (line) => `${text(line.document_id)}/${text(line.entry_no)}`);
  return {
    rows: links.map((link) => ({
      number: text(link.number),
      hash: text(link.hash),
      date: text(link.date),
      document: {
        id: text(link.document_id),
        kind: text(link.kind) as DocumentKind,
        number: text(link.document_number),
      },
      lines: journalLines(byEntry.get(`${text(link.document_id)}/${text(link.entry_no)}`) ?? [], currency),
    })),
  };
}

/** Balances by account as of a day, and beside the inventory account what the stock is worth by its own rows. */
export function readTrialBalance(
  source: DataSource,
  currency: string,
  asOf: string,
): Promise<ReplyOf<typeof api.trialBalance>> {
  return snapshot(source, (manager) => trialBalanceAt(manager, currency, asOf));
}

/** The accounts and the stock are read at one moment: what is posted between two reads would show as a difference. */
async function trialBalanceAt(
  manager: EntityManager,
  currency: string,
  asOf: string,
): Promise<ReplyOf<typeof api.trialBalance>> {
  const chart = groupBy((await manager.query('SELECT id, number, name FROM account ORDER BY number')) as Row[], (row) =>
    text(row.id),
  );
  const balances = groupBy(await balancesOn(manager, asOf), (row) => text(row.account_id));
  const sums = [...chart].flatMap(([id, [account]]) => (balances.get(id) ?? []).map((row) => ({ ...account, ...row })));
  const stock = await stockOn(manager, asOf);
  const accounts = [...groupBy(sums, (row) => text(row.account_id)).values()].map((postings) => ({
    postings: postings.filter((row) => big(row.balance) !== 0n),
    balance: postings.reduce((sum, row) => sum + big(row.balance), 0n),
  }));
  const rows = accounts.flatMap(({ postings, balance }) => {
    const [first] = postings;
    if (!first || balance === 0n) return [];
    return [
      {
        id: text(first.account_id),
        account: text(first.account),
        number: text(first.number),
        name: text(first.name),
        debit: showAmount(balance > 0n ? balance : 0n, currency),
        credit: showAmount(balance < 0n ? -balance : 0n, currency),
      },
    ];
  });
  const total = (side: 1n | -1n) =>
    showAmount(
      accounts.reduce((sum, { balance }) => (balance * side > 0n ? sum + balance * side : sum), 0n),
      currency,
    );
  const inventory = sums.filter((row) => row.account === 'inventory');
  return {
    asOf,
    rows,
    debit: total(1n),
    credit: total(-1n),
    stock: showAmount(stock, currency),
    inventory: showAmount(
      inventory.reduce((sum, row) => sum + big(row.balance), 0n),
      currency,
    ),
  };
}
