import { base } from '@obolus/core/exact/amounts';
import type { AccountKey } from '@obolus/core/books/accounts';
import type { LineId } from '@obolus/core/costing/pool';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import type { Books } from '@obolus/core/state/books';
import type { ClosedPeriod } from '@obolus/core/state/periods';
import { loadBankAccounts } from './bankAccounts.ts';
import { loadCreditable } from './creditable.ts';
import type { BooksLoader } from './loader.ts';
import { loadOrderLines } from './orderLines.ts';
import { loadPayables, loadPrepayments } from './payables.ts';
import { loadReceiptLines } from './receiptLines.ts';
import { amountOf, baseOf, dimensionsOf, idOf, isTrue, optional, query, type Reading, stands, text } from './rows.ts';
import { loadRates } from './setUp.ts';

export const loadClosedPeriods = (loader: BooksLoader): Promise<void> =>
  loader.keepList('closedPeriods', () => readClosedPeriods(loader.reading));

/** All that a closing measures or accrues. */
export async function loadOpenAtClose(loader: BooksLoader, on: string): Promise<void> {
  const open = await readOpenAtClose(loader.reading, loader.company.recognition === 'on-purchase', on);
  await loadReceiptLines(loader, open.receipts);
  await loadOrderLines(loader, open.orders);
  await loadCreditable(loader, open.returns);
  await loadCreditable(loader, open.claims);
  await loadPayables(loader, open.payables);
  await loadPrepayments(loader, open.deposits);
  await loader.keepList('suspense', () =>
    Promise.resolve([{ document: '', date: '', amount: base(BigInt(open.suspense)) }]),
  );
  const moves = await readBankMoves(loader.reading, on);
  await loader.keepList('bankMoves', () => Promise.resolve(moves));
  await loadBankAccounts(
    loader,
    moves.map(({ account }) => account),
  );
  const { receiptLines, payables, bankAccounts, creditable, prepayments } = loader.parts;
  const used = [receiptLines, payables, bankAccounts, creditable, prepayments].flatMap((part) =>
    [...part.values()].map(({ currency }) => currency),
  );
  await loadRates(loader, used, on);
}

/** What moved on bank accounts in other currencies up to a day, of each account in one sum. */
async function readBankMoves(reading: Reading, on: string): Promise<Books['bankMoves']> {
  const rows = await query(
    reading,
    `SELECT l.bank_account_id, SUM(COALESCE(l.held, 0)) AS held, SUM(l.amount) AS amount FROM journal_line l
     WHERE l.bank_account_id IN (SELECT id FROM bank_account WHERE currency <> (SELECT currency FROM company)) AND l.date <= ? GROUP BY l.bank_account_id`,
    [on],
  );
  return rows.map((row) => ({
    document: '',
    account: text(row.bank_account_id),
    date: '',
    held: amountOf(row.held),
    base: baseOf(row.amount),
  }));
}

/** Closed periods that stand, in their order, with what their closing accrued and whether that is taken back. */
async function readClosedPeriods(reading: Reading): Promise<ClosedPeriod[]> {
  const rows = await query(
    reading,
    `SELECT c.*, d.date, EXISTS (SELECT 1 FROM period_opening o WHERE o.closing_id = c.document_id AND ${stands('o.document_id')}) AS taken_back
     FROM period_closing c JOIN document d ON d.id = c.document_id WHERE ${stands('c.document_id')} ORDER BY c.period, c.document_id`,
  );
  const last = rows.slice(-2).map((row) => row.document_id);
  const accruals =
    last.length === 0
      ? []
      : await query(reading, 'SELECT * FROM period_accrual WHERE document_id IN (?) ORDER BY line_no', [last]);
  return rows.map((row) => ({
    document: text(row.document_id),
    period: text(row.period),
    date: text(row.date),
    openBefore: text(row.open_before),
    takenBack: isTrue(row.taken_back),
    accruals: accruals
      .filter((flow) => flow.document_id === row.document_id)
      .map((flow) => ({
        account: text(flow.account) as AccountKey,
        amount: baseOf(flow.amount),
        about: {
          item: optional(flow.item_id),
          vendor: optional(flow.vendor_id),
          expense: optional(flow.expense),
          bank: optional(flow.bank_account_id),
          ...dimensionsOf(flow),
        },
      })),
  }));
}

/** The lines and documents that a closing measures or accrues: what is open, in foreign currency or, on purchase, at all. */
interface OpenAtClose {
  readonly receipts: LineId[];
  readonly orders: LineId[];
  readonly returns: LineId[];
  readonly claims: LineId[];
  readonly payables: string[];
  /** Prepayments that come back. */
  readonly deposits: string[];
  readonly suspense: string;
}

/**
 * Lines of these kinds that are open, or were as of the day: what documents after it changed. What of them was open is counted by the
 * rules themselves; here nothing is left out, and nothing that was settled before is looked at.
 */
const openAsOf = (kinds: readonly OpenKind[], on: string) =>
  [
    `(SELECT x.line_document_id, x.line_no, x.part FROM open_item x WHERE x.kind IN (?) AND x.is_open = 1
      UNION SELECT c.line_document_id, c.line_no, c.part FROM document d JOIN open_change c ON c.document_id = d.id WHERE c.kind IN (?) AND d.date > ?)`,
    [kinds, kinds, on],
  ] as const;

async function readOpenAtClose(reading: Reading, onPurchase: boolean, on: string): Promise<OpenAtClose> {
  const foreign = (column: string) => (onPurchase ? 'TRUE' : `${column} <> (SELECT currency FROM company)`);
  // Estimates are accrued also of what is billed.
  const [unbilled, ofUnbilled] = openAsOf(onPurchase ? ['to-bill', 'estimated'] : ['to-bill'], on);
  const receipts = await query(
    reading,
    `SELECT DISTINCT l.document_id, l.line_no FROM ${unbilled} x JOIN receipt_line l ON l.document_id = x.line_document_id AND l.line_no = x.line_no
     JOIN document d ON d.id = l.document_id WHERE ${foreign('l.currency')} AND d.date <= ? AND ${stands('d.id')}`,
    [...ofUnbilled, on],
  );
  const [ahead, ofAhead] = openAsOf(['billed-ahead'], on);
  const orders = onPurchase
    ? await query(
        reading,
        `SELECT DISTINCT b.order_id AS document_id, b.order_line_no AS line_no FROM ${ahead} x
         JOIN bill_line b ON b.document_id = x.line_document_id AND b.line_no = x.line_no WHERE b.order_id IS NOT NULL AND ${stands('b.document_id')}`,
        [...ofAhead],
      )
    : [];
  const [uncredited, ofUncredited] = openAsOf(['to-credit'], on);
  const returns = await query(
    reading,
    `SELECT DISTINCT l.document_id, l.line_no FROM ${uncredited} x JOIN return_line l ON l.document_id = x.line_document_id AND l.line_no = x.line_no
     JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
     JOIN document d ON d.id = l.document_id WHERE ${foreign('r.currency')} AND l.billed > 0 AND l.replaces = 0 AND d.date <= ? AND ${stands('d.id')}`,
    [...ofUncredited, on],
  );
  const [unclaimed, ofUnclaimed] = openAsOf(['claim'], on);
  const claims = await query(
    reading,
    `SELECT DISTINCT x.line_document_id AS document_id, x.line_no FROM ${unclaimed} x JOIN document d ON d.id = x.line_document_id
     WHERE d.currency <> (SELECT currency FROM company) AND d.date <= ? AND ${stands('d.id')}`,
    [...ofUnclaimed, on],
  );
  const [unused, ofUnused] = openAsOf(['prepaid'], on);
  const deposits = await query(
    reading,
    `SELECT DISTINCT p.document_id FROM ${unused} x JOIN prepayment p ON p.document_id = x.line_document_id JOIN document d ON d.id = p.document_id
     WHERE p.refundable = 1 AND d.currency <> (SELECT currency FROM company) AND d.date <= ? AND ${stands('d.id')}`,
    [...ofUnused, on],
  );
  const [unpaid, ofUnpaid] = openAsOf(['to-pay'], on);
  const payables = await query(
    reading,
    `SELECT DISTINCT p.document_id FROM ${unpaid} x JOIN payable p ON p.document_id = x.line_document_id JOIN document d ON d.id = p.document_id
     WHERE d.currency <> (SELECT currency FROM company) AND d.date <= ? AND ${stands('d.id')}`,
    [...ofUnpaid, on],
  );
  const [suspense] = onPurchase
    ? await query(
        reading,
        `SELECT COALESCE(SUM(j.amount), 0) AS balance FROM journal_line j JOIN entry e ON e.document_id = j.document_id AND e.entry_no = j.entry_no
         WHERE j.account = 'stock-suspense' AND e.date <= ?`,
        [on],
      )
    : [];
  const lines = (rows: typeof receipts) => rows.map((row) => idOf(row));
  return {
    receipts: lines(receipts),
    orders: lines(orders),
    returns: lines(returns),
    claims: lines(claims),
    payables: payables.map((row) => text(row.document_id)),
    deposits: deposits.map((row) => text(row.document_id)),
    suspense: suspense?.balance ?? '0',
  };
}
