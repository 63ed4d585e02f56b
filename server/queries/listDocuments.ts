import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { api } from '@obolus/contract/api';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { isTrue, stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from './figures.ts';

/** Documents of a kind, latest first, by key. */
export async function listDocuments(
  manager: EntityManager,
  baseCurrency: string,
  kind: DocumentKind,
  before: string | undefined,
): Promise<ReplyOf<typeof api.documents>> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, d.reference, COALESCE(v.name, d.customer, '') AS party, NOT ${stands('d.id')} AS reversed,
            ${['bill_line', 'bill_charge', 'bill_expense', 'bill_tax', 'bill_disputed'].map((table) => `COALESCE((SELECT SUM(b.amount) FROM ${table} b WHERE b.document_id = d.id), 0)`).join(' + ')} AS billed,
            COALESCE((SELECT SUM(j.amount) FROM journal_line j WHERE j.document_id = d.id AND j.amount > 0), 0) AS journal
     FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id WHERE d.kind = ? AND (? IS NULL OR d.id < ?) ORDER BY d.id DESC LIMIT 200`,
    [kind, before ?? null, before ?? null],
  );
  return {
    rows: rows.map((row) => {
      const currency = kind === 'bill' ? text(row.currency) : baseCurrency;
      const amount = showAmount(kind === 'bill' ? row.billed : row.journal, currency);
      return {
        id: text(row.id),
        kind,
        number: text(row.number),
        date: text(row.date),
        party: text(row.party),
        reference: text(row.reference),
        amount,
        currency,
        reversed: isTrue(row.reversed),
      };
    }),
  };
}
