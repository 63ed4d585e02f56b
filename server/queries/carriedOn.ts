import type { EntityManager } from 'typeorm';
import { stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from './figures.ts';

/** What carried and insured a line to the border, kind by kind. */
export type CarriedOn = (line: Row) => { kind: string; amount: string }[];

/**
 * What stands with received lines of the kinds of charge that carry goods to the border: what landed, and what is still only estimated; read for all
 * of their receipts at once. The core says the same of its own lines (`core/charges/customs`).
 */
export async function readCarriedOn(
  manager: EntityManager,
  receipts: readonly string[],
  currency: string,
): Promise<CarriedOn> {
  const rows: Row[] =
    receipts.length === 0
      ? []
      : await manager.query(
          `SELECT x.document_id, x.line_no, x.kind, SUM(x.amount) AS amount FROM
             (SELECT document_id, line_no, kind, amount FROM receipt_estimate WHERE document_id IN (?)
              UNION ALL SELECT receipt_id, receipt_line_no, kind, kept - amount FROM estimate_use u WHERE receipt_id IN (?) AND ${stands('u.document_id')}
              UNION ALL SELECT s.receipt_id, s.receipt_line_no, c.kind, s.amount - s.varied FROM allocation_share s
                JOIN bill_charge c ON c.document_id = s.charge_id AND c.line_no = s.charge_line_no WHERE s.receipt_id IN (?) AND ${stands('s.document_id')}) x
           JOIN charge_kind k ON k.code = x.kind AND k.to_border = 1 GROUP BY x.document_id, x.line_no, x.kind HAVING SUM(x.amount) <> 0`,
          [receipts, receipts, receipts],
        );
  const found = new Map<string, { kind: string; amount: string }[]>();
  const lineOf = (row: Row) => `${text(row.document_id)}/${text(row.line_no)}`;
  for (const row of rows) {
    const carried = { kind: text(row.kind), amount: showAmount(row.amount, currency) };
    found.set(lineOf(row), [...(found.get(lineOf(row)) ?? []), carried]);
  }
  return (row) => found.get(lineOf(row)) ?? [];
}
