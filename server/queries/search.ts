import type { EntityManager } from 'typeorm';
import type { SearchHit } from '@obolus/contract/views/me';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { foldWord } from '../storage/searchWords.ts';
import { type Row, showAmount, text } from './figures.ts';
import { fittingItems, like } from './lookUp.ts';
import { message } from '@obolus/messages/message';

const MOST = 8;
/** Of documents with a word that begins so; the latest of them are shown. */
const LOOKED_AT = 500;

/** Documents by how a word of their own or the vendor's number, of the shipment or customer begins; vendors, items, and amounts as they stand in the journal. */
export async function search(manager: EntityManager, currency: string, find: string): Promise<SearchHit[]> {
  const wanted = find.trim();
  if (wanted === '') return [];
  const [documents, amounts, items, vendors] = await Promise.all([
    documentsBy(manager, wanted),
    amountHits(manager, currency, wanted),
    itemsBy(manager, wanted),
    vendorsBy(manager, wanted),
  ]);
  return [
    ...documents.map(documentHit),
    ...amounts,
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

/** Items, also retired ones, in each warehouse in which they are, the likeliest first. */
async function itemsBy(manager: EntityManager, wanted: string): Promise<Row[]> {
  const ids = await fittingItems(manager, like(wanted), { vendor: null, most: MOST, retired: true });
  if (ids.length === 0) return [];
  return manager.query(
    `SELECT i.id, i.number, i.name, p.warehouse_id FROM item i LEFT JOIN pool p ON p.item_id = i.id WHERE i.id IN (?) ORDER BY FIELD(i.id, ?), p.warehouse_id LIMIT ${MOST}`,
    [ids, ids],
  );
}

function vendorsBy(manager: EntityManager, wanted: string): Promise<Row[]> {
  const anywhere = `%${like(wanted)}%`;
  return manager.query(
    `SELECT f.id, f.number, f.name FROM (SELECT id, number, name FROM vendor WHERE number LIKE ? OR name LIKE ? LIMIT ${MOST}) f ORDER BY f.name`,
    [anywhere, anywhere],
  );
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
  // The latest of each sign, from the end of the index: an amount may stand there a hundred thousand times.
  const latest = `(SELECT DISTINCT l.document_id FROM journal_line l WHERE l.amount = ? ORDER BY l.document_id DESC LIMIT ${MOST})`;
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, d.reference, COALESCE(v.name, d.customer, '') AS party FROM (${latest} UNION ${latest}) f JOIN document d ON d.id = f.document_id
     LEFT JOIN vendor v ON v.id = d.vendor_id ORDER BY d.id DESC LIMIT ${MOST}`,
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
