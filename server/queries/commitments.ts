import type { EntityManager } from 'typeorm';
import type { Commitments } from '@obolus/contract/views/orders';
import { documentAmount, toBase } from '@obolus/core/exact/amounts';
import { rateOf } from '../storage/load/rows.ts';
import { amountOfLine, type Row, showAmount, text } from './figures.ts';
import { isOpen, openLines } from './openOfOrder.ts';

/** What is ordered and has not come, each line rounded at its order's own rate; what is on hold or waits for approval counts too. */
export async function readCommitments(manager: EntityManager, baseCurrency: string): Promise<Commitments> {
  const rows: Row[] = await manager.query(
    `SELECT l.quantity, l.price, l.per, l.discount, l.department, COALESCE(DATE_FORMAT(l.due_day, '%Y-%m'), '') AS month, d.currency, d.rate, v.name AS vendor, x.quantity AS open
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id WHERE ${isOpen('to-receive')}`,
  );
  const lines = rows.map((row) => {
    const currency = text(row.currency);
    const amount: bigint = toBase(
      documentAmount(amountOfLine(row, currency, row.open)),
      currency,
      rateOf(row.rate),
      baseCurrency,
    );
    return { vendor: text(row.vendor), department: text(row.department), month: text(row.month), amount };
  });
  const by = (what: 'vendor' | 'department' | 'month') => {
    const sums = new Map<string, bigint>();
    for (const line of lines) sums.set(line[what], (sums.get(line[what]) ?? 0n) + line.amount);
    return [...sums]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, sum]) => ({ name, amount: showAmount(sum, baseCurrency) }));
  };
  const total = lines.reduce((sum, { amount }) => sum + amount, 0n);
  return {
    total: showAmount(total, baseCurrency),
    vendors: by('vendor'),
    departments: by('department'),
    months: by('month'),
  };
}
