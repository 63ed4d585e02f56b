import type { EntityManager } from 'typeorm';
import { stands } from '../storage/load/rows.ts';
import { big, type Row, showAmount, text } from './figures.ts';

/** The kinds of charge that were estimated with a received line, and what is left of each estimate. */
export type EstimatesOf = (row: Row) => { kind: string; left: string }[];

/** The estimates of received lines, read for all of their receipts at once. */
export async function readEstimates(
  manager: EntityManager,
  lines: readonly Row[],
  currency: string,
): Promise<EstimatesOf> {
  const receipts = [...new Set(lines.map((row) => text(row.document_id)))];
  const rows: Row[] =
    receipts.length === 0
      ? []
      : await manager.query(
          `SELECT e.document_id, e.line_no, e.kind, e.amount, COALESCE(SUM(u.amount), 0) AS used
           FROM receipt_estimate e LEFT JOIN estimate_use u ON u.receipt_id = e.document_id AND u.receipt_line_no = e.line_no AND u.kind = e.kind AND ${stands('u.document_id')}
           WHERE e.document_id IN (?) GROUP BY e.document_id, e.line_no, e.kind, e.amount`,
          [receipts],
        );
  const found = new Map<string, { kind: string; left: string }[]>();
  for (const row of rows) {
    const left = showAmount(big(row.amount) - big(row.used), currency);
    found.set(lineOf(row), [...(found.get(lineOf(row)) ?? []), { kind: text(row.kind), left }]);
  }
  return (row) => found.get(lineOf(row)) ?? [];
}

const lineOf = (row: Row): string => `${text(row.document_id)}/${text(row.line_no)}`;
