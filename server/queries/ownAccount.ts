import type { EntityManager } from 'typeorm';
import { documentAmount } from '@obolus/core/exact/amounts';
import type { VendorStatementCommand } from '@obolus/core/paying/vendorStatement/command';
import { big, type Row, text } from './figures.ts';

/** Changes `x` of what is owed to a vendor and was prepaid, by document `d`, on document `o`. What was prepaid is owed less. */
const CHANGES = `open_change x JOIN document d ON d.id = x.document_id JOIN document o ON o.id = x.line_document_id`;
const ITS = "x.kind IN ('to-pay', 'prepaid') AND o.vendor_id = ? AND o.currency = ?";
const OWED = "SUM(IF(x.kind = 'prepaid', -x.amount, x.amount))";

/** What was entered and struck out again within the days shown is on neither side. */
const UNSTRUCK = `NOT EXISTS (SELECT 1 FROM reversal r JOIN document e ON e.id = r.document_id JOIN document s ON s.id = r.reversed_id
  WHERE (r.reversed_id = d.id OR r.document_id = d.id) AND e.date <= ? AND s.date >= ?)`;

/**
 * Our side of a vendor's account, to be laid beside the vendor's: with a first day all that happened from then on, else what was open on the day. Its closing
 * balance is what is owed less what was prepaid.
 */
export async function readOwnAccount(
  manager: EntityManager,
  of: { readonly vendor: string; readonly currency: string; readonly from: string; readonly to: string },
): Promise<VendorStatementCommand['own']> {
  const { vendor, currency, from, to } = of;
  const sumUntil = async (before: string) => {
    const [row] = (await manager.query(`SELECT ${OWED} AS amount FROM ${CHANGES} WHERE ${ITS} AND d.date ${before}`, [
      vendor,
      currency,
      before.startsWith('<=') ? to : from,
    ])) as Row[];
    return documentAmount(big(row?.amount));
  };
  const rows: Row[] =
    from === ''
      ? await manager.query(
          `SELECT o.id, o.number, o.date, o.reference, ${OWED} AS amount FROM ${CHANGES} WHERE ${ITS} AND d.date <= ?
           GROUP BY o.id, o.number, o.date, o.reference HAVING amount <> 0 ORDER BY o.date, o.id`,
          [vendor, currency, to],
        )
      : await manager.query(
          `SELECT d.id, d.number, d.date, d.reference, ${OWED} AS amount FROM ${CHANGES} WHERE ${ITS} AND d.date BETWEEN ? AND ? AND ${UNSTRUCK}
           GROUP BY d.id, d.number, d.date, d.reference HAVING amount <> 0 ORDER BY d.date, d.id`,
          [vendor, currency, from, to, to, from],
        );
  return {
    opening: from === '' ? documentAmount(0n) : await sumUntil('< ?'),
    closing: await sumUntil('<= ?'),
    lines: rows.map((row) => ({
      document: text(row.id),
      date: text(row.date),
      reference: text(row.reference) || text(row.number),
      amount: documentAmount(big(row.amount)),
    })),
  };
}
