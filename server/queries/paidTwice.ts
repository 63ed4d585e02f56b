import type { EntityManager } from 'typeorm';
import type { Doubt } from '@obolus/contract/views/paying';
import { type Row, text } from './figures.ts';
import { isOpen } from './openOfOrder.ts';

/** Bills of one vendor over the same amount are taken for one where their papers lie no further apart, in days. */
const WITHIN = 30;

const isSameAmount = (n: string, m: string): string =>
  `${m}.vendor_id = ${n}.vendor_id AND ${m}.date BETWEEN ${n}.date - INTERVAL ${WITHIN} DAY AND ${n}.date + INTERVAL ${WITHIN} DAY`;
const isSameNumber = (n: string, m: string): string =>
  `${m}.number_key = ${n}.number_key AND ${m}.vendor_id <> ${n}.vendor_id`;

/** SQL: pairs of bills that stand and are alike, the later one with the one before it, and how. */
export const ALIKE_BILLS = (
  [
    ['same-amount', isSameAmount],
    ['same-number', isSameNumber],
  ] as const
)
  .map(
    ([why, is]) =>
      `SELECT n.document_id, m.document_id AS other_id, '${why}' AS why FROM bill_number n JOIN bill_number m ON ${is('n', 'm')} AND m.document_id < n.document_id AND m.currency = n.currency AND m.amount = n.amount WHERE n.amount > 0`,
  )
  .join(' UNION ALL ');

/**
 * Why a bill may be paid twice, for each where there is a reason: another vendor sent the same number over the same amount, the same vendor sent another
 * bill over the same amount within a month, or the vendor was paid before and that is not used up. The first that holds, with the document that makes it.
 */
export async function doubtsOf(manager: EntityManager, bills: readonly string[]): Promise<ReadonlyMap<string, Doubt>> {
  if (bills.length === 0) return new Map();
  const alike = (join: string) =>
    manager.query(
      `SELECT n.document_id AS id, MIN(o.number) AS number FROM bill_number n JOIN bill_number m ON ${join} AND m.document_id <> n.document_id AND m.currency = n.currency AND m.amount = n.amount
       JOIN document o ON o.id = m.document_id AND o.kind = 'bill' WHERE n.document_id IN (?) AND n.amount > 0 GROUP BY n.document_id`,
      [bills],
    ) as Promise<Row[]>;
  const prepaid: Row[] = await manager.query(
    `SELECT d.id, MIN(p.number) AS number FROM document d JOIN open_item x ON ${isOpen('prepaid')} AND x.vendor_id = d.vendor_id JOIN document p ON p.id = x.line_document_id AND p.currency = d.currency
     WHERE d.kind = 'bill' AND d.id IN (?) GROUP BY d.id`,
    [bills],
  );
  const sameAmount = await alike(isSameAmount('n', 'm'));
  const sameNumber = await alike(isSameNumber('n', 'm'));
  const found = (rows: readonly Row[], why: Doubt['why']) =>
    rows.map((row) => [text(row.id), { why, of: text(row.number) }] as const);
  // What is said last counts.
  return new Map([
    ...found(prepaid, 'prepaid'),
    ...found(sameAmount, 'same-amount'),
    ...found(sameNumber, 'same-number'),
  ]);
}

/** What makes it doubtful whether a run pays something twice, and was not known when it was entered: the numbers of documents. */
export async function doubtedSince(manager: EntityManager, run: string): Promise<string[]> {
  const bills: Row[] = await manager.query('SELECT of_id, doubt FROM run_bill WHERE document_id = ?', [run]);
  const known = new Map(bills.map((bill) => [text(bill.of_id), text(bill.doubt)]));
  const doubts = await doubtsOf(manager, [...known.keys()]);
  return [...doubts].flatMap(([bill, { of }]) => (known.get(bill) === of ? [] : [of]));
}
