import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from './figures.ts';
import { upTo } from '../storage/upTo.ts';

/** So many are named at once. */
const MOST = 50;

/** What bills did to the price of the received goods of a share after it was fixed, or what taking them back did. */
const BILLED_SINCE = (share: string): string =>
  `(SELECT SUM(IF(b.document_id > ${share}.document_id, b.price_difference, -b.price_difference)) FROM bill_line b
    WHERE b.receipt_id = ${share}.receipt_id AND b.receipt_line_no = ${share}.receipt_line_no AND b.difference = 'cost' AND b.price_difference <> 0
    AND IF(b.document_id > ${share}.document_id, ${stands('b.document_id')},
      EXISTS (SELECT 1 FROM reversal y WHERE y.reversed_id = b.document_id AND y.document_id > ${share}.document_id)))`;

/** What late costs did since to goods that were moved or made: what they carry is their price. */
const CARRIED_SINCE = (share: string): string =>
  `(SELECT SUM(c.amount) FROM value_change c WHERE c.line_document_id = ${share}.receipt_id AND c.line_no = ${share}.receipt_line_no AND c.shared = 0
    AND c.document_id > ${share}.document_id)`;

const IS_RECEIVED = (share: string): string =>
  `EXISTS (SELECT 1 FROM receipt_line r WHERE r.document_id = ${share}.receipt_id AND r.line_no = ${share}.receipt_line_no)`;

/**
 * By what the goods that a share rests on changed after it was fixed, in minor units of base currency; null where the basis is no value (accounting.md,
 * Value changes: shares by value or by duty are fixed when allocated). SQL over an `allocation_share` called so.
 */
export const changedSince = (share: string): string =>
  `IF(${share}.basis IN ('value', 'value-and-freight', 'duty'), IF(${IS_RECEIVED(share)}, ${BILLED_SINCE(share)}, ${CARRIED_SINCE(share)}), NULL)`;

/** Allocations whose goods were worth something else when their shares were fixed: to be shared again, if wanted. The latest first. */
export async function listOutdatedAllocations(
  manager: EntityManager,
  currency: string,
): Promise<ReplyOf<typeof api.outdatedAllocations>> {
  const found: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, COUNT(*) AS count, SUM(x.changed) AS changed FROM
       (SELECT DISTINCT s.document_id, s.receipt_id, s.receipt_line_no, ${changedSince('s')} AS changed FROM allocation_share s WHERE ${stands('s.document_id')}) x
     JOIN document d ON d.id = x.document_id WHERE x.changed <> 0 GROUP BY d.id, d.number, d.date ORDER BY d.id DESC LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      document: { id: text(row.id), number: text(row.number), date: text(row.date) },
      lines: Number(row.count),
      changed: showAmount(row.changed, currency),
    })),
  };
}
