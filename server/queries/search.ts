import type { EntityManager } from 'typeorm';
import type { SearchHit } from '@obolus/contract/views/me';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { foldWord } from '../storage/searchWords.ts';
import { type Row, showAmount, text } from './figures.ts';
import { message } from '@obolus/messages/message';

const MOST = 8;
/** Of documents with a word that begins so; the latest of them are shown. */
const LOOKED_AT = 500;

/** Documents by how a word of their own or the vendor's number, of the shipment or customer begins; vendors, items, and amounts as they stand in the journal. */
export async function search(manager: EntityManager, currency: string, find: string): Promise<SearchHit[]> {
  const wanted = find.trim();
  if (wanted === '') return [];
  const like = `%${wanted.replace(/[\\%_]/g, '\\$&')}%`;
  const documents = await documentsBy(manager, wanted);
  const items: Row[] = await manager.query(
    `SELECT i.id, i.number, i.name, p.warehouse_id FROM item i LEFT JOIN pool p ON p.item_id = i.id WHERE i.number LIKE ? OR i.name LIKE ? ORDER BY i.number LIMIT ${MOST}`,
    [like, like],
  );
  const vendors: Row[] = await manager.query(
    `SELECT id, number, name FROM vendor WHERE number LIKE ? OR name LIKE ? ORDER BY name LIMIT ${MOST}`,
    [like, like],
  );
  return [
    ...documents.map(documentHit),
    ...(await amountHits(manager, currency, wanted)),
    ...items.map((row) => ({
      what: 'item',
      title: text(row.name),
      detail: text(row.number),
      link: row.warehouse_id == null ? `/items/${text(row.id)}` : `/stock/${text(row.id)}/${text(row.warehouse_id)}`,
    })),
    ...vendors.map((row) => ({
      what: 'vendor',
      title: text(row.name),
      detail: text(row.number),
      link: `/vendors/${text(row.id)}`,
    })),
  ];
}

async function documentsBy(manager: EntityManager, wanted: string): Promise<Row[]> {
  const word = foldWord(wanted);
  if (word === '') return [];
  return manager.query(
    `SELECT d.id, d.kind, d.number, d.date, d.reference, COALESCE(v.name, d.customer, '') AS party
     FROM (SELECT DISTINCT w.document_id FROM search_word w WHERE w.word LIKE ? OR w.word = ? LIMIT ${LOOKED_AT}) f
     JOIN document d ON d.id = f.document_id LEFT JOIN vendor v ON v.id = d.vendor_id ORDER BY d.id DESC LIMIT ${MOST}`,
    [`${word}%`, foldWord(billNumberKey(wanted))],
  );
}

async function amountHits(manager: EntityManager, currency: string, wanted: string): Promise<SearchHit[]> {
  const parsed = parseDecimal(wanted.replace(/,/g, ''), decimalsOf(currency));
  if (!parsed.ok || parsed.scaled === 0n) return [];
  const rows: Row[] = await manager.query(
    `SELECT DISTINCT d.id, d.kind, d.number, d.date, d.reference, COALESCE(v.name, d.customer, '') AS party FROM journal_line l JOIN document d ON d.id = l.document_id
     LEFT JOIN vendor v ON v.id = d.vendor_id WHERE l.amount IN (?, ?) ORDER BY d.id DESC LIMIT ${MOST}`,
    [parsed.scaled.toString(), (-parsed.scaled).toString()],
  );
  const amount = showAmount(parsed.scaled, currency);
  return rows.map((row) => ({
    ...documentHit(row),
    detail: message('hit.amount', { amount: { figure: amount }, day: { day: text(row.date) } }),
  }));
}

const documentHit = (row: Row): SearchHit => ({
  what: text(row.kind),
  title: [text(row.number), text(row.party)].filter(Boolean).join(' · '),
  detail: [text(row.reference), text(row.date)].filter(Boolean).join(' · '),
  link: `/documents/${text(row.id)}`,
});
