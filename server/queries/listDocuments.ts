import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { api } from '@obolus/contract/api';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { isTrue, stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from './figures.ts';

/** What its journal moved, in base currency. */
const JOURNALED = 'COALESCE((SELECT SUM(j.amount) FROM journal_line j WHERE j.document_id = d.id AND j.amount > 0), 0)';
import { upTo } from '../storage/upTo.ts';

const MOST = 200;

/** Documents of a kind, latest first, by key; `total` is what the kind says that it comes to. */
export async function listDocuments(
  manager: EntityManager,
  baseCurrency: string,
  { kind, total }: { kind: DocumentKind; total: string | undefined },
  before: string | undefined,
): Promise<ReplyOf<typeof api.documents>> {
  const found: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, d.reference, COALESCE(v.name, d.customer, '') AS party, NOT ${stands('d.id')} AS reversed,
            ${total ?? JOURNALED} AS amount
     FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id WHERE d.kind = ? AND (? IS NULL OR d.id < ?) ORDER BY d.id DESC LIMIT ${MOST + 1}`,
    [kind, before ?? null, before ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => {
      const currency = total === undefined ? baseCurrency : text(row.currency);
      return {
        id: text(row.id),
        kind,
        number: text(row.number),
        date: text(row.date),
        party: text(row.party),
        reference: text(row.reference),
        amount: showAmount(row.amount, currency),
        currency,
        reversed: isTrue(row.reversed),
      };
    }),
  };
}
